import type { Handle, Key } from './channel';

/** A span as a Bezier: handle times as shares of the span, values in the channel's unit. */
interface SpanCurve {
  x1: number;
  x2: number;
  v0: number;
  v1: number;
  v2: number;
  v3: number;
}

const meanSpeed = (a: Key, b: Key) => (b.value - a.value) / (b.frame - a.frame);

/**
 * Speed (units a frame) at which a flowing key is passed. Monotone cubic interpolation after
 * M. Steffen, Astronomy & Astrophysics 239, 443 (1990); at the ends of the channel a parabola.
 */
export function flowingSpeed(keys: readonly Key[], index: number): number {
  const key = keys[index] as Key;
  const before = keys[index - 1];
  const after = keys[index + 1];
  if (!before && !after) return 0;
  if (!before) return endSpeed(meanSpeed(key, after as Key), keys.length > 2 ? flowingSpeed(keys, 1) : NaN);
  if (!after) return endSpeed(meanSpeed(before, key), keys.length > 2 ? flowingSpeed(keys, index - 1) : NaN);
  const h0 = key.frame - before.frame;
  const h1 = after.frame - key.frame;
  const s0 = meanSpeed(before, key);
  const s1 = meanSpeed(key, after);
  const p = (s0 * h1 + s1 * h0) / (h0 + h1);
  return (Math.sign(s0) + Math.sign(s1)) * Math.min(Math.abs(s0), Math.abs(s1), 0.5 * Math.abs(p)) || 0;
}

const endSpeed = (mean: number, neighbour: number) => (Number.isNaN(neighbour) ? mean : (3 * mean - neighbour) / 2);

/** Value step along a handle at one end of a span, and the share of time it reaches over. */
function handleAt(
  keys: readonly Key[],
  index: number,
  side: 'leave' | 'arrive',
  span: number,
  mean: number,
): { share: number; step: number } {
  const key = keys[index] as Key;
  switch (key.join) {
    case 'straight':
      return { share: 1 / 3, step: (mean * span) / 3 };
    case 'flowing':
      return { share: 1 / 3, step: (flowingSpeed(keys, index) * span) / 3 };
    case 'held':
    case 'eased': {
      const { influence } = key[side];
      return { share: influence, step: influence * handleSpeed(key[side], mean) * span };
    }
  }
}

/** Speed at a key as its handle says it, units a frame. */
export const handleSpeed = ({ speed, slope }: Handle, mean: number): number => (mean === 0 && slope !== undefined ? slope : speed * mean);

/** The curve of the span that begins at key `index`. */
export function spanCurve(keys: readonly Key[], index: number): SpanCurve {
  const a = keys[index] as Key;
  const b = keys[index + 1] as Key;
  const span = b.frame - a.frame;
  const mean = meanSpeed(a, b);
  const leave = handleAt(keys, index, 'leave', span, mean);
  const arrive = handleAt(keys, index + 1, 'arrive', span, mean);
  return { x1: leave.share, x2: 1 - arrive.share, v0: a.value, v1: a.value + leave.step, v2: b.value - arrive.step, v3: b.value };
}
