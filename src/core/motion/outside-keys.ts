import type { Channel, Key } from './channel';

/** Where within the keys of a channel a frame outside them falls: the frame, what to add to the value, and the sign of its speed. */
export function withinKeys({ keys, before, after }: Channel, frame: number): { frame: number; add: number; sign: 1 | -1 } {
  const first = keys[0] as Key;
  const last = keys[keys.length - 1] as Key;
  const mode = frame < first.frame ? before : frame > last.frame ? after : undefined;
  const period = last.frame - first.frame;
  if (mode === undefined || mode === 'hold' || period <= 0) return { frame, add: 0, sign: 1 };
  const turn = Math.floor((frame - first.frame) / period);
  const into = frame - first.frame - turn * period;
  if (mode === 'return' && turn % 2 !== 0) return { frame: last.frame - into, add: 0, sign: -1 };
  return { frame: first.frame + into, add: mode === 'climb' ? turn * (last.value - first.value) : 0, sign: 1 };
}

/** Whether a channel does anything but hold its value outside its keys. */
export const goesOn = ({ keys, before, after }: Channel): boolean => keys.length > 0 && (before !== undefined || after !== undefined);
