import type { PathCommand, Ring } from './ring';

type Point = readonly [number, number];

const unit = (x: number, y: number): Point => {
  const l = Math.hypot(x, y) || 1;
  return [x / l, y / l];
};
const far = (a: Point, b: Point) => Math.hypot(a[0] - b[0], a[1] - b[1]);

export interface FlattenOptions {
  /** Largest distance between curve and chord, in the unit of the coordinates. */
  tolerance: number;
  /** Largest turn from one chord to the next, in degrees. */
  maxTurnDeg?: number;
}

/** Number of equal steps that keeps a Bezier within tolerance (Wang's bound) and its turns small. */
function stepsFor(points: readonly Point[], { tolerance, maxTurnDeg = 12 }: FlattenOptions): number {
  const n = points.length - 1;
  if (n < 2) return 1;
  const p = (i: number) => points[i] as Point;
  let bend = 0;
  let turn = 0;
  let length = 0;
  for (let i = 0; i + 2 <= n; i++) {
    bend = Math.max(bend, Math.hypot(p(i)[0] - 2 * p(i + 1)[0] + p(i + 2)[0], p(i)[1] - 2 * p(i + 1)[1] + p(i + 2)[1]));
    const a = unit(p(i + 1)[0] - p(i)[0], p(i + 1)[1] - p(i)[1]);
    const b = unit(p(i + 2)[0] - p(i + 1)[0], p(i + 2)[1] - p(i + 1)[1]);
    turn += Math.abs(Math.atan2(a[0] * b[1] - a[1] * b[0], a[0] * b[0] + a[1] * b[1]));
  }
  for (let i = 0; i < n; i++) length += far(p(i), p(i + 1));
  const bySag = Math.ceil(Math.sqrt((n * (n - 1) * bend) / (8 * tolerance)));
  const byTurn = Math.min(Math.ceil(turn / ((maxTurnDeg * Math.PI) / 180)), Math.floor(length / (2 * tolerance)));
  return Math.max(1, bySag, byTurn);
}

/** Point and direction of a Bezier of any degree by de Casteljau's construction. */
function pointAndTangent(points: readonly Point[], t: number): { point: Point; tangent: Point | null } {
  let level = points.slice();
  let tangent: Point | null = null;
  while (level.length > 1) {
    if (level.length === 2) {
      const [a, b] = level as [Point, Point];
      const dx = b[0] - a[0];
      const dy = b[1] - a[1];
      tangent = Math.hypot(dx, dy) > 0 ? unit(dx, dy) : null;
    }
    level = level.slice(0, -1).map((a, i) => {
      const b = level[i + 1] as Point;
      return [a[0] + (b[0] - a[0]) * t, a[1] + (b[1] - a[1]) * t] as const;
    });
  }
  return { point: level[0] as Point, tangent };
}

/** Points along a line or Bezier after its start, its end included. */
export function curvePoints(control: readonly Point[], tolerance: number): Point[] {
  const steps = stepsFor(control, { tolerance });
  return Array.from({ length: steps }, (_, s) =>
    s + 1 === steps ? (control[control.length - 1] as Point) : pointAndTangent(control, (s + 1) / steps).point,
  );
}

/** Turns drawing commands into closed rings of chords with the curves' own tangents. Open subpaths are closed by a line. */
export function flatten(commands: readonly PathCommand[], options: FlattenOptions): Ring[] {
  const rings: Ring[] = [];
  let points: Point[] = [];
  let arrive: Point[] = [];
  let leave: Point[] = [];
  let pen: Point = [0, 0];

  const curve = (control: Point[]) => {
    const start = control[0] as Point;
    const end = control[control.length - 1] as Point;
    const second = control.find((q, i) => i > 0 && far(q, start) > 1e-12);
    if (!second) return;
    const beforeEnd = control.findLast((q, i) => i < control.length - 1 && far(q, end) > 1e-12) ?? start;
    const leaving = unit(second[0] - start[0], second[1] - start[1]);
    const arriving = unit(end[0] - beforeEnd[0], end[1] - beforeEnd[1]);
    const steps = stepsFor(control, options);
    leave[leave.length - 1] = leaving;
    for (let s = 1; s <= steps; s++) {
      const last = s === steps;
      const { point, tangent } = last ? { point: end, tangent: arriving } : pointAndTangent(control, s / steps);
      points.push(point);
      arrive.push(tangent ?? arriving);
      leave.push(tangent ?? arriving);
    }
  };

  const close = () => {
    if (points.length > 1) {
      const first = points[0] as Point;
      const last = points[points.length - 1] as Point;
      if (far(first, last) > 1e-9) curve([last, first]);
      arrive[0] = arrive[arrive.length - 1] as Point;
      const count = points.length - 1;
      if (count > 2) {
        rings.push(
          points.slice(0, count).map(([x, y], i) => {
            const [arriveX, arriveY] = arrive[i] as Point;
            const [leaveX, leaveY] = leave[i] as Point;
            return { x, y, arriveX, arriveY, leaveX, leaveY };
          }),
        );
      }
      pen = first;
    }
    points = [];
    arrive = [];
    leave = [];
  };

  const begin = (at: Point) => {
    points = [at];
    arrive = [[1, 0]];
    leave = [[1, 0]];
    pen = at;
  };

  for (const { kind, points: p } of commands) {
    if (kind === 'Z') {
      close();
      continue;
    }
    const flat = p as number[];
    const pairs: Point[] = [];
    for (let i = 0; i < flat.length; i += 2) pairs.push([flat[i] as number, flat[i + 1] as number]);
    if (kind === 'M') {
      close();
      begin(pairs[0] as Point);
      continue;
    }
    if (points.length === 0) begin(pen);
    curve([pen, ...pairs]);
    pen = pairs[pairs.length - 1] as Point;
  }
  close();
  return rings;
}
