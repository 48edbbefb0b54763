import { forwardOf, invertSimilar, positionOf, sizeIn, transformDirection, transformPoint, type Mat4 } from '../space/matrix';
import { add, boxMiddle, clampToBox, dot, scale, subtract, type Box, type Vec3 } from '../space/vector';

const MIN_DISTANCE = 0.01;

/**
 * Distance along the lens axis to the surface of a box that faces the camera: where the axis meets it or, when it
 * misses, the depth of the point of the box that is nearest to the axis. The focus sits on the front surface, not on
 * the pivot (common practice). Changes without a jump as the camera passes.
 * @param camera pose of the camera
 * @param body pose of the body, which may be mirrored or evenly smaller, and its box about its own origin
 */
export function focusDistanceOn(camera: Mat4, body: Mat4, box: Box): number {
  const [toBody, size] = [invertSimilar(body), sizeIn(body)];
  const origin = transformPoint(toBody, positionOf(camera));
  const axis = scale(transformDirection(toBody, forwardOf(camera)), size);
  const entry = rayEntersBox(origin, axis, box);
  if (entry !== null) return Math.max(MIN_DISTANCE, size * entry);
  // Two convex sets: going to and fro between their nearest points ends at the nearest pair.
  let along = Math.max(0, dot(subtract(boxMiddle(box), origin), axis));
  for (let i = 0; i < 64; i++) {
    const nearest = clampToBox(add(origin, scale(axis, along)), box);
    const next = Math.max(0, dot(subtract(nearest, origin), axis));
    if (Math.abs(next - along) < 1e-9) break;
    along = next;
  }
  return Math.max(MIN_DISTANCE, size * along);
}

/** Distance at which a ray enters a box, null when it misses or starts inside (slab test). */
export function rayEntersBox(origin: Vec3, direction: Vec3, { min, max }: Box): number | null {
  let near = -Infinity;
  let far = Infinity;
  for (let i = 0; i < 3; i++) {
    const o = origin[i] as number;
    const d = direction[i] as number;
    const [low, high] = [min[i] as number, max[i] as number];
    if (Math.abs(d) < 1e-12) {
      if (o < low || o > high) return null;
      continue;
    }
    const a = (low - o) / d;
    const b = (high - o) / d;
    near = Math.max(near, Math.min(a, b));
    far = Math.min(far, Math.max(a, b));
  }
  return near <= far && near > 0 ? near : null;
}
