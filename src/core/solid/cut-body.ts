import type { Vec3 } from '../space/vector';
import { FloatList, IntList } from './growing';
import type { SolidMesh } from './mesh';
import { REGIONS } from './region';

/** A closed surface on its way through cuts: drawn vertices over bare ones, which triangles share. */
export interface CutBody {
  /** x, y, z of bare vertices, metres. */
  places: Float64Array;
  /** The bare vertex of each drawn one. */
  bare: Int32Array;
  normals: Float64Array;
  uvs: Float64Array;
  /** Three drawn vertices a triangle, anticlockwise from outside. */
  triangles: Int32Array;
  /** Of each triangle, by its place among the regions. */
  regions: Uint8Array;
}

/** Three numbers of a list that belong together. */
export const at3 = (list: Float64Array, i: number): Vec3 => [list[3 * i] as number, list[3 * i + 1] as number, list[3 * i + 2] as number];

/** A solid ready to be cut: vertices at one place are one again. */
export function cutBody({ positions, normals, uvs, indices, groups }: Omit<SolidMesh, 'topology' | 'swell'>): CutBody {
  const bareOf = new Map<string, number>();
  const places = new FloatList(positions.length + 3);
  const bare = new Int32Array(positions.length / 3);
  for (let v = 0; v < bare.length; v++) {
    const at = [positions[3 * v] as number, positions[3 * v + 1] as number, positions[3 * v + 2] as number];
    const key = at.join();
    let found = bareOf.get(key);
    if (found === undefined) {
      found = places.length / 3;
      bareOf.set(key, found);
      for (const value of at) places.push(value);
    }
    bare[v] = found;
  }
  const triangles = new IntList(indices.length + 3);
  const regions: number[] = [];
  for (const { region, start, count } of groups) {
    for (let i = start; i < start + count; i += 3) {
      const corners = [indices[i] as number, indices[i + 1] as number, indices[i + 2] as number] as const;
      const [a, b, c] = [bare[corners[0]], bare[corners[1]], bare[corners[2]]];
      if (a === b || b === c || c === a) continue;
      for (const corner of corners) triangles.push(corner);
      regions.push(REGIONS.indexOf(region));
    }
  }
  return {
    places: places.data.slice(0, places.length),
    bare,
    normals: Float64Array.from(normals),
    uvs: Float64Array.from(uvs),
    triangles: triangles.data.slice(0, triangles.length),
    regions: Uint8Array.from(regions),
  };
}

/** One side of a cut as it is put together. */
export class Half {
  private readonly places = new FloatList(1024);
  private readonly bare = new IntList(1024);
  private readonly normals = new FloatList(1024);
  private readonly uvs = new FloatList(1024);
  private readonly triangles = new IntList(1024);
  private readonly regions: number[] = [];
  private readonly bareKnown = new Map<number, number>();
  private readonly drawnKnown = new Map<number, number>();

  /** The drawn vertex known by a number, over the bare one known by another; made on first use. */
  vertex(key: number, bareKey: number, make: () => { place: Vec3; normal: Vec3; u: number; v: number }): number {
    const known = this.drawnKnown.get(key);
    if (known !== undefined) return known;
    const { place, normal, u, v } = make();
    let bare = this.bareKnown.get(bareKey);
    if (bare === undefined) {
      bare = this.places.length / 3;
      this.bareKnown.set(bareKey, bare);
      for (const value of place) this.places.push(value);
    }
    for (const value of normal) this.normals.push(value);
    this.uvs.push(u);
    this.uvs.push(v);
    const made = this.bare.push(bare);
    this.drawnKnown.set(key, made);
    return made;
  }

  triangle(region: number, a: number, b: number, c: number): void {
    for (const v of [a, b, c]) this.triangles.push(v);
    this.regions.push(region);
  }

  finish(): CutBody {
    return {
      places: this.places.data.slice(0, this.places.length),
      bare: this.bare.data.slice(0, this.bare.length),
      normals: this.normals.data.slice(0, this.normals.length),
      uvs: this.uvs.data.slice(0, this.uvs.length),
      triangles: this.triangles.data.slice(0, this.triangles.length),
      regions: Uint8Array.from(this.regions),
    };
  }
}

/** Parts of a surface that do not hang together, each by itself. */
export function apartBodies(body: CutBody): CutBody[] {
  const { bare, triangles, places } = body;
  const parent = Int32Array.from({ length: places.length / 3 }, (_, i) => i);
  const root = (i: number): number => {
    while (parent[i] !== i) i = parent[i] = parent[parent[i] as number] as number;
    return i;
  };
  for (let t = 0; t < triangles.length; t += 3) {
    const a = root(bare[triangles[t] as number] as number);
    for (const k of [1, 2]) parent[root(bare[triangles[t + k] as number] as number)] = a;
  }
  const halves = new Map<number, Half>();
  for (let t = 0; t < triangles.length; t += 3) {
    const r = root(bare[triangles[t] as number] as number);
    let half = halves.get(r);
    if (!half) halves.set(r, (half = new Half()));
    const own = half;
    const [a, b, c] = [0, 1, 2].map((k) => {
      const v = triangles[t + k] as number;
      const at = bare[v] as number;
      return own.vertex(v, at, () => ({
        place: at3(places, at),
        normal: at3(body.normals, v),
        u: body.uvs[2 * v] as number,
        v: body.uvs[2 * v + 1] as number,
      }));
    }) as [number, number, number];
    half.triangle(body.regions[t / 3] as number, a, b, c);
  }
  return [...halves.values()].map((half) => half.finish());
}

/** A body that has been cut, as it is drawn. */
export function cutSolid({ places, bare, normals, uvs, triangles, regions }: CutBody): SolidMesh {
  const positions = new Float32Array(3 * bare.length);
  for (let v = 0; v < bare.length; v++) {
    for (let k = 0; k < 3; k++) positions[3 * v + k] = places[3 * (bare[v] as number) + k] as number;
  }
  const indices = new Uint32Array(triangles.length);
  const groups: SolidMesh['groups'] = [];
  let filled = 0;
  REGIONS.forEach((region, r) => {
    const start = filled;
    for (let t = 0; t < regions.length; t++) {
      if (regions[t] !== r) continue;
      for (let k = 0; k < 3; k++) indices[filled++] = triangles[3 * t + k] as number;
    }
    if (filled > start) groups.push({ region, start, count: filled - start });
  });
  return {
    positions,
    normals: Float32Array.from(normals),
    uvs: Float32Array.from(uvs),
    indices,
    groups,
    topology: { positions: places, triangles: indices.map((v) => bare[v] as number) },
  };
}
