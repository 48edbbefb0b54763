import type { Key, Value } from '@/core/motion/channel';

/** A key, eased unless said otherwise. */
export const key = <V extends Value>(frame: number, value: V, change: Partial<Key<V>> = {}): Key<V> => ({
  frame,
  value,
  join: 'eased',
  arrive: { influence: 0.42, speed: 0 },
  leave: { influence: 0.42, speed: 0 },
  bounces: 0,
  ...change,
});

/** A key that is passed at constant speed. */
export const straightKey = <V extends Value>(frame: number, value: V): Key<V> => key(frame, value, { join: 'straight' });
