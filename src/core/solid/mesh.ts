import { FloatList, IntList } from './growing';
import type { LineRun } from './line/line-run';
import type { Region } from './region';
import type { Vec3 } from '../space/vector';

export { REGIONS, type Region } from './region';

/** What a skin does as it is blown up: half-height at full roundness with its sign, and the slope of its square; per vertex. */
export interface Swell {
  /** z of the seam. */
  middle: number;
  /** Height at which a lid stops it, metres; 0 for none. */
  lid: number;
  /** g, du/dx, du/dy per vertex, where u = g² is the membrane's height function; g is negative behind the seam. */
  rise: Float32Array;
  /** Vertices of walls, where skins press on one another, keep their normals. */
  wall: Uint8Array;
}

/** A closed surface made ready for drawing, with the bare topology behind it. */
export interface SolidMesh {
  /** x, y, z per vertex, metres. */
  positions: Float32Array;
  normals: Float32Array;
  /**
   * Texture coordinates per vertex, metres: across and up on faces; along the outline and across bevels; along the outline and depth on
   * sides.
   */
  uvs: Float32Array;
  /** Of a drawn line: what places its vertices as far as it is drawn (see line/drawn-line.ts). */
  line?: LineRun;
  /** Of an inflated skin: how each vertex moves with pressure (see skin.ts). */
  swell?: Swell;
  /** Three vertices a triangle, anticlockwise from outside. */
  indices: Uint32Array;
  groups: { region: Region; start: number; count: number }[];
  /** The same triangles on unsplit vertices: what a judge of closedness needs. */
  topology: { positions: Float64Array; triangles: Uint32Array };
}

/** A map from small whole numbers to others. */
class KeyTable {
  private readonly values: Int32Array;
  constructor(size: number) {
    this.values = new Int32Array(size);
  }
  get(key: number): number | undefined {
    const value = this.values[key] as number;
    return value === 0 ? undefined : value - 1;
  }
  set(key: number, value: number): void {
    this.values[key] = value + 1;
  }
}

/** Collects triangles; vertices are split only where normals or regions differ. */
export class MeshBuilder {
  private readonly topoPositions = new FloatList(1024);
  private readonly topoTriangles = new IntList(4096);
  private readonly topoOfKey: { get(key: number): number | undefined; set(key: number, topo: number): unknown };
  private readonly firstSplit = new IntList(1024);
  private readonly splitNext = new IntList(1024);
  private readonly splitRegion = new IntList(1024);
  private readonly normals = new FloatList(4096);
  private readonly uvs = new FloatList(4096);
  private readonly splitTopo = new IntList(1024);
  private readonly indices = new IntList(4096);
  private readonly groups: SolidMesh['groups'] = [];
  private region = -1;

  /** @param keys how many keys there can be at most, where they are few enough to be counted: a table is then quicker than a map */
  constructor(keys = Infinity) {
    this.topoOfKey = keys < 4e6 ? new KeyTable(keys) : new Map<number, number>();
  }

  /** The unsplit vertex known by a key, made on first use. */
  topoVertex(key: number, x: number, y: number, z: number): number {
    const known = this.topoOfKey.get(key);
    if (known !== undefined) return known;
    const made = this.firstSplit.push(-1);
    this.topoPositions.push(x);
    this.topoPositions.push(y);
    this.topoPositions.push(z);
    this.topoOfKey.set(key, made);
    return made;
  }

  /** The drawn vertex at an unsplit one with this normal and these texture coordinates in the current region. */
  vertex(topo: number, nx: number, ny: number, nz: number, u: number, v: number): number {
    const { normals, uvs } = this;
    for (let s = this.firstSplit.at(topo); s >= 0; s = this.splitNext.at(s)) {
      if (this.splitRegion.at(s) !== this.region) continue;
      if (Math.abs(uvs.at(2 * s) - u) + Math.abs(uvs.at(2 * s + 1) - v) > 1e-5) continue;
      if (Math.abs(normals.at(3 * s) - nx) + Math.abs(normals.at(3 * s + 1) - ny) + Math.abs(normals.at(3 * s + 2) - nz) < 1e-3) return s;
    }
    normals.push(nx);
    normals.push(ny);
    normals.push(nz);
    uvs.push(u);
    uvs.push(v);
    this.splitTopo.push(topo);
    this.splitRegion.push(this.region);
    const made = this.splitNext.push(this.firstSplit.at(topo));
    this.firstSplit.set(topo, made);
    return made;
  }

  begin(region: Region): void {
    this.region++;
    this.groups.push({ region, start: this.indices.length, count: 0 });
  }

  end(): void {
    const group = this.groups[this.groups.length - 1];
    if (group) group.count = this.indices.length - group.start;
  }

  /** Adds a triangle of drawn vertices; one that has shrunk to a line in the topology is left out. */
  triangle(a: number, b: number, c: number): void {
    const ta = this.splitTopo.at(a);
    const tb = this.splitTopo.at(b);
    const tc = this.splitTopo.at(c);
    if (ta === tb || tb === tc || tc === ta) return;
    for (const t of [ta, tb, tc]) this.topoTriangles.push(t);
    for (const v of [a, b, c]) this.indices.push(v);
  }

  finish(): SolidMesh {
    const count = this.splitTopo.length;
    const positions = new Float32Array(3 * count);
    for (let v = 0; v < count; v++) {
      const topo = 3 * this.splitTopo.at(v);
      for (let k = 0; k < 3; k++) positions[3 * v + k] = this.topoPositions.at(topo + k);
    }
    return {
      positions,
      normals: Float32Array.from(this.normals.data.subarray(0, 3 * count)),
      uvs: Float32Array.from(this.uvs.data.subarray(0, 2 * count)),
      indices: Uint32Array.from(this.indices.data.subarray(0, this.indices.length)),
      groups: this.groups.filter((group) => group.count > 0),
      topology: {
        positions: this.topoPositions.data.slice(0, this.topoPositions.length),
        triangles: Uint32Array.from(this.topoTriangles.data.subarray(0, this.topoTriangles.length)),
      },
    };
  }
}

/** Volume enclosed by a closed surface, from the divergence theorem. */
export function enclosedVolume({ positions, triangles }: SolidMesh['topology']): number {
  const p = (i: number): Vec3 => [positions[3 * i] as number, positions[3 * i + 1] as number, positions[3 * i + 2] as number];
  let six = 0;
  for (let t = 0; t < triangles.length; t += 3) {
    const a = p(triangles[t] as number);
    const b = p(triangles[t + 1] as number);
    const c = p(triangles[t + 2] as number);
    six += a[0] * (b[1] * c[2] - b[2] * c[1]) + a[1] * (b[2] * c[0] - b[0] * c[2]) + a[2] * (b[0] * c[1] - b[1] * c[0]);
  }
  return six / 6;
}
