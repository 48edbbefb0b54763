import { radians } from '../../space/angle';
import type { SolidMesh } from '../mesh';
import { capRings, type CapRing } from './line-caps';
import { lineLength, rowAt, type LinePath, type LineRow } from './line-path';
import type { LineRun, LineShape, LineTube } from './line-run';
import { BOX_CORNERS, BOX_FACES, buildLine } from './line-solid';

/** How far a line is drawn, and how it stands. */
export interface LineState {
  /** Shares of its way at which it begins and ends, and by which both are moved on. */
  start: number;
  end: number;
  offset: number;
  /** How far dashes have run along it, metres. */
  march: number;
  /** Metres. */
  width: number;
}

/** Depths between which it stands, metres. */
interface Depths {
  from: number;
  to: number;
}

/** What it takes to say where a line is drawn to. */
type LineWay = Pick<LineRun, 'paths'> & { shape: Pick<LineShape, 'inTurn'> };

/** What of each path is drawn: ways from its beginning. */
function spans({ paths, shape }: LineWay, { start, end, offset }: LineState): { from: number; to: number }[] {
  const total = lineLength(paths);
  let before = 0;
  return paths.map(({ length, isClosed }) => {
    const [own, first] = shape.inTurn ? [total, before] : [length, 0];
    before += length;
    // Moved on, a path that is closed goes on from its beginning; another ends where it ends.
    if (isClosed && (!shape.inTurn || paths.length === 1)) {
      const from = (Math.min(start, end) + offset) * length;
      return { from, to: from + Math.min(1, Math.abs(end - start)) * length };
    }
    const at = (share: number) => Math.max(0, Math.min(length, (share + offset) * own - first));
    return { from: at(Math.min(start, end)), to: at(Math.max(start, end)) };
  });
}

/** What of a tube is drawn; nothing where its end is not beyond its beginning. */
function tubeSpan({ shape, paths }: LineRun, tube: LineTube, span: { from: number; to: number }, march: number) {
  if (tube.dash === null) return span;
  const { length } = paths[tube.path] as LinePath;
  const period = Math.max(shape.dash, 1e-4) + shape.gap;
  const whole = (Math.ceil(length / period) + 1) * period;
  const first = tube.dash * period + march;
  const at = first - Math.floor((first + shape.dash) / whole) * whole;
  // Where it is closed and moved on, what is drawn may lie past its end.
  const shift = Math.floor(span.from / length) * length;
  const [from, to] = [Math.max(span.from, at + shift), Math.min(span.to, at + shape.dash + shift)];
  return { from, to: Math.min(to, shift + length) };
}

/** Writes the vertices of one ring. */
class Rings {
  at = 0;
  bare = 0;
  constructor(
    private readonly run: LineRun,
    private readonly width: number,
    private readonly depths: Depths,
    readonly positions: Float32Array,
    readonly normals: Float32Array,
    private readonly topology: Float64Array | null,
  ) {}

  /**
   * @param out way along the line that a cap lies beyond: 1 at its end, -1 at its beginning
   * @param size 0 draws it in one point
   */
  ring({ x, y, left, across }: LineRow, { beyond, size, lean }: CapRing, out: 1 | -1): void {
    const { width, positions, normals, topology } = this;
    const { from, to } = this.depths;
    const angle = radians(lean);
    const [upright, leaning] = [Math.cos(angle), Math.sin(angle) * out];
    const way = [left[1], -left[0]] as const;
    const [px, py] = [x + way[0] * beyond * width * out, y + way[1] * beyond * width * out];
    const middle = (from + to) / 2;
    // Bevels that are wider than the line are narrowed.
    const inset = this.run.sides.reduce((most, { from: p }) => Math.max(most, Math.abs(p.left)), 0);
    const fit = inset > 0 ? Math.min(1, (0.49 * width) / inset) : 1;
    for (const side of this.run.sides) {
      for (const point of [side.from, side.to]) {
        const l = (point.wide * width + point.left * fit) * size;
        const z = from + (to - from) * point.deep + point.toward * fit + point.high * width;
        // Caps of what is round close in their middle; bands keep their depth until they close.
        const deep = size === 0 || point.high !== 0 ? middle + (z - middle) * size : z;
        const [nl, nz] = point.normal;
        if (topology && point === side.from) {
          topology.set([px + across[0] * l, py + across[1] * l, deep], 3 * this.bare);
          this.bare++;
        }
        positions.set([px + across[0] * l, py + across[1] * l, deep], 3 * this.at);
        normals.set([left[0] * nl * upright + way[0] * leaning, left[1] * nl * upright + way[1] * leaning, nz * upright], 3 * this.at);
        this.at++;
      }
    }
  }

