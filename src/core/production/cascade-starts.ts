import type { CascadeWay } from '../motion/cascade';
import { PACES, type PaceName } from '../motion/pace';
import type { Value } from '../motion/channel';
import type { Cascade, CascadeSettings } from './owners/cascade';

type ChannelName = keyof Cascade['channels'];

/** A cascade to begin with. A new one is one entry here. */
export interface CascadeStart {
  label: string;
  note: string;
  /** Ways that it goes: where both are possible it is an arrival or an exit, as is wanted. */
  ways: readonly CascadeWay[];
  pace: PaceName;
  /** Values of its channels. */
  channels: Partial<Record<ChannelName, Value>>;
  /** The same of lengths, as so many heights of the mark. */
  heights?: Partial<Record<ChannelName, number>>;
  settings?: Partial<Omit<CascadeSettings, 'pace' | 'way'>>;
  /** How long it takes, seconds; of what swings, one swing. */
  seconds: number;
  /** It does something to marks alone that have a skin under pressure. */
  ofSkins?: boolean;
  /** The values by which it is set, the first ones first. */
  asks: readonly ChannelName[];
}

const COMES_AND_GOES = ['arrival', 'exit'] as const;

export const CASCADE_STARTS = {
  typed: {
    label: 'Typed on',
    note: 'one letter after another is there',
    ways: COMES_AND_GOES,
    pace: 'even',
    channels: { width: 0.01 },
    seconds: 1.2,
    asks: ['progress', 'width'],
  },
  deep: {
    label: 'From far behind',
    note: 'they fly in from depth and settle',
    ways: COMES_AND_GOES,
    pace: 'settle',
    channels: { width: 0.5, opacity: 0 },
    heights: { z: -14 },
    seconds: 1.6,
    asks: ['z', 'width'],
  },
  lens: {
    label: 'Past the lens',
    note: 'they come by the lens, one behind the other',
    ways: COMES_AND_GOES,
    pace: 'settle',
    channels: { width: 0.45, roll: 20 },
    heights: { z: 9 },
    settings: { order: 'middle' },
    seconds: 1.4,
    asks: ['z', 'roll', 'width'],
  },
  rise: {
    label: 'Rise',
    note: 'up from below, each from its own baseline',
    ways: COMES_AND_GOES,
    pace: 'settle',
    channels: { width: 0.5, opacity: 0 },
    heights: { y: -1.1 },
    seconds: 1.2,
    asks: ['y', 'width'],
  },
  drop: {
    label: 'Drop and settle',
    note: 'down from above, with a bounce',
    ways: COMES_AND_GOES,
    pace: 'bounce',
    channels: { width: 0.55 },
    heights: { y: 5 },
    seconds: 1.6,
    asks: ['y', 'width'],
  },
  side: {
    label: 'In from the side of the frame',
    note: 'from outside of the frame, whatever the camera does',
    ways: COMES_AND_GOES,
    pace: 'settle',
    channels: { width: 0.45, frameX: 1 },
    seconds: 1.4,
    asks: ['frameX', 'frameY', 'width'],
  },
  spin: {
    label: 'Spin in',
    note: 'each turns round its upright into place',
    ways: COMES_AND_GOES,
    pace: 'settle',
    channels: { width: 0.5, pan: -180, opacity: 0 },
    seconds: 1.6,
    asks: ['pan', 'width'],
  },
  unfold: {
    label: 'Unfold',
    note: 'each tips up from lying on its baseline',
    ways: COMES_AND_GOES,
    pace: 'overshoot',
    channels: { width: 0.5, tilt: -90 },
    settings: { about: 'baseline' },
    seconds: 1.4,
    asks: ['tilt', 'width'],
  },
  grow: {
    label: 'Grow',
    note: 'from nothing to a little too large, and back',
    ways: COMES_AND_GOES,
    pace: 'overshoot',
    channels: { width: 0.45, size: 0 },
    seconds: 1.2,
    asks: ['size', 'width'],
  },
  blown: {
    label: 'Blown up',
    note: 'each fills with air',
    ways: COMES_AND_GOES,
    pace: 'swing',
    channels: { width: 0.6, inflate: 0 },
    ofSkins: true,
    seconds: 1.8,
    asks: ['inflate', 'width'],
  },
  flash: {
    label: 'Flash on',
    note: 'bright and flickering, then calm',
    ways: COMES_AND_GOES,
    pace: 'launch',
    channels: { width: 0.35, glow: 12, flicker: 0.5 },
    settings: { order: 'random' },
    seconds: 1.2,
    asks: ['glow', 'flicker', 'width'],
  },
  wiped: {
    label: 'Wiped on',
    note: 'each is laid open from its left to its right',
    ways: COMES_AND_GOES,
    pace: 'even',
    channels: { width: 0.4, wipe: 1 },
    seconds: 1.2,
    asks: ['wipe', 'width'],
  },
  gather: {
    label: 'Gather',
    note: 'from all sides, tumbling',
    ways: COMES_AND_GOES,
    pace: 'settle',
    channels: { width: 0.6, tumble: 270, opacity: 0 },
    heights: { scatter: 5 },
    settings: { order: 'random' },
    seconds: 1.8,
    asks: ['scatter', 'tumble', 'width'],
  },
  wave: {
    label: 'A wave passes',
    note: 'each is lifted and set down once',
    ways: ['wave'],
    pace: 'even',
    channels: { width: 0.3, tilt: -12 },
    heights: { y: 0.3 },
    seconds: 1.4,
    asks: ['y', 'tilt', 'width'],
  },
  breathe: {
    label: 'They breathe',
    note: 'each grows and shrinks a little, on and on',
    ways: ['swing'],
    pace: 'even',
    channels: { width: 0.5, size: 1.06 },
    seconds: 2.4,
    asks: ['size', 'width'],
  },
} as const satisfies Record<string, CascadeStart>;
export type CascadeStartName = keyof typeof CASCADE_STARTS;
export const CASCADE_START_NAMES = Object.keys(CASCADE_STARTS) as CascadeStartName[];

/** A start as far as all are alike. */
export const cascadeStart = (name: CascadeStartName): CascadeStart => CASCADE_STARTS[name];

/** Pace of a start, as a cascade has it. */
export const startPace = (name: CascadeStartName) => ({ ...PACES[cascadeStart(name).pace] });
