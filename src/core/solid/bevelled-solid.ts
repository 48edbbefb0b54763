import { ringBounds, signedArea, type Ring } from '../outline/ring';
import { surfaceOver } from './bevelled-surface';
import type { SolidMesh } from './mesh';
import { checkFrameIsClear, surroundings } from './outline-frame';
import {
  aligned,
  drawnProfile,
  fromFaceOutward,
  profileHeight,
  profileWidth,
  PROFILES,
  resampled,
  type DrawnPoint,
  type Profile,
  type ProfileKind,
} from './profile';
import { withJitter } from './jitter';
import { triangulateInside, WavefrontError } from './triangulate';
import { sweep, type Sweep } from './wavefront';
import { frontVertices, type FrontVertex } from './wavefront-input';

/** A bevel as the document has it, sizes in metres. */
export interface BevelShape {
  profile: ProfileKind | 'none' | 'drawn';
  /** Points of a drawn profile. */
  points?: readonly DrawnPoint[];
  /** Grows out from the outline instead of going in over the face. */
  outward?: boolean;
  /** How far it goes in over the face, or out from it. */
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
  /** Thickness of the walls of a solid that is hollowed out from behind, metres; 0 leaves it whole. Not where a bevel grows outward. */
  wall?: number;
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
  const [width, height] = [bevel.width * larger, bevel.height * larger * fit];
  return bevel.profile === 'drawn'
    ? drawnProfile(bevel.points ?? [], width, height, segments)
    : PROFILES[bevel.profile](width, height, segments);
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
  const reach = Math.max(...[shape.front, shape.back].map((bevel) => (bevel.outward && !isFlat(bevel) ? bevel.width : 0)));
  if (reach > 0) return sound(() => buildOutward(rings, shape, reach, scale));
  const input = frontVertices(rings, { bluntEdge: 1e-4 * scale });
  const area = input.reduce((sum, ring) => sum + signedArea(ring), 0);
  const bevels = [shape.front, shape.back] as const;
  return sound(() =>
    withJitter(scale, (jitter, seed) => {
      const box = ringBounds(rings);
      const reach = box ? Math.hypot(box.x1 - box.x0, box.y1 - box.y0) : 0;
      const inradius = bevels.some((bevel) => bevel.ridge && !isFlat(bevel)) ? inradiusOf(input, reach, jitter, seed) : 0;
      const larger = bevels.map((bevel) => ridgeScale(bevel, inradius)) as [number, number];
      const heights = bevels.map((bevel, i) => (isFlat(bevel) ? 0 : bevel.height * (larger[i] as number))) as [number, number];
      const fit = Math.min(1, depth / (heights[0] + heights[1] || depth));
      const segments = shape.segments ?? 8;
      const [forward, whole] = bevels.map((bevel, i) => profileOf(bevel, larger[i] as number, fit, segments)) as [Profile, Profile];
      const behind = hollowed(whole, shape.wall ?? 0, depth - profileHeight(forward));
      const plain = [
        forward,
        aligned(
          behind,
          profileOf(shape.back, larger[1], fit, 16 * segments),
          forward.map((p) => p.distance),
        ),
      ] as const;
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
    }),
  );
}

/**
 * A back that goes on level from its bevel to the wall's thickness and then into the solid, leaving as much of it in front.
 * @param room from the back's plane to where the front bevel begins, metres
 */
function hollowed(back: Profile, wall: number, room: number): Profile {
  const last = back[back.length - 1] as Profile[number];
  const cavity = room - wall;
  if (wall <= 0 || cavity <= 0) return back;
  const edge = Math.max(wall, last.distance * 1.001 + 1e-6);
  const level = [0, 1] as const;
  const inward = [-1, 0] as const;
  return [
    ...back.slice(0, -1),
    { ...last, after: level },
    { distance: edge, height: last.height, before: level, after: inward },
    { distance: edge, height: last.height - cavity, before: inward, after: level },
  ];
}

/** What is built, or in words why it cannot be. */
function sound(build: () => SolidMesh): SolidMesh {
  try {
    return build();
  } catch (error) {
    if (error instanceof WavefrontError) throw new SolidError(`This outline could not be bevelled (${error.message}).`);
    throw error;
  }
}

/**
 * A solid whose bevels grow out from the outline, which stays the edge of the face. What lies around the outline is swept, so that counters
 * narrow and close down the bevel as they should. A bevel of the other end that goes in starts from the grown side and ends at the outline.
 * @param reach how far the side stands outside the outline, metres
 */
function buildOutward(rings: readonly Ring[], shape: SolidShape, reach: number, scale: number): SolidMesh {
  const depth = shape.to - shape.from;
  const { input, firstOfFrame } = surroundings(rings, reach, scale);
  const bevels = [shape.front, shape.back].map((bevel) => ({ ...bevel, width: Math.min(bevel.width, reach) }));
  const heights = bevels.map((bevel) => (isFlat(bevel) ? 0 : bevel.height));
  const fit = Math.min(1, depth / ((heights[0] as number) + (heights[1] as number) || depth));
  const plain = bevels.map((bevel) => fromFaceOutward(profileOf(bevel, 1, fit, shape.segments ?? 8), reach));
  const distances = [...new Set([0, reach, ...plain.flatMap((profile) => profile.map((p) => p.distance))])].sort((a, b) => a - b);
  const [front, back] = plain.map((profile) => resampled(profile, distances)) as [Profile, Profile];
  return withJitter(scale, (jitter, seed) => {
    const swept = sweep(input, distances.slice(1), new Set(), jitter, seed);
    checkFrameIsClear(swept.record.rings[distances.length - 1]?.edges ?? new Int32Array(), firstOfFrame);
    return surfaceOver({
      sweep: swept,
      ringDistances: distances,
      front: { profile: front, z: shape.to - profileHeight(front), facing: 1 },
      back: { profile: back, z: shape.from + profileHeight(back), facing: -1 },
      jitter,
      area: areaWithin(swept, distances.length - 1, firstOfFrame),
      heightTolerance: 1e-4 * scale,
      outward: { inside: insideOf(swept, input, firstOfFrame), firstOfFrame },
    });
  });
}

/** Triangles of the inside of an outline whose surroundings were swept, on the sweep's own nodes. */
function insideOf({ generators }: Sweep, input: readonly FrontVertex[][], firstOfFrame: number): Int32Array {
  const points = new Float64Array(2 * firstOfFrame);
  const edges = new Int32Array(2 * firstOfFrame);
  let first = 0;
  for (const ring of input.slice(0, -1)) {
    for (let i = 0; i < ring.length; i++) {
      const e = first + i;
      points[2 * e] = generators.originX[e] as number;
      points[2 * e + 1] = generators.originY[e] as number;
      edges[2 * e] = first + ((i + 1) % ring.length);
      edges[2 * e + 1] = e;
    }
    first += ring.length;
  }
  return triangulateInside(points, edges).corners;
}

/** Area inside a ring of a sweep outward: its edges run clockwise about the solid. */
function areaWithin({ record }: Sweep, ring: number, firstOfFrame: number): number {
  const edges = record.rings[ring]?.edges ?? new Int32Array();
  let twice = 0;
  for (let i = 0; i < edges.length; i += 3) {
    if ((edges[i + 2] as number) >= firstOfFrame) continue;
    const [a, b] = [edges[i] as number, edges[i + 1] as number];
    twice += record.x.at(b) * record.y.at(a) - record.x.at(a) * record.y.at(b);
  }
  return twice / 2;
}
