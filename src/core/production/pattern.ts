import { z } from 'zod';
import { intField, numberField } from '../schema/fields';
import { IDENTITY, multiply, panTiltRoll, product, rotationY, rotationZ, scaling, translation, type Mat4 } from '../space/matrix';
import { scatteredPoses, SCATTER_SURFACES } from './scattered';
import { SHARE } from './owners/units';
import { add, boxMiddle, scale, subtract, type Box, type Vec3 } from '../space/vector';

export const MAX_COPIES = 200;

const distance = { unit: 'm', min: -100, max: 100, step: 0.1 } as const;
const turn = { unit: '°', min: -3600, max: 3600, rest: 0, step: 5, digits: 1 } as const;

/** Copies of a mark in a row, a grid or round a ring, as tiles that mirror one another, or strewn on a surface. */
export const patternSchema = z.object({
  kind: z.enum(['none', 'row', 'grid', 'tiles', 'ring', 'scatter']).default('none'),
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
  /** What copies are strewn on, the sides of that, and by which chance. */
  surface: z.enum(SCATTER_SURFACES).default('level'),
  wide: numberField({ label: 'Field across', unit: 'm', min: 0.01, max: 1000, rest: 6, step: 0.5 }),
  deep: numberField({ label: 'Field along', unit: 'm', min: 0.01, max: 1000, rest: 6, step: 0.5 }),
  seed: intField({ label: 'Chance', min: 0, max: 9999, rest: 1 }),
  strays: numberField({ label: 'Turned by up to', unit: '°', min: 0, max: 180, rest: 40, step: 5, digits: 0 }),
  varies: numberField({ label: 'Smaller by up to', ...SHARE, max: 0.95, rest: 0.3, step: 0.05 }),
  /** How much further each copy is turned than the one before. */
  pan: numberField({ label: 'Turn each', ...turn }),
  roll: numberField({ label: 'Roll each', ...turn }),
  /** Copies that have become marks of their own. */
  released: z.array(z.int().min(0).max(MAX_COPIES)).max(MAX_COPIES).default([]),
});
export type Pattern = z.infer<typeof patternSchema>;

/** Number of places of a pattern, with those released. */
export function patternCount({ kind, count, rows }: Pattern): number {
  return kind === 'none' ? 1 : isGrid(kind) ? Math.min(MAX_COPIES, count * rows) : count;
}

/** Whether copies stand in rows and columns. */
const isGrid = (kind: Pattern['kind']): boolean => kind === 'grid' || kind === 'tiles';

/** How far each copy of a row or grid stands from the one before, and each row from the one above; metres. */
function steps(pattern: Pattern, box: Box | null | undefined): { column: Vec3; row: Vec3 } {
  const { kind, measure, way, gap, rowGap, across, up, toward } = pattern;
  if (measure === 'spacing')
    return isGrid(kind) ? { column: [across, 0, toward], row: [0, -up, 0] } : { column: [across, up, toward], row: [0, 0, 0] };
  const size = box ? subtract(box.max, box.min) : ([0, 0, 0] as const);
  if (isGrid(kind)) return { column: [size[0] + gap, 0, 0], row: [0, -(size[1] + rowGap), 0] };
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
  return [(count - 1) * share, isGrid(kind) ? (rows - 1) * share : 0];
}

/** Where a copy stands before it is turned by its number, and (tiles) what mirrors it there. */
function placeOf(pattern: Pattern, index: number, box: Box | null | undefined): { place: Mat4; mirror: Mat4 } {
  const { kind, count, anchor, radius, ring } = pattern;
  if (kind === 'ring') {
    const share = (360 * (anchor === 'last' ? index + 1 : index)) / count;
    const home = anchor === 'centre' ? 0 : radius;
    const place =
      ring === 'level'
        ? product(translation(0, 0, -home), rotationY(share), translation(0, 0, radius))
        : product(translation(0, -home, 0), rotationZ(-share), translation(0, radius, 0));
    return { place, mirror: IDENTITY };
  }
  const { column, row } = steps(pattern, box);
  const [ofColumn, ofRow] = anchorOf(pattern);
  const [i, j] = isGrid(kind) ? [index % count, Math.floor(index / count)] : [index, 0];
  const place = translation(...add(scale(column, i - ofColumn), scale(row, j - ofRow)));
  return { place, mirror: kind === 'tiles' ? mirroredBy(i % 2, j % 2, box) : IDENTITY };
}

/** Mirrored about the middle of a mark, across and up: what is beside a tile is as in a mirror that stands between them. */
function mirroredBy(across: number, up: number, box: Box | null | undefined): Mat4 {
  const [x, y] = box ? boxMiddle(box) : [0, 0];
  return product(translation(x, y, 0), scaling(1 - 2 * across, 1 - 2 * up, 1), translation(-x, -y, 0));
}

function allPoses(pattern: Pattern, box: Box | null | undefined): Mat4[] {
  const { kind, pan, roll } = pattern;
  if (kind === 'none') return [IDENTITY];
  const turned = (index: number) => panTiltRoll(pan * index, 0, roll * index);
  if (kind === 'scatter') return scatteredPoses(pattern).map((pose, i) => multiply(pose, turned(i)));
  return Array.from({ length: patternCount(pattern) }, (_, i) => {
    const { place, mirror } = placeOf(pattern, i, box);
    return product(place, turned(i), mirror);
  });
}

/**
 * Pose of a copy in the mark's own frame: rigid, but mirrored where it is a tile, and smaller where it is strewn.
 * @param box extent of the mark, which gaps are added to; nothing before it is built
 */
export const copyPose = (pattern: Pattern, index: number, box?: Box | null): Mat4 => allPoses(pattern, box)[index] ?? IDENTITY;

/** Poses of all copies that are still part of the pattern. */
export const copyPoses = (pattern: Pattern, box?: Box | null): Mat4[] =>
  allPoses(pattern, box).filter((_, i) => !pattern.released.includes(i));

/** Whether its copies can become marks of their own: a mark is neither mirrored nor made smaller as a whole. */
export const canRelease = ({ kind }: Pattern): boolean => kind !== 'tiles' && kind !== 'scatter';
