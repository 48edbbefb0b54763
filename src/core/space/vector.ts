/** Points and directions as plain triples, in metres. */
export type Vec3 = readonly [number, number, number];

export const add = (a: Vec3, b: Vec3): Vec3 => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
export const subtract = (a: Vec3, b: Vec3): Vec3 => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
export const scale = (a: Vec3, s: number): Vec3 => [a[0] * s, a[1] * s, a[2] * s];
export const dot = (a: Vec3, b: Vec3): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
export const cross = (a: Vec3, b: Vec3): Vec3 => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
export const length = (a: Vec3): number => Math.hypot(a[0], a[1], a[2]);
export const distance = (a: Vec3, b: Vec3): number => length(subtract(a, b));
export const normalise = (a: Vec3): Vec3 => scale(a, 1 / (length(a) || 1));

/** An axis-aligned box. */
export interface Box {
  min: Vec3;
  max: Vec3;
}

/** The middle of a box. */
export const boxMiddle = ({ min, max }: Box): Vec3 => scale(add(min, max), 0.5);

/** The point of a box that is nearest to a point. */
export const clampToBox = (p: Vec3, { min, max }: Box): Vec3 =>
  p.map((v, i) => Math.max(min[i] as number, Math.min(max[i] as number, v))) as unknown as Vec3;

/** The eight corners of a box. */
export function boxCorners({ min, max }: Box): Vec3[] {
  const corners: Vec3[] = [];
  for (const x of [min[0], max[0]]) for (const y of [min[1], max[1]]) for (const z of [min[2], max[2]]) corners.push([x, y, z]);
  return corners;
}
