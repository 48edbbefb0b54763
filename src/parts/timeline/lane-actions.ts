import { LANE_HEIGHT } from './lane-height';
import type { Limits } from './frame-drag';
import { neighbours, type Lane } from './lanes';

/** The line that rivets stand on, and the top of moves: pixels from the top of a lane. */
export const BASE = LANE_HEIGHT - 9;
export const TOP = 4;

/** A station or a move of a lane. */
export type LanePart = { kind: 'station'; owner: string; frame: number } | { kind: 'move'; owner: string; from: number; to: number };

export interface LaneActions {
  onPick(part: LanePart): void;
  /** Moves the keys at one frame to another. `gesture` is the same all through one drag. */
  onRetime(owner: string, from: number, to: number, gesture: string): void;
  onShift(owner: string, from: number, to: number, by: number, gesture: string): void;
  onRemove(owner: string, frame: number): void;
  /** Keys the whole lane at a frame. */
  onKey(owner: string, frame: number): void;
  /** Adds the keys at a frame to the selected ones, or takes them away. */
  onToggle(owner: string, frame: number): void;
  /** Moves all selected keys. */
  onShiftSelected(by: number, gesture: string): void;
  /** Puts a frame on a cue that it comes near to. */
  snap(frame: number): number;
}

/** How far the keys from one frame to another may go: not past their neighbours, nor before the first frame. */
export function limitsOf(lane: Lane, from: number, to: number): Limits {
  return [Math.max(0, neighbours(lane, from)[0] + 1) - from, neighbours(lane, to)[1] - 1 - to];
}
