import type { Key } from '../motion/channel';
import type { Shot } from './shots';

/**
 * A carry: in some frames from its beginning on, a shot is seen by the camera of the one before on its way to its own. It is the shot's
 * share, from 0 to 1, and can be keyed in any other way.
 */
export const CARRY = { label: 'Carry', unit: 'fr', min: 0, max: 500, rest: 0, step: 1, digits: 0, shown: 1 } as const;

/** Frames that a carry takes; 0 for a cut. */
export function carryFrames({ from, channels: { share } }: Shot): number {
  return Math.max(0, (share.keys[share.keys.length - 1]?.frame ?? from) - from);
}

/** Whether a carry sets off and arrives with the speeds of the two cameras. */
export const isCarrySmooth = ({ channels: { share } }: Shot): boolean => share.keys.length === 0 || share.keys[0]?.join === 'eased';

/** With both reaching over a third this is 3x² − 2x³: a share that starts and ends at rest. */
const REST = { influence: 1 / 3, speed: 0 };
const EVEN = { influence: 1 / 3, speed: 1 };

/** Carries a shot over some frames, or (0) cuts to it. */
export function setCarry({ from, channels }: Shot, frames: number, smooth: boolean): void {
  const handle = smooth ? REST : EVEN;
  const key = (frame: number, value: number): Key => ({
    frame,
    value,
    join: smooth ? 'eased' : 'straight',
    arrive: handle,
    leave: handle,
    bounces: 0,
  });
  channels.share.keys = frames > 0 ? [key(from, 0), key(from + frames, 1)] : [];
}

/** Moves where a shot begins; its carry goes with it. */
export function beginShotAt(shot: Shot, from: number): void {
  const by = from - shot.from;
  shot.from = from;
  for (const key of shot.channels.share.keys) key.frame += by;
}
