interface Point {
  x: number;
  y: number;
}

/** A path that was drawn point by point. */
export interface PenPath {
  /** Metres, Y up. */
  points: readonly Point[];
  /** Runs through its points as a curve. */
  smooth: boolean;
  closed: boolean;
}

/** From point to point the ends, and between them the handles of a curve through all (Catmull and Rom, 1974). */
function edgesOf({ points, closed }: PenPath): readonly [Point, Point, Point, Point][] {
  const count = points.length;
  const at = (i: number) => points[closed ? (i + count) % count : Math.max(0, Math.min(count - 1, i))] as Point;
  return Array.from({ length: closed && count > 2 ? count : count - 1 }, (_, i) => {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const one = { x: b.x + (c.x - a.x) / 6, y: b.y + (c.y - a.y) / 6 };
    const two = { x: c.x - (d.x - b.x) / 6, y: c.y - (d.y - b.y) / 6 };
    return [b, one, two, c];
  });
}

const text = (v: number): string => String(Math.round(v * 1e5) / 1e5);
const place = ({ x, y }: Point) => `${text(x)} ${text(-y)}`;

/** Path data, Y down, of a path that was drawn: straight from point to point, or a curve through them. */
export function penPath(pen: PenPath): string {
  const { points, smooth, closed } = pen;
  const [first] = points;
  if (!first) return '';
  const parts = edgesOf(pen).map(([, one, two, end]) => (smooth ? `C${place(one)} ${place(two)} ${place(end)}` : `L${place(end)}`));
  return `M${place(first)}${parts.join('')}${closed && points.length > 2 ? 'Z' : ''}`;
}

/** Corners of a closed path that was drawn; of a curve so many chords from point to point. */
export function penPolygon(pen: Omit<PenPath, 'closed'>, chords = 8): [x: number, y: number][] {
  if (!pen.smooth) return pen.points.map(({ x, y }) => [x, y]);
  return edgesOf({ ...pen, closed: true }).flatMap((edge) =>
    Array.from({ length: chords }, (_, k): [number, number] => {
      const t = k / chords;
      const shares = [(1 - t) ** 3, 3 * t * (1 - t) ** 2, 3 * t * t * (1 - t), t ** 3];
      const sum = (axis: keyof Point) => edge.reduce((total, point, i) => total + point[axis] * (shares[i] as number), 0);
      return [sum('x'), sum('y')];
    }),
  );
}
