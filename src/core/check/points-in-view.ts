import type { BoundsOf, CameraState } from '../frame/frame-state';
import { isShown, standingPoses } from '../frame/mark-pose';
import type { SolidProbe } from '../frame/solid-probe';
import { rayEntersBox } from '../optics/focus';
import { projected, rayThrough } from '../optics/project';
import type { Production } from '../production/production';
import { invertSimilar, sizeIn, transformDirection, transformPoint, type Mat4 } from '../space/matrix';
import { add, boxCorners, boxMiddle, scale, type Box, type Vec3 } from '../space/vector';

/** A point of a mark that is seen: where it is in the mark, in which of its copies, and in the frame. */
export interface SeenPoint {
  markId: string;
  copy: number;
  local: Vec3;
  at: readonly [number, number];
}

/** The frame is looked through by so many rays across and up. */
const [ACROSS, UP] = [16, 9] as const;
/** A mark that is seen smaller than this, as a share of half the frame, may lie between the rays: its box stands for it. */
const SMALL = 2.5 / UP;

interface Standing {
  markId: string;
  copy: number;
  pose: Mat4;
  into: Mat4;
  size: number;
  box: Box;
}

function standingMarks(production: Production, frame: number, boundsOf: BoundsOf): Standing[] {
  return production.marks.flatMap((mark) => {
    const box = isShown(production, mark, frame) ? boundsOf(mark.id) : null;
    if (!box) return [];
    return standingPoses(production, mark, frame, boundsOf).map((pose, copy) => ({
      markId: mark.id,
      copy,
      pose,
      into: invertSimilar(pose),
      size: sizeIn(pose),
      box,
    }));
  });
}

/** The surface that a ray meets first. Where surfaces are not at hand, boxes stand for them. */
function firstMet(standing: readonly Standing[], from: Vec3, direction: Vec3, probe: SolidProbe | undefined): Omit<SeenPoint, 'at'> | null {
  let best = Infinity;
  let met: Omit<SeenPoint, 'at'> | null = null;
  for (const { markId, copy, into, size, box } of standing) {
    const [origin, along] = [transformPoint(into, from), scale(transformDirection(into, direction), size)];
    const entry = enters(origin, along, box);
    if (entry === null || size * entry >= best) continue;
    const hit = probe?.hit(markId, origin, along);
    const distance = hit === undefined ? entry : hit;
    if (distance === null || size * distance >= best || distance <= 0) continue;
    best = size * distance;
    met = { markId, copy, local: add(origin, scale(along, distance)) };
  }
  return met;
}

/** Where a ray enters a box; 0 where it starts within it. */
function enters(origin: Vec3, along: Vec3, box: Box): number | null {
  const isInside = origin.every((v, k) => v >= (box.min[k] as number) && v <= (box.max[k] as number));
  return isInside ? 0 : rayEntersBox(origin, along, box);
}

const isInFrame = ([x, y]: readonly [number, number]) => Math.abs(x) <= 1.1 && Math.abs(y) <= 1.1;

/** Corners and middle of what is seen so small that rays may pass by it; null for what is larger. */
function ofSmall({ markId, copy, pose, box }: Standing, camera: CameraState): SeenPoint[] | null {
  const points = [...boxCorners(box), boxMiddle(box)];
  const places = points.map((local) => projected(camera, transformPoint(pose, local)));
  if (places.some((place) => place === null)) return null;
  const [xs, ys] = [0, 1].map((k) => places.map((place) => (place as [number, number])[k] as number)) as [number[], number[]];
  if (Math.max(Math.max(...xs) - Math.min(...xs), Math.max(...ys) - Math.min(...ys)) > SMALL) return null;
  return points.flatMap((local, i) => {
    const at = places[i] as [number, number];
    return isInFrame(at) ? [{ markId, copy, local, at }] : [];
  });
}

/** Points of the marks' surfaces that a camera sees at a frame of the scene, spread over the picture. */
export function pointsInView(
  production: Production,
  camera: CameraState,
  frame: number,
  boundsOf: BoundsOf,
  probe?: SolidProbe,
): SeenPoint[] {
  const standing = standingMarks(production, frame, boundsOf);
  const seen: SeenPoint[] = [];
  const large: Standing[] = [];
  for (const one of standing) {
    const small = ofSmall(one, camera);
    if (small) seen.push(...small);
    else large.push(one);
  }
  if (large.length === 0) return seen;
  for (let i = 0; i < ACROSS; i++)
    for (let j = 0; j < UP; j++) {
      const at = [(2 * i + 1) / ACROSS - 1, (2 * j + 1) / UP - 1] as const;
      const { from, direction } = rayThrough(camera, at[0], at[1]);
      const met = firstMet(large, from, direction, probe);
      if (met) seen.push({ ...met, at });
    }
  return seen;
}
