/** A path that was drawn point by point. */
export interface PenPath {
  /** Metres, Y up. */
  points: readonly { x: number; y: number }[];
  /** Runs through its points as a curve. */
  smooth: boolean;
  closed: boolean;
}

const text = (v: number): string => String(Math.round(v * 1e5) / 1e5);

/** Path data, Y down, of a path that was drawn: straight from point to point, or a curve through them (Catmull and Rom, 1974). */
export function penPath({ points, smooth, closed }: PenPath): string {
  const count = points.length;
  const [first] = points;
  if (!first) return '';
  const at = (i: number) => points[closed ? (i + count) % count : Math.max(0, Math.min(count - 1, i))] ?? first;
  const place = ({ x, y }: { x: number; y: number }) => `${text(x)} ${text(-y)}`;
  const edges = closed && count > 2 ? count : count - 1;
  const parts = Array.from({ length: edges }, (_, i) => {
    const [a, b, c, d] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    if (!smooth) return `L${place(c)}`;
    const one = { x: b.x + (c.x - a.x) / 6, y: b.y + (c.y - a.y) / 6 };
    const two = { x: c.x - (d.x - b.x) / 6, y: c.y - (d.y - b.y) / 6 };
    return `C${place(one)} ${place(two)} ${place(c)}`;
  });
  return `M${place(first)}${parts.join('')}${closed && count > 2 ? 'Z' : ''}`;
}
