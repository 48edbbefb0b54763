import { z } from 'zod';
import { intField, numberField } from '../schema/fields';

/** Which of the bodies of a fall is let go first. */
export const RELEASES = ['together', 'left', 'right', 'top', 'bottom', 'middle', 'chance'] as const;
export type Release = (typeof RELEASES)[number];

/** Most bodies that fall together, and most poses that a fall is kept with: what a document can carry. */
export const MAX_BODIES = 400;
export const MAX_FALL_SECONDS = 20;

const speed = { unit: 'm/s', min: -100, max: 100, rest: 0, step: 0.25 } as const;
const place = { unit: 'm', min: -1000, max: 1000, rest: 0, step: 0.1 } as const;

/** What bodies that fall are under: everything that the solver goes by. */
export const fallForces = {
  seconds: numberField({ label: 'Solved for', unit: 's', min: 0.25, max: MAX_FALL_SECONDS, rest: 4, step: 0.5 }),
  gravity: numberField({ label: 'Gravity', unit: 'm/s²', min: -50, max: 50, rest: 9.81, step: 0.5 }),
  /** Speed after a bounce by that before it. */
  bounce: numberField({ label: 'Bounce', unit: '%', min: 0, max: 1, rest: 0.25, step: 0.05, digits: 0, shown: 100 }),
  friction: numberField({ label: 'Friction', unit: '', min: 0, max: 2, rest: 0.5, step: 0.05 }),
  release: z.enum(RELEASES).default('together'),
  /** From the first that is let go to the last. */
  over: numberField({ label: 'Let go over', unit: 's', min: 0, max: MAX_FALL_SECONDS, rest: 0, step: 0.25 }),
  pushX: numberField({ label: 'Pushed across', ...speed }),
  pushY: numberField({ label: 'Pushed up', ...speed }),
  pushZ: numberField({ label: 'Pushed toward', ...speed }),
  /** Away from the middle of the mark. */
  burst: numberField({ label: 'Pushed apart', ...speed }),
  /** Speed in a direction of chance. */
  stray: numberField({ label: 'Pushed at random', ...speed, min: 0, rest: 0.3 }),
  spin: numberField({ label: 'Spun at random', unit: '°/s', min: 0, max: 3600, rest: 20, step: 10, digits: 0 }),
  windX: numberField({ label: 'Wind across', ...speed }),
  windY: numberField({ label: 'Wind up', ...speed }),
  windZ: numberField({ label: 'Wind toward', ...speed }),
  /** How soon what moves goes with the wind, or stands in still air: share of the difference of speed a second. */
  drag: numberField({ label: 'Held by the air', unit: '/s', min: 0, max: 20, rest: 0, step: 0.1 }),
  /** Drawn to where it came from: acceleration by distance. */
  home: numberField({ label: 'Drawn back to rest', unit: '/s²', min: 0, max: 400, rest: 0, step: 1 }),
  floor: z.boolean().default(true),
  floorY: numberField({ label: 'Floor at', ...place }),
  wall: z.boolean().default(false),
  wallZ: numberField({ label: 'Wall at', ...place, rest: -2 }),
  seed: intField({ label: 'Chance', min: 0, max: 9999, rest: 1 }),
};

const forcesSchema = z.object(fallForces);
export type FallForces = z.infer<typeof forcesSchema>;

/** As it is where nothing is said. */
export const fallForcesOf = (given: z.input<typeof forcesSchema> = {}): FallForces => forcesSchema.parse(given);
