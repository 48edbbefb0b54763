import { straightKey, type Channel, type Key } from './channel';
import type { Reader } from './readers';

/**
 * Bent time: a channel from delivered frames to scene frames. Without keys the two are the same; outside its keys time
 * runs on at its own pace, unless the channel says that it goes round.
 * @param reader of that channel
 */
export function sceneFrameOf(bend: Channel, reader: Reader<number>, frame: number): number {
  const { keys } = bend;
  const first = keys[0];
  const last = keys[keys.length - 1];
  if (!first || !last) return frame;
  if (frame < first.frame && bend.before === undefined) return first.value + (frame - first.frame);
  if (frame > last.frame && bend.after === undefined) return last.value + (frame - last.frame);
  return reader.at(frame);
}

const THIRD = 1 / 3;
/** Time running at a constant share of its pace: 0.5 is half as fast. Backwards below 0, from the last frame. */
export function stretched(from: number, to: number, pace: number): Key[] {
  const start = pace < 0 ? to : from;
  return [straightKey(from, start), straightKey(to, start + (to - from) * pace)];
}

/** A ramp: the pace of time changes evenly from one share to another over the span (constant acceleration). */
export function ramped(from: number, to: number, first: number, last: number): Key[] {
  const mean = (first + last) / 2 || 1e-6;
  return [
    straightKey(from, from, { join: 'eased', leave: { influence: THIRD, speed: first / mean } }),
    straightKey(to, from + (to - from) * mean, { join: 'eased', arrive: { influence: THIRD, speed: last / mean } }),
  ];
}

/** There and back: time runs to the middle, slows, and returns to where it began. */
export function thereAndBack(from: number, to: number): Key[] {
  const middle = (from + to) / 2;
  const turn = { influence: 0.4, speed: 0 };
  return [
    straightKey(from, from, { join: 'eased', leave: { influence: THIRD, speed: 1.35 } }),
    straightKey(middle, middle, { join: 'eased', arrive: turn, leave: turn }),
    straightKey(to, from, { join: 'eased', arrive: { influence: THIRD, speed: 1.35 } }),
  ];
}

/** Time that stands still from a frame within the span to its end. */
export function frozen(from: number, to: number, at: number): Key[] {
  const still = Math.max(from, Math.min(to, at));
  return [...(still > from ? [straightKey(from, from)] : []), straightKey(still, still), ...(to > still ? [straightKey(to, still)] : [])];
}
