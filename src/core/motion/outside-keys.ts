import type { Channel, Value } from './channel';

/** Where within the keys of a channel a frame outside them falls: the frame, how many periods on, and which way time runs there. */
export interface Inside {
  frame: number;
  /** Periods by which a climbing channel has gone on. */
  climbs: number;
  sign: 1 | -1;
}

export function withinKeys({ keys, before, after }: Channel<Value>, frame: number): Inside {
  const first = keys[0] as { frame: number };
  const last = keys[keys.length - 1] as { frame: number };
  const mode = frame < first.frame ? before : frame > last.frame ? after : undefined;
  const period = last.frame - first.frame;
  if (mode === undefined || mode === 'hold' || period <= 0) return { frame, climbs: 0, sign: 1 };
  const turn = Math.floor((frame - first.frame) / period);
  const into = frame - first.frame - turn * period;
  if (mode === 'return' && turn % 2 !== 0) return { frame: last.frame - into, climbs: 0, sign: -1 };
  return { frame: first.frame + into, climbs: mode === 'climb' ? turn : 0, sign: 1 };
}

/** What a channel of numbers rises by from its first to its last key. */
export const climbOf = ({ keys }: Channel): number => (keys[keys.length - 1]?.value ?? 0) - (keys[0]?.value ?? 0);

/** Whether a channel does anything but hold its value outside its keys. */
export const goesOn = ({ keys, before, after }: Channel<Value>): boolean =>
  keys.length > 0 && (before !== undefined || after !== undefined);
