import { signedArea, type Ring } from '../outline/ring';
import { surfaceOver } from './bevelled-surface';
import type { SolidMesh } from './mesh';
import { profileHeight, profileWidth, PROFILES, resampled, type Profile, type ProfileKind } from './profile';
import { WavefrontError } from './triangulate';
import { sweep } from './wavefront';
import { frontVertices } from './wavefront-input';

/** A bevel as the document has it, sizes in metres. */
export interface BevelShape {
  kind: ProfileKind | 'none';
  /** How far it goes in over the face. */
  width: number;
  /** How far it goes along the depth. */
  height: number;
}

export interface SolidShape {
  /** Depths between which the solid stands, metres along +Z; `to` is the face. */
  from: number;
  to: number;
  front: BevelShape;
  back: BevelShape;
  /** Segments of a rounded profile. */
  segments?: number;
}

/** Thrown when an outline cannot be made into a solid at all. */
export class SolidError extends Error {}

const FLAT: Profile = [{ distance: 0, height: 0, before: [1, 0], after: [1, 0] }];
const ATTEMPTS = 5;

function profileOf({ kind, width, height }: BevelShape, fit: number, segments: number): Profile {
  if (kind === 'none' || !(width > 0) || !(height > 0)) return FLAT;
  return PROFILES[kind](width, height * fit, segments);
}

/**
 * Builds the closed surface of an outline swept along Z with bevels at both ends, inside the outline.
 * Bevels wider than the stroke meet in a ridge; bevels higher than the depth are lowered to fit.
 * @param rings united outline in metres: outer contours anticlockwise, holes clockwise
 * @param scale size the outline is thought of at (the em, or a drawing's height), for tolerances, metres
 * @throws SolidError when no attempt gives a sound surface
 */
export function buildSolid(rings: readonly Ring[], shape: SolidShape, scale: number): SolidMesh {
  const depth = shape.to - shape.from;
  if (!(depth > 0)) throw new SolidError('The depth must be more than nothing.');
  const heights = [shape.front, shape.back].map((bevel) => (bevel.kind === 'none' ? 0 : bevel.height));
  const fit = Math.min(1, depth / ((heights[0] as number) + (heights[1] as number) || depth));
  const segments = shape.segments ?? 8;
  const plain = [profileOf(shape.front, fit, segments), profileOf(shape.back, fit, segments)] as const;
  const distances = [...new Set(plain.flatMap((profile) => profile.map((p) => p.distance)))].sort((a, b) => a - b);
  const [frontProfile, backProfile] = plain.map((profile) => resampled(profile, distances)) as [Profile, Profile];
  const input = frontVertices(rings, { bluntEdge: 1e-4 * scale });
  const area = input.reduce((sum, ring) => sum + signedArea(ring), 0);
  const fillAt = new Set(plain.map((profile) => distances.indexOf(profileWidth(profile))));

  let last: unknown;
  for (let attempt = 0; attempt < ATTEMPTS; attempt++) {
    const jitter = scale * 1e-7 * 10 ** (attempt / 2);
    try {
      return surfaceOver({
        sweep: sweep(input, distances.slice(1), fillAt, jitter, attempt + 1),
        ringDistances: distances,
        front: { profile: frontProfile, z: shape.to - profileHeight(frontProfile), facing: 1 },
        back: { profile: backProfile, z: shape.from + profileHeight(backProfile), facing: -1 },
        jitter,
        area,
        heightTolerance: 1e-4 * scale,
      });
    } catch (error) {
      if (!(error instanceof WavefrontError)) throw error;
      last = error;
    }
  }
  throw new SolidError(`This outline could not be bevelled (${(last as Error).message}).`);
}
