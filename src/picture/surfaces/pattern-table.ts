import { Matrix4, type Box3 } from 'three';
import type { PatternState, RegionState } from '@/core/frame/frame-state';
import { PATTERNS, type PatternKindName } from '@/core/production/owners/patterns/patterns';
import { REGION_ACTS } from '@/core/production/owners/regions/region-fields';
import type { RegionKindName } from '@/core/production/owners/regions/regions';
import { radians } from '@/core/space/angle';
import { LAYINGS, REPEATS } from '@/core/production/owners/patterns/picture';
import { directionFrame } from '@/core/space/direction-frame';
import { multiply, type Mat4 } from '@/core/space/matrix';
import { TABLE_WIDTH } from '../tables';

/** Where a thing stands that patterns lie on: in its mark, and how far that and it reach. */
export interface PatternGround {
  /** From the thing's own frame into that of its mark. */
  seat: Mat4;
  mark: Box3;
  part: Box3;
}

export const PATTERN_TEXELS = 8;
/** The table of lights and patterns has patterns from this texel on: a row of it is enough for the lights. */
export const FIRST_PATTERN = TABLE_WIDTH;
/** Rows of the table know kinds by these numbers. */
export const PATTERN_NUMBER = Object.fromEntries(PATTERNS.map(({ kind }, i) => [kind, i])) as Record<PatternKindName, number>;

/** From the frame of the thing into one in which a gradient's x runs from 0 to 1 through the extent along its direction. */
function gradientInto(turn: number, tilt: number, { min, max }: Box3): Matrix4 {
  const way = [Math.cos(turn) * Math.cos(tilt), Math.sin(turn) * Math.cos(tilt), Math.sin(tilt)] as const;
  const corners = [min.x, max.x].flatMap((x) =>
    [min.y, max.y].flatMap((y) => [min.z, max.z].map((z) => x * way[0] + y * way[1] + z * way[2])),
  );
  const low = Math.min(...corners);
  const length = Math.max(1e-6, Math.max(...corners) - low);
  const [x, y, z] = way.map((share) => share / length) as [number, number, number];
  return new Matrix4().set(x, y, z, -low / length, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1);
}

/**
 * From the frame of the thing into one in which a picture runs from -0.5 to 0.5 both ways: it covers the extent in its own proportions. One
 * that goes round runs so over the height alone; its turns are told by x and z.
 */
function pictureInto({ values: { size, x, y, turn }, settings }: Extract<PatternState, { kind: 'picture' }>, { min, max }: Box3): Matrix4 {
  const ratio = settings.picture ? settings.picture.width / settings.picture.height : 1;
  const [width, height] = [Math.max(1e-6, max.x - min.x), Math.max(1e-6, max.y - min.y)];
  const middle = new Matrix4().makeTranslation(-(min.x + max.x) / 2, -(min.y + max.y) / 2, -(min.z + max.z) / 2);
  if (settings.laid === 'round') return new Matrix4().makeScale(1 / size, 1 / (size * height), 1 / size).multiply(middle);
  const wide = Math.max(width, height * ratio) * size;
  const shift = new Matrix4().makeTranslation(-x, -y, 0);
  return shift
    .multiply(new Matrix4().makeScale(1 / wide, ratio / wide, 1))
    .multiply(turnedBack(turn))
    .multiply(middle);
}

/**
 * A pattern as the table has it: kind, how much of it, soft edge, size | colour, tints | roughens, metals, glows, thins | relief in metres,
 * where its sun stands | rows of the way from the own frame of what it lies on into its own | of one that looks up a picture: its layer,
 * how it is repeated and laid, how far it is in its own colours.
 * @param layer of the picture that it looks up; -1 for none
 */
export function patternRow(pattern: PatternState, { seat, mark, part }: PatternGround, layer: number): number[] {
  const { values, settings, kind } = pattern;
  const isWhole = settings.over === 'mark';
  const gradient = pattern.kind === 'gradient' ? pattern.values : null;
  const picture = pattern.kind === 'picture' ? pattern : null;
  const scattered = { amount: 1, edge: 1, size: 1, turn: 0, ...pattern.values };
  const sun = pattern.kind === 'cities' ? directionFrame(pattern.values.azimuth, pattern.values.height).forward : [0, 0, 0];
  const extent = isWhole ? mark : part;
  const into = gradient
    ? gradientInto(radians(gradient.turn), radians(gradient.tilt), extent)
    : picture
      ? pictureInto(picture, extent)
      : new Matrix4().makeScale(1 / scattered.size, 1 / scattered.size, 1 / scattered.size).multiply(turnedBack(scattered.turn));
  if (isWhole) into.multiply(new Matrix4().fromArray(seat as number[]));
  const m = into.elements;
  const row = (k: number) => [m[k], m[4 + k], m[8 + k], m[12 + k]] as number[];
  const [amount, edge] = gradient ? [gradient.from, gradient.to] : [scattered.amount, scattered.edge];
  return [
    ...[PATTERN_NUMBER[kind], amount, edge, scattered.size],
    ...[...values.colour, values.tints],
    ...[values.roughens, values.metals, values.glows, values.thins],
    ...[values.relief / 1000, ...sun],
    ...row(0),
    ...row(1),
    ...row(2),
    layer,
    REPEATS.indexOf(picture?.settings.repeats ?? 'once'),
    LAYINGS.indexOf(picture?.settings.laid ?? 'front'),
    picture?.values.own ?? 0,
  ];
}

/** Rows of regions follow those of patterns; they know their kinds by these numbers. */
export const REGION_NUMBER: Record<RegionKindName, number> = { 'half-space': 100, box: 101, ball: 102, drawn: 103 };

/** Corners that a row of an outline holds. */
export const CORNERS_A_ROW = 2 * PATTERN_TEXELS;

/**
 * A part of space that shows or hides, in the same table: kind, whether what lies within is hidden, soft border, 1 | half of its sides,
 * corners of its outline | 0, 0, 0, all of it | nothing | rows of the way from the own frame of what it acts on into its own | nothing.
 * Rows of corners follow that of an outline, as x and y.
 * @param seat from the own frame of what it acts on into that of its mark, as it stands at the moment
 */
export function regionRows({ kind, into, isFlat, half, border, acts, outline }: RegionState, seat: Mat4): number[][] {
  const m = multiply(into, seat);
  const row = (k: number) => [m[k], m[4 + k], m[8 + k], m[12 + k]] as number[];
  const first = [
    REGION_NUMBER[kind],
    REGION_ACTS.indexOf(acts),
    border,
    1,
    ...half,
    outline.length,
    ...[0, 0, 0, 1],
    ...[0, 0, 0, 0],
    ...row(0),
    ...row(1),
    // In the frame of the picture the third is what both others are divided by.
    ...row(isFlat ? 3 : 2),
    ...[-1, isFlat ? 1 : 0, 0, 0],
  ];
  const rows = Array.from({ length: Math.ceil(outline.length / CORNERS_A_ROW) }, (_, i) => {
    const corners = outline.slice(i * CORNERS_A_ROW, (i + 1) * CORNERS_A_ROW).flat();
    return [...corners, ...new Array<number>(4 * PATTERN_TEXELS - corners.length).fill(0)];
  });
  return [first, ...rows];
}

const turnedBack = (degrees: number) => new Matrix4().makeRotationZ(-radians(degrees));
