import { FrontEvent, type EventQueue } from './event-queue';
import type { FrontState } from './front-state';

/** Works out the next event of a triangle, from its place at time `now`, and queues it under a new stamp. */
export function schedule(front: FrontState, queue: EventQueue, triangle: number, now: number): void {
  const stamp = ((front.stamp[triangle] as number) + 1) | 0;
  front.stamp[triangle] = stamp;
  if (!front.alive[triangle]) return;
  const c0 = front.constraints[3 * triangle] as number;
  const c1 = front.constraints[3 * triangle + 1] as number;
  const c2 = front.constraints[3 * triangle + 2] as number;
  const constrained = (c0 >= 0 ? 1 : 0) + (c1 >= 0 ? 1 : 0) + (c2 >= 0 ? 1 : 0);
  const next =
    constrained >= 2
      ? soonestEdge(front, triangle, now)
      : constrained === 1
        ? edgeSplitOrFlip(front, triangle, c0 >= 0 ? 0 : c1 >= 0 ? 1 : 2, now)
        : turningOver(front, triangle, now);
  if (next) queue.push({ time: now + next.after, triangle, stamp, kind: next.kind, slot: next.slot });
}

interface Upcoming {
  after: number;
  kind: FrontEvent;
  slot: number;
}

const corner = (front: FrontState, triangle: number, k: number) => front.corners[3 * triangle + (k % 3)] as number;

/** Time until the constrained side opposite corner k has shrunk to nothing. */
function edgeVanishes(front: FrontState, triangle: number, k: number, now: number): number {
  const a = corner(front, triangle, k + 1);
  const b = corner(front, triangle, k + 2);
  const g = front.generators;
  const edge = front.constraints[3 * triangle + k] as number;
  const ux = g.directionX[edge] as number;
  const uy = g.directionY[edge] as number;
  const span = (front.xAt(b, now) - front.xAt(a, now)) * ux + (front.yAt(b, now) - front.yAt(a, now)) * uy;
  const rate = (front.vx.at(b) - front.vx.at(a)) * ux + (front.vy.at(b) - front.vy.at(a)) * uy;
  return rate < 0 ? Math.max(0, -span / rate) : Infinity;
}

function soonestEdge(front: FrontState, triangle: number, now: number): Upcoming | null {
  let best: Upcoming | null = null;
  for (let slot = 0; slot < 3; slot++) {
    if ((front.constraints[3 * triangle + slot] as number) < 0) continue;
    const after = edgeVanishes(front, triangle, slot, now);
    if (after < (best?.after ?? Infinity)) best = { after, kind: FrontEvent.Edge, slot };
  }
  return best;
}

/** With one constrained side k: it vanishes, or the corner opposite reaches it inside (split) or beside it (flip). */
function edgeSplitOrFlip(front: FrontState, triangle: number, k: number, now: number): Upcoming | null {
  const g = front.generators;
  const edge = front.constraints[3 * triangle + k] as number;
  const ux = g.directionX[edge] as number;
  const uy = g.directionY[edge] as number;
  const vanishing = edgeVanishes(front, triangle, k, now);
  const tip = corner(front, triangle, k);
  const a = corner(front, triangle, k + 1);
  const b = corner(front, triangle, k + 2);
  const height = (front.xAt(tip, now) - front.xAt(a, now)) * -uy + (front.yAt(tip, now) - front.yAt(a, now)) * ux;
  const rate = front.vx.at(tip) * -uy + front.vy.at(tip) * ux - 1;
  const reaching = rate < 0 ? Math.max(0, -height / rate) : Infinity;
  if (vanishing <= reaching) return vanishing < Infinity ? { after: vanishing, kind: FrontEvent.Edge, slot: k } : null;
  const then = now + reaching;
  const along = (v: number) => front.xAt(v, then) * ux + front.yAt(v, then) * uy;
  const p = along(tip);
  if (p <= along(a)) return { after: reaching, kind: FrontEvent.Flip, slot: (k + 1) % 3 };
  if (p >= along(b)) return { after: reaching, kind: FrontEvent.Flip, slot: (k + 2) % 3 };
  return { after: reaching, kind: FrontEvent.Split, slot: k };
}

/** With no constrained side: the triangle's area, a quadratic in time, reaches zero and its longest side is turned. */
function turningOver(front: FrontState, triangle: number, now: number): Upcoming | null {
  const [p, q, r] = [0, 1, 2].map((k) => corner(front, triangle, k)) as [number, number, number];
  const x0 = front.xAt(p, now);
  const y0 = front.yAt(p, now);
  const d1x = front.xAt(q, now) - x0;
  const d1y = front.yAt(q, now) - y0;
  const d2x = front.xAt(r, now) - x0;
  const d2y = front.yAt(r, now) - y0;
  const v1x = front.vx.at(q) - front.vx.at(p);
  const v1y = front.vy.at(q) - front.vy.at(p);
  const v2x = front.vx.at(r) - front.vx.at(p);
  const v2y = front.vy.at(r) - front.vy.at(p);
  const c = d1x * d2y - d1y * d2x;
  const b = d1x * v2y - d1y * v2x + v1x * d2y - v1y * d2x;
  const a = v1x * v2y - v1y * v2x;
  let after = Infinity;
  if (c <= 0 && b < 0) after = 0;
  else {
    const discriminant = b * b - 4 * a * c;
    if (discriminant >= 0) {
      const s = -0.5 * (b + (b >= 0 ? 1 : -1) * Math.sqrt(discriminant));
      for (const root of [a !== 0 ? s / a : NaN, s !== 0 ? c / s : NaN]) {
        if (root >= 0 && 2 * a * root + b <= 0 && root < after) after = root;
      }
    }
  }
  if (after === Infinity) return null;
  const then = now + after;
  let slot = 0;
  let longest = -1;
  for (let k = 0; k < 3; k++) {
    const i = corner(front, triangle, k + 1);
    const j = corner(front, triangle, k + 2);
    const length = Math.hypot(front.xAt(i, then) - front.xAt(j, then), front.yAt(i, then) - front.yAt(j, then));
    if (length > longest) {
      longest = length;
      slot = k;
    }
  }
  return { after, kind: FrontEvent.Flip, slot };
}
