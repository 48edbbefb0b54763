import type { Ring, RingVertex } from './ring';

const text = (v: number) => String(Math.round(v * 1e6) / 1e6);

/** One edge of a ring: a line where its curve is straight, else the cubic that leaves and arrives as the curve does. */
function edge(a: RingVertex, b: RingVertex): string {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = Math.hypot(dx, dy);
  const straight = (x: number, y: number) => Math.abs(x * dy - y * dx) < 1e-4 * length;
  // A tangent that points back is that of another curve, which was cut here.
  const forward = (x: number, y: number) => x * dx + y * dy > 0.5 * length;
  if (straight(a.leaveX, a.leaveY) && straight(b.arriveX, b.arriveY)) return `L${text(b.x)} ${text(b.y)}`;
  if (!forward(a.leaveX, a.leaveY) || !forward(b.arriveX, b.arriveY)) return `L${text(b.x)} ${text(b.y)}`;
  const h = length / 3;
  const controls = [a.x + a.leaveX * h, a.y + a.leaveY * h, b.x - b.arriveX * h, b.y - b.arriveY * h, b.x, b.y];
  return `C${controls.map(text).join(' ')}`;
}

/** Path data of rings, with the curves that their tangents tell of. For the nonzero rule. */
export function ringPath(rings: readonly Ring[]): string {
  return rings
    .map((ring) => {
      const first = ring[0] as RingVertex;
      return `M${text(first.x)} ${text(first.y)}${ring.map((v, i) => edge(v, ring[(i + 1) % ring.length] as RingVertex)).join('')}Z`;
    })
    .join('');
}
