import { isShown, standingPoses } from '../frame/mark-pose';
import { sceneFrameAt, shotAt, shotCamera } from '../frame/shot-camera';
import type { BoundsOf, CameraState } from '../frame/frame-state';
import { projected } from '../optics/project';
import type { Production } from '../production/production';
import { transformPoint } from '../space/matrix';
import { boxCorners, boxMiddle, type Vec3 } from '../space/vector';
import { framesPerSecond } from '../time/rate';

/** Motion in the picture from one frame to the next. */
export interface FrameMotion {
  frame: number;
  /** Largest way that a point of any mark goes in the picture, pixels of the delivered raster. */
  pixels: number;
  /** Whether it would be seen to strobe. */
  strobes: boolean;
}

/** A frame's width is crossed in seven seconds at most speed without strobing, at 24 fr/s and a shutter of 180° (common practice). */
const CROSSING_SECONDS = 7;
const CROSSING_RATE = 24;
const CROSSING_OPEN = 0.5;
/** What crosses the frame faster than this is not followed by the eye any more: a whip, seen as blur (common practice). */
const WHIP_SECONDS = 0.5;

/**
 * How wide the gap between two exposures may be before the eye sees steps, as a share of the frame's width: what the seven-second rule
 * leaves.
 */
export const GAP_LIMIT = (1 / (CROSSING_SECONDS * CROSSING_RATE)) * (1 - CROSSING_OPEN);

/** Points by which the motion of marks is told: the corners of their boxes and their middles. */
function pointsOf(production: Production, frame: number, boundsOf: BoundsOf): Vec3[] {
  return production.marks.flatMap((mark) => {
    const box = isShown(production, mark, frame) ? boundsOf(mark.id) : null;
    if (!box) return [];
    const points = [...boxCorners(box), boxMiddle(box)];
    return standingPoses(production, mark, frame, boundsOf).flatMap((pose) => points.map((p) => transformPoint(pose, p)));
  });
}

const inFrame = (p: readonly [number, number] | null) => p !== null && Math.abs(p[0]) <= 1.1 && Math.abs(p[1]) <= 1.1;

/** Motion in the picture at each delivered frame, or at every so many, inside its own shot; one after another, as they are asked for. */
export function* frameMotion(production: Production, boundsOf: BoundsOf, every = 1): Generator<FrameMotion, void> {
  const { width, height, length, rate } = production.format;
  const open = production.shutterDeg / 360;
  const seen = (at: number, pictureFrame: number): { camera: CameraState; places: Vec3[] } => ({
    camera: shotCamera(production, at, boundsOf, { pictureFrame }),
    places: pointsOf(production, sceneFrameAt(production, at, pictureFrame), boundsOf),
  });
  for (let frame = 0; frame < length; frame += every) {
    const shot = shotAt(production, frame);
    // Half a frame to either side, inside the shot.
    const [from, to] = [Math.max(shot.from, frame - 0.5), Math.min(shot.to - 0.5, frame + 0.5)];
    const [a, b] = [seen(from, frame), seen(to, frame)];
    let pixels = 0;
    a.places.forEach((place, i) => {
      const [p, q] = [projected(a.camera, place), projected(b.camera, b.places[i] as Vec3)];
      if (!p || !q || !(inFrame(p) || inFrame(q))) return;
      pixels = Math.max(pixels, Math.hypot(((q[0] - p[0]) * width) / 2, ((q[1] - p[1]) * height) / 2) / (to - from));
    });
    const gap = (pixels * (1 - open)) / width;
    const whip = pixels / width > 1 / (WHIP_SECONDS * framesPerSecond(rate));
    yield { frame, pixels, strobes: gap > GAP_LIMIT && !whip };
  }
}
