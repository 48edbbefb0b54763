import type { Vec3 } from '../space/vector';

/** Where rays and points meet the built solids of marks, each in its mark's own frame. Where it is not at hand, boxes stand for them. */
export interface SolidProbe {
  /** Distance along a unit direction to the first surface met; null when there is none, undefined when the mark is not built. */
  hit(markId: string, from: Vec3, direction: Vec3): number | null | undefined;
  /** Point of the surface that is nearest to a point; null when the mark is not built. */
  nearest(markId: string, to: Vec3): Vec3 | null;
}
