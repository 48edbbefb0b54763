import { ringBounds, signedArea, type Ring } from '../outline/ring';
import { surfaceOver } from './bevelled-surface';
import type { SolidMesh } from './mesh';
import { profileHeight, profileWidth, PROFILES, resampled, type Profile, type ProfileKind } from './profile';
import { withJitter } from './jitter';
import { WavefrontError } from './triangulate';
import { sweep } from './wavefront';
import { frontVertices, type FrontVertex } from './wavefront-input';

/** A bevel as the document has it, sizes in metres. */
export interface BevelShape {
  profile: ProfileKind | 'none';
  /** How far it goes in over the face. */
  width: number;
  /** How far it goes along the depth. */
  height: number;
  /** Goes on at its slope until it meets itself. */
  ridge?: boolean;
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

const isFlat = ({ profile, width, height }: BevelShape) => profile === 'none' || !(width > 0) || !(height > 0);

/** How many times as large a bevel must be to end in a ridge. */
const ridgeScale = ({ width, ridge }: BevelShape, inradius: number) => (ridge ? Math.max(1, (1.0001 * inradius) / width) : 1);

function profileOf(bevel: BevelShape, larger: number, fit: number, segments: number): Profile {
  if (isFlat(bevel) || bevel.profile === 'none') return FLAT;
  return PROFILES[bevel.profile](bevel.width * larger, bevel.height * larger * fit, segments);
}

/** Radius of the largest circle inside an outline: how far a wavefront sweeps before nothing is left. */
function inradiusOf(input: readonly FrontVertex[][], reach: number, jitter: number, seed: number): number {
  const { record } = sweep(input, [reach], new Set(), jitter, seed);
  let deepest = 0;
  for (let node = 0; node < record.time.length; node++) deepest = Math.max(deepest, record.time.at(node));
  return deepest;
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
  const input = frontVertices(rings, { bluntEdge: 1e-4 * scale });
  const area = input.reduce((sum, ring) => sum + signedArea(ring), 0);
  const bevels = [shape.front, shape.back] as const;
  try {
    return withJitter(scale, (jitter, seed) => {
      const box = ringBounds(rings);
      const reach = box ? Math.hypot(box.x1 - box.x0, box.y1 - box.y0) : 0;
      const inradius = bevels.some((bevel) => bevel.ridge && !isFlat(bevel)) ? inradiusOf(input, reach, jitter, seed) : 0;
      const larger = bevels.map((bevel) => ridgeScale(bevel, inradius)) as [number, number];
      const heights = bevels.map((bevel, i) => (isFlat(bevel) ? 0 : bevel.height * (larger[i] as number))) as [number, number];
      const fit = Math.min(1, depth / (heights[0] + heights[1] || depth));
      const plain = bevels.map((bevel, i) => profileOf(bevel, larger[i] as number, fit, shape.segments ?? 8)) as [Profile, Profile];
      const distances = [...new Set(plain.flatMap((profile) => profile.map((p) => p.distance)))].sort((a, b) => a - b);
      const [front, back] = plain.map((profile) => resampled(profile, distances)) as [Profile, Profile];
      return surfaceOver({
        sweep: sweep(input, distances.slice(1), new Set(plain.map((profile) => distances.indexOf(profileWidth(profile)))), jitter, seed),
        ringDistances: distances,
        front: { profile: front, z: shape.to - profileHeight(front), facing: 1 },
        back: { profile: back, z: shape.from + profileHeight(back), facing: -1 },
        jitter,
        area,
        heightTolerance: 1e-4 * scale,
      });
    });
  } catch (error) {
    if (error instanceof WavefrontError) throw new SolidError(`This outline could not be bevelled (${error.message}).`);
    throw error;
  }
}
