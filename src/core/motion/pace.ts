import { z } from 'zod';
import { handleSchema, type Handle, type Key, type Value } from './channel';
import { reboundOf, rebounds, sameRebound, swingSchema } from './rebound';

/** The easing shape of a span: how it is left, how it is arrived at, and whether it rebounds or swings. */
export const paceSchema = z.object({
  leave: handleSchema,
  arrive: handleSchema,
  bounces: z.int().min(0).max(6),
  swing: swingSchema.optional(),
});
export type Pace = z.infer<typeof paceSchema>;

const third = 1 / 3;

/**
 * Named paces. `settle` is the trade's expensive-looking move: away fast, a long slow arrival (common practice);
 * the others are its relatives. Each is a starting point: both ends can be adjusted afterwards.
 */
export const PACES = {
  even: { leave: { influence: third, speed: 1 }, arrive: { influence: third, speed: 1 }, bounces: 0 },
  settle: { leave: { influence: 0.08, speed: 2.6 }, arrive: { influence: 0.84, speed: 0 }, bounces: 0 },
  launch: { leave: { influence: 0.84, speed: 0 }, arrive: { influence: 0.08, speed: 2.6 }, bounces: 0 },
  glide: { leave: { influence: 0.5, speed: 0 }, arrive: { influence: 0.5, speed: 0 }, bounces: 0 },
  linger: { leave: { influence: 0.16, speed: 2.7 }, arrive: { influence: 0.16, speed: 2.7 }, bounces: 0 },
  overshoot: { leave: { influence: 0.2, speed: 2.2 }, arrive: { influence: 0.5, speed: -0.75 }, bounces: 0 },
  bounce: { leave: { influence: 0.42, speed: 0 }, arrive: { influence: 0.42, speed: 0 }, bounces: 3 },
  swing: { leave: { influence: 0.42, speed: 0 }, arrive: { influence: 0.42, speed: 0 }, bounces: 0, swing: { count: 3, damping: 0.4 } },
} as const satisfies Record<string, Pace>;

export type PaceName = keyof typeof PACES;
export const PACE_NAMES = Object.keys(PACES) as PaceName[];

/** Whether two paces are one. */
export const samePace = (a: Pace, b: Pace): boolean =>
  sameRebound(a, b) && (rebounds(a) || (sameHandle(a.leave, b.leave) && sameHandle(a.arrive, b.arrive)));

const sameHandle = (a: Handle, b: Handle) => Math.abs(a.influence - b.influence) < 1e-6 && Math.abs(a.speed - b.speed) < 1e-6;

/** The pace of the span from one key to the next, as both have it. */
export const paceBetween = <V extends Value>(a: Key<V>, b: Key<V>): Pace => ({ leave: a.leave, arrive: b.arrive, ...reboundOf(a) });

/** Name of a pace, or null when it has been adjusted by hand. */
export function paceName(pace: Pace): PaceName | null {
  return PACE_NAMES.find((name) => samePace(PACES[name], pace)) ?? null;
}
