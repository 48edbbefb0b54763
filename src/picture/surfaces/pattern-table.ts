import { Matrix4, type Box3 } from 'three';
import type { PatternState } from '@/core/frame/frame-state';
import { PATTERNS, type PatternKindName } from '@/core/production/owners/patterns/patterns';
import { radians } from '@/core/space/angle';
import { directionFrame } from '@/core/space/direction-frame';
import type { Mat4 } from '@/core/space/matrix';

/** Where a thing stands that patterns lie on: in its mark, and how far that and it reach. */
export interface PatternGround {
  /** From the thing's own frame into that of its mark. */
  seat: Mat4;
  mark: Box3;
  part: Box3;
}

export const PATTERN_TEXELS = 7;
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
 * A pattern as the table has it: kind, how much of it, soft edge, size | colour, tints | roughens, metals, glows, thins | relief in metres,
 * where its sun stands | rows of the way from the own frame of what it lies on into its own.
 */
export function patternRow(pattern: PatternState, { seat, mark, part }: PatternGround): number[] {
  const { values, settings, kind } = pattern;
  const isWhole = settings.over === 'mark';
  const gradient = pattern.kind === 'gradient' ? pattern.values : null;
  const scattered = { amount: 1, edge: 1, size: 1, turn: 0, ...pattern.values };
  const sun = pattern.kind === 'cities' ? directionFrame(pattern.values.azimuth, pattern.values.height).forward : [0, 0, 0];
  const into = gradient
    ? gradientInto(radians(gradient.turn), radians(gradient.tilt), isWhole ? mark : part)
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
  ];
}

const turnedBack = (degrees: number) => new Matrix4().makeRotationZ(-radians(degrees));
