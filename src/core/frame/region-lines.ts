import type { Vec3 } from '../space/vector';
import type { RegionState } from './frame-state';

/** A plane is drawn so far each way from where it stands, metres. */
const REACH = 3;
const STEPS = 32;

const ring = (at: (cos: number, sin: number) => Vec3): Vec3[] =>
  Array.from({ length: STEPS + 1 }, (_, i) => at(Math.cos((2 * Math.PI * i) / STEPS), Math.sin((2 * Math.PI * i) / STEPS)));

/** Lines by which the border of a region is drawn, by their corners in its own frame. */
export function regionLines({ kind, half: [a, b, c], outline }: Pick<RegionState, 'kind' | 'half' | 'outline'>): Vec3[][] {
  switch (kind) {
    case 'half-space':
      return [
        [
          [0, -REACH, -REACH],
          [0, REACH, -REACH],
          [0, REACH, REACH],
          [0, -REACH, REACH],
          [0, -REACH, -REACH],
        ],
      ];
    case 'drawn':
      return [[...outline, ...outline.slice(0, 1)].map(([x, y]): Vec3 => [x, y, 0])];
    case 'ball':
      return [ring((u, v) => [a * u, b * v, 0]), ring((u, v) => [a * u, 0, c * v]), ring((u, v) => [0, b * u, c * v])];
    case 'box': {
      const face = (z: number): Vec3[] => [
        [-a, -b, z],
        [a, -b, z],
        [a, b, z],
        [-a, b, z],
        [-a, -b, z],
      ];
      const deep = (x: number, y: number): Vec3[] => [
        [x, y, -c],
        [x, y, c],
      ];
      return [face(-c), face(c), deep(-a, -b), deep(a, -b), deep(a, b), deep(-a, b)];
    }
  }
}
