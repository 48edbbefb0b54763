import { z } from 'zod';
import { intField, numberField } from '../schema/fields';
import { IDENTITY, multiply, panTiltRoll, product, rotationY, rotationZ, translation, type Mat4 } from '../space/matrix';
import { add, scale, subtract, type Box, type Vec3 } from '../space/vector';

export const MAX_COPIES = 200;

const distance = { unit: 'm', min: -100, max: 100, step: 0.1 } as const;
const turn = { unit: '°', min: -3600, max: 3600, rest: 0, step: 5, digits: 1 } as const;

/** Copies of a mark in a row, a grid or round a ring. */
export const patternSchema = z.object({
  kind: z.enum(['none', 'row', 'grid', 'ring']).default('none'),
  /** How far apart copies stand: by their own size and a gap, or by a spacing whatever their size. */
  measure: z.enum(['gap', 'spacing']).default('gap'),
  /** Which way a row runs, by gaps. */
  way: z.enum(['across', 'up', 'toward']).default('across'),
  gap: numberField({ label: 'Gap', ...distance, rest: 0.2 }),
  rowGap: numberField({ label: 'Gap of rows', ...distance, rest: 0.2 }),
  /** Which of the copies, or what of them, is where the mark itself is placed. */
  anchor: z.enum(['centre', 'first', 'last']).default('centre'),
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

/** How far each copy of a row or grid stands from the one before, and each row from the one above; metres. */
function steps(pattern: Pattern, box: Box | null | undefined): { column: Vec3; row: Vec3 } {
  const { kind, measure, way, gap, rowGap, across, up, toward } = pattern;
  if (measure === 'spacing')
    return kind === 'grid' ? { column: [across, 0, toward], row: [0, -up, 0] } : { column: [across, up, toward], row: [0, 0, 0] };
  const size = box ? subtract(box.max, box.min) : ([0, 0, 0] as const);
  if (kind === 'grid') return { column: [size[0] + gap, 0, 0], row: [0, -(size[1] + rowGap), 0] };
  // A row that goes up or toward goes on as one reads: down, and back.
  const column: Record<Pattern['way'], Vec3> = {
    across: [size[0] + gap, 0, 0],
    up: [0, -(size[1] + gap), 0],
    toward: [0, 0, -(size[2] + gap)],
  };
  return { column: column[way], row: [0, 0, 0] };
}

/** Columns and rows by which the whole is moved, so that its anchor is where the mark is placed. */
function anchorOf({ kind, count, rows, anchor }: Pattern): [column: number, row: number] {
  const share = { centre: 0.5, first: 0, last: 1 }[anchor];
  return [(count - 1) * share, kind === 'grid' ? (rows - 1) * share : 0];
}

/**
 * Pose of a copy in the mark's own frame.
 * @param box extent of the mark, which gaps are added to; nothing before it is built
 */
export function copyPose(pattern: Pattern, index: number, box?: Box | null): Mat4 {
  const { kind, count, anchor, radius, ring, pan, roll } = pattern;
  if (kind === 'none') return IDENTITY;
  const turned = panTiltRoll(pan * index, 0, roll * index);
  if (kind === 'ring') {
    const share = (360 * (anchor === 'last' ? index + 1 : index)) / count;
    const home = anchor === 'centre' ? 0 : radius;
    const round =
      ring === 'level'
        ? product(translation(0, 0, -home), rotationY(share), translation(0, 0, radius))
        : product(translation(0, -home, 0), rotationZ(-share), translation(0, radius, 0));
    return multiply(round, turned);
  }
  const { column, row } = steps(pattern, box);
  const [ofColumn, ofRow] = anchorOf(pattern);
  const [i, j] = kind === 'grid' ? [index % count, Math.floor(index / count)] : [index, 0];
  return multiply(translation(...add(scale(column, i - ofColumn), scale(row, j - ofRow))), turned);
}

/** Poses of all copies that are still part of the pattern. */
export function copyPoses(pattern: Pattern, box?: Box | null): Mat4[] {
  if (pattern.kind === 'none') return [IDENTITY];
  const out: Mat4[] = [];
  for (let i = 0; i < patternCount(pattern); i++) if (!pattern.released.includes(i)) out.push(copyPose(pattern, i, box));
  return out;
}
