import type { Handle, Join, Key } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';

export type KeySetting = [frame: number, value: number, change?: Partial<Key>];

/** Keys from frames and values, eased unless said otherwise. */
export const keys = (settings: readonly KeySetting[]): Key[] =>
  settings.map(([frame, value, change]) => ({
    frame,
    value,
    join: 'eased' as Join,
    arrive: { influence: 0.42, speed: 0 } as Handle,
    leave: { influence: 0.42, speed: 0 } as Handle,
    bounces: 0,
    ...change,
  }));

const SETTLING = { leave: PACES.settle.leave, arrive: PACES.settle.arrive };

/** Keys of a move from the first frame on that settles at a frame. */
export const settlingAt = (frame: number, from: number, to: number): Key[] =>
  keys([
    [0, from, SETTLING],
    [frame, to, SETTLING],
  ]);

/** A channel that goes at constant speed from one value to another. */
export const straight = (from: number, a: number, to: number, b: number) => ({
  rest: a,
  keys: keys([
    [from, a, { join: 'straight' }],
    [to, b, { join: 'straight' }],
  ]),
});
