/** A skin over a plan, as it is solved: what is refined where it bends. */
export interface SolvedSkin {
  x: Float64Array;
  y: Float64Array;
  /** Corners, three a triangle. */
  triangles: Int32Array;
  /** Pairs of points along the outline. */
  edges: Int32Array;
  /** 1 for points of the seam. */
  held: Uint8Array;
  u: Float64Array;
  /** Slope of u at each point: x, y pairs. */
  slope: Float64Array;
}

/** Sides over which the normal turns by more than this are halved: between its corners a triangle is shaded straight. */
const BEND = Math.cos((7 * Math.PI) / 180);
const ROUNDS = 2;
/** As many points as a skin is refined to. */
const MAX_POINTS = 30_000;

/** Halves sides where the skin bends, with points on the cubic that has the heights and slopes of both ends. */
export function refineSkin(skin: SolvedSkin): SolvedSkin {
  let refined = skin;
  for (let round = 0; round < ROUNDS && refined.x.length < MAX_POINTS; round++) refined = halvedWhereBent(refined);
  return refined;
}

type Normal = readonly [number, number, number];

/** Normal of the front of a skin at amount 1: the height is √u. */
function normalOf({ u, slope, held }: SolvedSkin, i: number): Normal {
  const n = [-(slope[2 * i] as number) / 2, -(slope[2 * i + 1] as number) / 2, held[i] ? 0 : Math.sqrt(u[i] as number)] as const;
  const length = Math.hypot(...n);
  return length > 1e-12 ? [n[0] / length, n[1] / length, n[2] / length] : [0, 0, 1];
}

class Lists {
  readonly x: number[];
  readonly y: number[];
  readonly u: number[];
  readonly held: number[];
  readonly slope: number[];

  constructor(skin: SolvedSkin) {
    this.x = [...skin.x];
    this.y = [...skin.y];
    this.u = [...skin.u];
    this.held = [...skin.held];
    this.slope = [...skin.slope];
  }

  /** Puts a point in the middle of a side. */
  middle(a: number, b: number, isSeam: boolean): number {
    const { x, y, u, slope, held } = this;
    const at = (list: number[], i: number) => list[i] as number;
    const [dx, dy] = [at(x, b) - at(x, a), at(y, b) - at(y, a)];
    const length = Math.hypot(dx, dy) || 1;
    const [tx, ty] = [dx / length, dy / length];
    const along = (i: number) => at(slope, 2 * i) * tx + at(slope, 2 * i + 1) * ty;
    const across = (i: number) => -at(slope, 2 * i) * ty + at(slope, 2 * i + 1) * tx;
    const [sa, sb] = [along(a), along(b)];
    const onSeam = isSeam && held[a] === 1 && held[b] === 1;
    const height = onSeam ? 0 : Math.max(0, (at(u, a) + at(u, b)) / 2 + ((sa - sb) * length) / 8);
    const t = onSeam ? 0 : (1.5 * (at(u, b) - at(u, a))) / length - (sa + sb) / 4;
    const n = (across(a) + across(b)) / 2;
    x.push(at(x, a) + dx / 2);
    y.push(at(y, a) + dy / 2);
    u.push(height);
    held.push(onSeam ? 1 : 0);
    // Where both ends of a seam slope each its own way, the middle slopes as their mean does.
    if (onSeam) slope.push((at(slope, 2 * a) + at(slope, 2 * b)) / 2, (at(slope, 2 * a + 1) + at(slope, 2 * b + 1)) / 2);
    else slope.push(t * tx - n * ty, t * ty + n * tx);
    return x.length - 1;
  }
}

const sideKey = (a: number, b: number, count: number) => (a < b ? a * count + b : b * count + a);

function halvedWhereBent(skin: SolvedSkin): SolvedSkin {
  const { triangles, edges } = skin;
  const count = skin.x.length;
  const normals = Array.from({ length: count }, (_, i) => normalOf(skin, i));
  const lists = new Lists(skin);
  const seams = new Set<number>();
  for (let e = 0; e < edges.length; e += 2) seams.add(sideKey(edges[e] as number, edges[e + 1] as number, count));
  const middles = new Map<number, number>();
  const middleOf = (a: number, b: number): number | undefined => {
    const key = sideKey(a, b, count);
    const known = middles.get(key);
    if (known !== undefined) return known;
    const [n, m] = [normals[a] as Normal, normals[b] as Normal];
    if (n[0] * m[0] + n[1] * m[1] + n[2] * m[2] > BEND) return undefined;
    const made = lists.middle(a, b, seams.has(key));
    middles.set(key, made);
    return made;
  };
  const out: number[] = [];
  for (let t = 0; t < triangles.length; t += 3) {
    const corners = [triangles[t], triangles[t + 1], triangles[t + 2]] as [number, number, number];
    out.push(...divided(corners, [middleOf(corners[0], corners[1]), middleOf(corners[1], corners[2]), middleOf(corners[2], corners[0])]));
  }
  const sides: number[] = [];
  for (let e = 0; e < edges.length; e += 2) {
    const [a, b] = [edges[e] as number, edges[e + 1] as number];
    const middle = middleOf(a, b);
    sides.push(...(middle === undefined ? [a, b] : [a, middle, middle, b]));
  }
  return {
    x: Float64Array.from(lists.x),
    y: Float64Array.from(lists.y),
    u: Float64Array.from(lists.u),
    held: Uint8Array.from(lists.held),
    slope: Float64Array.from(lists.slope),
    triangles: Int32Array.from(out),
    edges: Int32Array.from(sides),
  };
}

type Sides = readonly [number | undefined, number | undefined, number | undefined];

/** A triangle cut by the middles of some of its sides; all pieces go round as it does. */
function divided([a, b, c]: readonly [number, number, number], [ab, bc, ca]: Sides): number[] {
  if (ab !== undefined && bc !== undefined && ca !== undefined) return [a, ab, ca, ab, b, bc, ca, bc, c, ab, bc, ca];
  if (ab === undefined && bc === undefined && ca === undefined) return [a, b, c];
  // Turned so that the first side is one that is halved, and of two halved ones the last is not.
  if (ab === undefined || (ca !== undefined && bc === undefined)) return divided([b, c, a], [bc, ca, ab]);
  return bc === undefined ? [a, ab, c, ab, b, c] : [a, ab, c, ab, bc, c, ab, b, bc];
}
