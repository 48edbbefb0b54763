import { z } from 'zod';
import { intField, numberField } from '../schema/fields';
import { IDENTITY, multiply, panTiltRoll, product, rotationY, rotationZ, translation, type Mat4 } from '../space/matrix';

export const MAX_COPIES = 200;

const distance = { unit: 'm', min: -100, max: 100, step: 0.1 } as const;
const turn = { unit: '°', min: -3600, max: 3600, rest: 0, step: 5, digits: 1 } as const;

/** Copies of a mark in a row, a grid or round a ring. The first one is the mark itself. */
export const patternSchema = z.object({
  kind: z.enum(['none', 'row', 'grid', 'ring']).default('none'),
  count: intField({ label: 'Count', min: 1, max: MAX_COPIES, rest: 3 }),
  rows: intField({ label: 'Rows', min: 1, max: MAX_COPIES, rest: 2 }),
  across: numberField({ label: 'Spacing across', ...distance, rest: 1.5 }),
  up: numberField({ label: 'Spacing up', ...distance, rest: 0 }),
  toward: numberField({ label: 'Spacing toward', ...distance, rest: 0 }),
  radius: numberField({ label: 'Radius', unit: 'm', min: 0.01, max: 500, rest: 2, step: 0.1 }),
  /** Whether a ring stands upright like a clock or lies level like a carousel. */
  ring: z.enum(['upright', 'level']).default('level'),
  /** How much further each copy is turned than the one before. */
  pan: numberField({ label: 'Turn each', ...turn }),
  roll: numberField({ label: 'Roll each', ...turn }),
  /** Copies that have become marks of their own. */
  released: z.array(z.int().min(0).max(MAX_COPIES)).max(MAX_COPIES).default([]),
});
export type Pattern = z.infer<typeof patternSchema>;

/** Number of places of a pattern, with those released. */
export function patternCount({ kind, count, rows }: Pattern): number {
  return kind === 'none' ? 1 : kind === 'grid' ? Math.min(MAX_COPIES, count * rows) : count;
}

/** Pose of a copy in the mark's own frame; the first is where the mark itself stands. */
export function copyPose(pattern: Pattern, index: number): Mat4 {
  const { kind, count, across, up, toward, radius, ring, pan, roll } = pattern;
  if (kind === 'none') return IDENTITY;
  const turned = panTiltRoll(pan * index, 0, roll * index);
  if (kind === 'ring') {
    const share = (360 * index) / count;
    const round =
      ring === 'level'
        ? product(translation(0, 0, -radius), rotationY(share), translation(0, 0, radius))
        : product(translation(0, -radius, 0), rotationZ(-share), translation(0, radius, 0));
    return multiply(round, turned);
  }
  const column = kind === 'grid' ? index % count : index;
  const row = kind === 'grid' ? Math.floor(index / count) : 0;
  // In a grid the spacing up is that of the rows, which go down as lines of text do.
  const place =
    kind === 'grid' ? translation(column * across, -row * up, column * toward) : translation(column * across, column * up, column * toward);
  return multiply(place, turned);
}

/** Poses of all copies that are still part of the pattern. */
export function copyPoses(pattern: Pattern): Mat4[] {
  if (pattern.kind === 'none') return [IDENTITY];
  const out: Mat4[] = [];
  for (let i = 0; i < patternCount(pattern); i++) if (!pattern.released.includes(i)) out.push(copyPose(pattern, i));
  return out;
}