  /** A square at a corner. */
  square({ x, y }: LineRow, size: number): void {
    const { positions, normals, topology } = this;
    const { from, to } = this.depths;
    const [middle, half] = [(from + to) / 2, ((to - from) / 2) * 1.15];
    const corner = (i: number): [number, number, number] => {
      const [i0, i1, i2] = BOX_CORNERS[i] as (typeof BOX_CORNERS)[number];
      return [x + (i0 * size) / 2, y + (i1 * size) / 2, middle + i2 * half * (size > 0 ? 1 : 0)];
    };
    for (const { normal, corners } of BOX_FACES) {
      for (const i of corners) {
        positions.set(corner(i), 3 * this.at);
        normals.set(normal, 3 * this.at);
        this.at++;
      }
    }
    if (topology) for (let i = 0; i < 8; i++) topology.set(corner(i), 3 * this.bare++);
  }
}

const PLAIN: CapRing = { beyond: 0, size: 1, lean: 0 };

function drawTube(rings: Rings, run: LineRun, tube: LineTube, { from, to }: { from: number; to: number }): void {
  const path = run.paths[tube.path] as LinePath;
  const [begins, ends] = [capRings(run.shape.begins), capRings(run.shape.ends)];
  const [first, last] = [rowAt(path, from), rowAt(path, Math.max(from, to), true)];
  const seen = to - from > 1e-9 ? 1 : 0;
  const cap = (ring: CapRing): CapRing => (seen ? ring : { beyond: 0, size: 0, lean: ring.lean });
  for (const ring of [...begins].reverse()) rings.ring(first, cap(ring), -1);
  rings.ring(first, cap(PLAIN), -1);
  let left = tube.rings;
  if (seen) {
    const rounds = path.isClosed ? [Math.floor(from / path.length), Math.floor(from / path.length) + 1] : [0];
    for (const round of rounds) {
      for (const row of path.rows) {
        const s = row.s + round * path.length;
        if (s <= from + 1e-9 || s >= to - 1e-9 || left === 0) continue;
        rings.ring(row, PLAIN, 1);
        left--;
      }
    }
  }
  for (; left > 0; left--) rings.ring(last, cap(PLAIN), 1);
  rings.ring(last, cap(PLAIN), 1);
  for (const ring of ends) rings.ring(last, cap(ring), 1);
}

/** Places and normals of a line as far as it is drawn. */
export function drawnLine(
  run: LineRun,
  state: LineState,
  depths: Depths,
  into: { positions: Float32Array; normals: Float32Array; topology?: Float64Array | null },
): { positions: Float32Array; normals: Float32Array } {
  const rings = new Rings(
    run,
    Math.max(0, state.width + (run.shape.wider ?? 0)),
    depths,
    into.positions,
    into.normals,
    into.topology ?? null,
  );
  const drawn = spans(run, state);
  for (const tube of run.tubes) {
    drawTube(rings, run, tube, tubeSpan(run, tube, drawn[tube.path] as { from: number; to: number }, state.march));
  }
  const { handles } = run.shape;
  for (const { path, s } of run.corners) {
    const own = run.paths[path] as LinePath;
    const { from, to } = drawn[path] as { from: number; to: number };
    // A square opens as the line passes it.
    const passed = [s, s + own.length].map((at) => 1 + Math.min(at - from, to - at) / handles);
    const open = to > from ? Math.max(0, Math.min(1, Math.max(...passed))) : 0;
    rings.square(rowAt(own, s), handles * open);
  }
  return { positions: into.positions, normals: into.normals };
}

const WHOLE = { start: 0, end: 1, offset: 0, march: 0 };

/** A line as a solid, drawn as a whole. */
export function lineSolid(shape: LineShape, width: number, depths: Depths): SolidMesh {
  const { run, mesh, drawn } = buildLine(shape);
  const into = { positions: new Float32Array(3 * drawn), normals: new Float32Array(3 * drawn), topology: mesh.topology.positions };
  return { ...mesh, ...drawnLine(run, { ...WHOLE, width }, depths, into), line: run };
}

/** The tip of a line: the place that it is drawn to, and the way it goes on there; null while nothing is drawn. */
export function lineTip(run: LineWay, state: LineState): LineRow | null {
  const drawn = spans(run, state);
  for (let i = drawn.length - 1; i >= 0; i--) {
    const { from, to } = drawn[i] as { from: number; to: number };
    if (to > from) return rowAt(run.paths[i] as LinePath, to, true);
  }
  const [first] = run.paths;
  return first ? rowAt(first, 0) : null;
}
