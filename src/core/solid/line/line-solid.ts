import { SolidError } from '../bevelled-solid';
import type { SolidMesh } from '../mesh';
import { REGIONS } from '../region';
import { capRings } from './line-caps';
import { lineLength, linePaths, type LinePath } from './line-path';
import type { LineRun, LineShape, LineTube } from './line-run';
import { sectionSides, type SectionSide } from './line-section';

const MAX_DASHES = 1000;
const MAX_RINGS = 40_000;
/** Largest distance of chords from a curve, as a share of the whole way. */
const CHORDS = 1 / 15_000;
/** Less than this is no way, metres. */
const SHORTEST = 1e-6;

/** Most places of a path that lie within a length of it. */
function densest({ rows, length, isClosed }: LinePath, within: number): number {
  if (within >= length) return rows.length * (isClosed ? 2 : 1);
  const ways = isClosed ? [...rows.map(({ s }) => s), ...rows.map(({ s }) => s + length)] : rows.map(({ s }) => s);
  let [most, first] = [0, 0];
  ways.forEach((s, last) => {
    while (s - (ways[first] as number) > within) first++;
    most = Math.max(most, last - first + 1);
  });
  return most;
}

function tubesOf({ dash, gap }: Pick<LineShape, 'dash' | 'gap'>, paths: readonly LinePath[]): LineTube[] {
  if (!(gap > 0)) return paths.map((path, i) => ({ path: i, dash: null, rings: densest(path, path.length) }));
  const period = Math.max(dash, 1e-4) + gap;
  return paths.flatMap((path, i) => {
    const count = Math.ceil(path.length / period) + 1;
    const rings = densest(path, dash) + 2;
    return Array.from({ length: count }, (_, k) => ({ path: i, dash: k, rings }));
  });
}

/** Rings of a tube: both caps, both ends, and what lies between. */
export const ringsOf = ({ shape }: LineRun, { rings }: LineTube): number =>
  rings + 2 + capRings(shape.begins).length + capRings(shape.ends).length;

/** Corners of a box, and its faces as four of them each, seen from outside. */
export const BOX_CORNERS = [0, 1, 2, 3, 4, 5, 6, 7].map((i) => [i & 1 ? 1 : -1, i & 2 ? 1 : -1, i & 4 ? 1 : -1] as const);
export const BOX_FACES = [
  { normal: [1, 0, 0], corners: [1, 3, 7, 5] },
  { normal: [-1, 0, 0], corners: [0, 4, 6, 2] },
  { normal: [0, 1, 0], corners: [2, 6, 7, 3] },
  { normal: [0, -1, 0], corners: [0, 1, 5, 4] },
  { normal: [0, 0, 1], corners: [4, 5, 7, 6] },
  { normal: [0, 0, -1], corners: [0, 2, 3, 1] },
] as const;

/** The paths that a line runs along, for whoever only asks where its tip is. */
export function lineWay<S extends Pick<LineShape, 'd' | 'join'>>(shape: S): { paths: LinePath[]; shape: S } {
  const rough = lineLength(linePaths(shape.d, shape.join, 1));
  return { paths: linePaths(shape.d, shape.join, Math.max(1e-6, rough * CHORDS)), shape };
}

/**
 * Makes a line along paths: closed bodies whose vertices are placed by how far it is drawn (see drawn-line.ts).
 * @throws SolidError for a path without length, or one that is too much
 */
export function buildLine(shape: LineShape): { run: LineRun; mesh: Omit<SolidMesh, 'positions' | 'normals'>; drawn: number } {
  const { paths } = lineWay(shape);
  if (lineLength(paths) < SHORTEST) throw new SolidError('This line has no length.');
  const tubes = tubesOf(shape, paths);
  const sides = sectionSides(shape.section, shape.front, shape.back);
  const corners = shape.handles > 0 ? paths.flatMap((path, i) => path.corners.map((s) => ({ path: i, s }))) : [];
  const run: LineRun = { shape, paths, tubes, sides, corners };
  if (shape.gap > 0 && tubes.length > MAX_DASHES) throw new SolidError(`A line can have at most ${MAX_DASHES} dashes. Make them longer.`);
  const rings = tubes.reduce((sum, tube) => sum + ringsOf(run, tube), 0);
  if (rings > MAX_RINGS) throw new SolidError('This line has too many corners and dashes to be drawn.');
  return { run, ...topologyOf(run) };
}

/** Triangles over the vertices of a line: two for each side in each ring, then four for each face of a square. */
function topologyOf(run: LineRun): { mesh: Omit<SolidMesh, 'positions' | 'normals'>; drawn: number } {
  const { sides, tubes, corners } = run;
  const width = sides.length;
  const indices: number[][] = REGIONS.map(() => []);
  const bare: number[][] = REGIONS.map(() => []);
  const uvs: number[] = [];
  let [drawn, bareFirst] = [0, 0];
  for (const tube of tubes) {
    const count = ringsOf(run, tube);
    for (let ring = 0; ring < count; ring++) {
      for (let side = 0; side < width; side++) {
        uvs.push(side / width, ring / count, (side + 1) / width, ring / count);
        if (ring === 0) continue;
        const region = REGIONS.indexOf((sides[side] as SectionSide).region);
        const [b, a] = [drawn + 2 * (ring * width + side), drawn + 2 * ((ring - 1) * width + side)];
        indices[region]?.push(a, a + 1, b, a + 1, b + 1, b);
        // The first ring and the last are each a point.
        const at = (r: number, k: number) => bareFirst + r * width + (r === 0 || r === count - 1 ? 0 : k % width);
        const [p, q, r, s] = [at(ring - 1, side), at(ring, side), at(ring - 1, side + 1), at(ring, side + 1)];
        if (p !== r) bare[region]?.push(p, r, q);
        if (s !== q) bare[region]?.push(r, s, q);
      }
    }
    drawn += 2 * width * count;
    bareFirst += width * count;
  }
  const face = REGIONS.indexOf('face');
  corners.forEach(() => {
    for (const { corners: four } of BOX_FACES) {
      indices[face]?.push(drawn, drawn + 1, drawn + 2, drawn, drawn + 2, drawn + 3);
      const [a, b, c, d] = four.map((corner) => bareFirst + corner) as [number, number, number, number];
      bare[face]?.push(a, b, c, a, c, d);
      uvs.push(0, 0, 1, 0, 1, 1, 0, 1);
      drawn += 4;
    }
    bareFirst += 8;
  });
  let start = 0;
  const groups = REGIONS.flatMap((region, i) => {
    const count = indices[i]?.length ?? 0;
    start += count;
    return count > 0 ? [{ region, start: start - count, count }] : [];
  });
  const topology = { positions: new Float64Array(3 * bareFirst), triangles: Uint32Array.from(bare.flat()) };
  return { mesh: { uvs: Float32Array.from(uvs), indices: Uint32Array.from(indices.flat()), groups, topology }, drawn };
}
