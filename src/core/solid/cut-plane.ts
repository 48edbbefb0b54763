import { cross, dot, normalise, type Vec3 } from '../space/vector';
import { at3, Half, type CutBody } from './cut-body';
import { REGIONS } from './region';
import { triangulateInside, WavefrontError } from './triangulate';

/** A plane: what lies where the normal points to is in front of it. */
export interface CutPlane {
  /** Of length 1. */
  normal: Vec3;
  /** Distance from the origin along the normal, metres. */
  offset: number;
}

/** Surfaces that a cut lays open are of the sides. */
const CUT_REGION = REGIONS.indexOf('side');
/** A vertex nearer to a plane than this counts as in front of it, metres. */
const ON_PLANE = 1e-9;
const ATTEMPTS = 4;

const between = (a: Vec3, b: Vec3, s: number): Vec3 => [a[0] + (b[0] - a[0]) * s, a[1] + (b[1] - a[1]) * s, a[2] + (b[2] - a[2]) * s];

/**
 * Cuts a closed surface along a plane into what lies in front of it and what lies behind; both are closed. Null for a side on which nothing
 * is.
 * @throws WavefrontError when what is laid open cannot be filled: another plane near by may do
 */
export function splitBody(body: CutBody, plane: CutPlane): [front: CutBody | null, back: CutBody | null] {
  const { places, bare, normals, uvs, triangles, regions } = body;
  const bareCount = places.length / 3;
  const off = new Float64Array(bareCount);
  let [ahead, behind] = [false, false];
  for (let i = 0; i < bareCount; i++) {
    const d = dot(at3(places, i), plane.normal) - plane.offset;
    off[i] = Math.abs(d) < ON_PLANE ? ON_PLANE : d;
    if ((off[i] as number) > 0) ahead = true;
    else behind = true;
  }
  if (!ahead) return [null, body];
  if (!behind) return [body, null];

  const halves = [new Half(), new Half()] as const;
  const drawnCount = bare.length;
  const isAhead = (v: number) => (off[bare[v] as number] as number) > 0;
  const keep = (half: Half, v: number) => {
    const b = bare[v] as number;
    return half.vertex(v, b, () => ({
      place: at3(places, b),
      normal: at3(normals, v),
      u: uvs[2 * v] as number,
      v: uvs[2 * v + 1] as number,
    }));
  };
  /** Where the edge between two drawn vertices meets the plane, from the lower bare one on: both its triangles find the same place. */
  const cutEdge = (v: number, w: number) => {
    const [p, q] = (bare[v] as number) < (bare[w] as number) ? [v, w] : [w, v];
    const [bp, bq] = [bare[p] as number, bare[q] as number];
    const share = (off[bp] as number) / ((off[bp] as number) - (off[bq] as number));
    return { p, q, share, bareKey: bareCount + bp * bareCount + bq, key: drawnCount + p * drawnCount + q };
  };
  type Edge = ReturnType<typeof cutEdge>;
  const onPlane = (half: Half, { p, q, share, key, bareKey }: Edge) =>
    half.vertex(key, bareKey, () => {
      const mix = (list: Float64Array, k: number) => {
        const [a, b] = [list[2 * p + k] as number, list[2 * q + k] as number];
        return a + (b - a) * share;
      };
      return {
        place: between(at3(places, bare[p] as number), at3(places, bare[q] as number), share),
        normal: normalise(between(at3(normals, p), at3(normals, q), share)),
        u: mix(uvs, 0),
        v: mix(uvs, 1),
      };
    });

  /** Edges of what is laid open, as it is seen from behind the plane, where the front half ends. */
  const open: [Edge, Edge][] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const region = regions[t / 3] as number;
    const corners = [triangles[t] as number, triangles[t + 1] as number, triangles[t + 2] as number];
    const sides = corners.map(isAhead);
    if (sides[0] === sides[1] && sides[1] === sides[2]) {
      const half = sides[0] ? halves[0] : halves[1];
      const [a, b, c] = corners.map((v) => keep(half, v)) as [number, number, number];
      half.triangle(region, a, b, c);
      continue;
    }
    const lone = sides.findIndex((side, k) => side !== sides[(k + 1) % 3] && side !== sides[(k + 2) % 3]);
    const [v0, v1, v2] = [corners[lone], corners[(lone + 1) % 3], corners[(lone + 2) % 3]] as [number, number, number];
    const [P, Q] = [cutEdge(v0, v1), cutEdge(v0, v2)];
    const [own, other] = sides[lone] ? halves : [halves[1], halves[0]];
    own.triangle(region, keep(own, v0), onPlane(own, P), onPlane(own, Q));
    other.triangle(region, onPlane(other, P), keep(other, v1), keep(other, v2));
    other.triangle(region, onPlane(other, P), keep(other, v2), onPlane(other, Q));
    open.push(sides[lone] ? [Q, P] : [P, Q]);
  }
  fill(open, plane, body, halves, drawnCount * (drawnCount + 2));
  return [halves[0].finish(), halves[1].finish()];
}

/** Fills what a cut has laid open, alike on both halves. */
function fill(
  open: readonly [CutPoint, CutPoint][],
  { normal }: CutPlane,
  { places, bare }: CutBody,
  halves: readonly [Half, Half],
  firstKey: number,
): void {
  const across = normalise(cross(Math.abs(normal[2]) < 0.9 ? [0, 0, 1] : [1, 0, 0], normal));
  // Seen from behind the plane, so that the front half's filling runs anticlockwise.
  const up = cross(across, normal);
  const number = new Map<number, number>();
  const points: { place: Vec3; bareKey: number }[] = [];
  const numberOf = ({ p, q, share, bareKey }: CutPoint): number => {
    let n = number.get(bareKey);
    if (n === undefined) {
      n = points.length;
      number.set(bareKey, n);
      points.push({ place: between(at3(places, bare[p] as number), at3(places, bare[q] as number), share), bareKey });
    }
    return n;
  };
  const edges = Int32Array.from(open.flatMap(([from, to]) => [numberOf(from), numberOf(to)]));
  const flat = Float64Array.from(points.flatMap(({ place }) => [dot(place, across), dot(place, up)]));
  const { corners } = triangulateInside(flat, edges);
  const facing: [Vec3, Vec3] = [[-normal[0], -normal[1], -normal[2]], normal];
  halves.forEach((half, side) => {
    const vertex = (n: number) => {
      const { place, bareKey } = points[n] as (typeof points)[number];
      return half.vertex(firstKey + n, bareKey, () => ({
        place,
        normal: facing[side] as Vec3,
        u: flat[2 * n] as number,
        v: flat[2 * n + 1] as number,
      }));
    };
    for (let t = 0; t < corners.length; t += 3) {
      const [a, b, c] = [corners[t], corners[t + 1], corners[t + 2]].map((n) => vertex(n as number)) as [number, number, number];
      if (side === 0) half.triangle(CUT_REGION, a, b, c);
      else half.triangle(CUT_REGION, a, c, b);
    }
  });
}

/** Where an edge between drawn vertices meets a plane. */
interface CutPoint {
  p: number;
  q: number;
  share: number;
  bareKey: number;
}

/**
 * Cuts along a plane, or one so near to it that nobody sees it where what is laid open cannot be filled there.
 * @param scale size that is moved by a share of, metres
 */
export function splitNear(body: CutBody, plane: CutPlane, scale: number): [front: CutBody | null, back: CutBody | null] {
  let last: unknown;
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    try {
      return splitBody(body, { ...plane, offset: plane.offset + scale * 1.3e-5 * attempt * (attempt % 2 === 0 ? 1 : -1) });
    } catch (error) {
      if (!(error instanceof WavefrontError)) throw error;
      last = error;
    }
  }
  throw last;
}
