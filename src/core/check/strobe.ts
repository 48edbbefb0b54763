import { evaluate } from '../frame/evaluate';
import { readyAmong } from '../frame/ready-mark';
import { standingPoses } from '../frame/mark-pose';
import { sceneFrameAt, shotAt, shotCamera } from '../frame/shot-camera';
import type { BoundsOf, CameraState } from '../frame/frame-state';
import type { SolidProbe } from '../frame/solid-probe';
import { projected } from '../optics/project';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { transformPoint, type Mat4 } from '../space/matrix';
import { frameToSeconds, framesPerSecond } from '../time/rate';
import { movingParts } from './moving-parts';
import { pointsInView } from './points-in-view';

/** Motion in the picture from one frame to the next. */
export interface FrameMotion {
  frame: number;
  /** Largest way that a point of a surface in view goes in the picture, pixels of the delivered raster. */
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

/**
 * Motion in the picture at each delivered frame, or at every so many, inside its own shot; one after another, as they are asked for.
 * @param probe the built surfaces, of which those in view are followed
 */
export function* frameMotion(production: Production, boundsOf: BoundsOf, every = 1, probe?: SolidProbe): Generator<FrameMotion, void> {
  const { width, height, length, rate } = production.format;
  const open = production.shutterDeg / 360;
  const marks = new Map(production.marks.map((mark) => [mark.id, mark]));
  const performs = production.marks.some((mark) => !readyAmong(production, resolverOf(production), mark, boundsOf).still);
  /** How far something goes over the picture from one place of it to another, pixels. */
  const wayOf = (at: readonly [number, number], gone: readonly [number, number]) =>
    Math.hypot(((gone[0] - at[0]) * width) / 2, ((gone[1] - at[1]) * height) / 2);
  /** Largest way of what moves by itself within marks, by its middle, whether something is before it or not. */
  const partPixels = (frame: number, span: readonly [number, number], [a, b]: readonly [CameraState, CameraState]): number => {
    const placesAt = (at: number) =>
      movingParts(evaluate(production, frameToSeconds(at, rate), boundsOf, { pictureFrame: frame, probe }).marks, boundsOf);
    const later = placesAt(span[1]);
    let most = 0;
    for (const [name, place] of placesAt(span[0])) {
      const then = later.get(name);
      const [at, gone] = [projected(a, place), then && projected(b, then)];
      if (at && gone && Math.abs(at[0]) <= 1 && Math.abs(at[1]) <= 1) most = Math.max(most, wayOf(at, gone));
    }
    return most;
  };
  for (let frame = 0; frame < length; frame += every) {
    const shot = shotAt(production, frame);
    // Half a frame to either side, inside the shot.
    const [from, to] = [Math.max(shot.from, frame - 0.5), Math.min(shot.to - 0.5, frame + 0.5)];
    const [a, b] = [from, to].map((at) => shotCamera(production, at, boundsOf, { pictureFrame: frame })) as [CameraState, CameraState];
    const [before, after] = [from, to].map((at) => sceneFrameAt(production, at, frame)) as [number, number];
    const poses = new Map<string, Mat4[]>();
    const posesOf = (id: string): Mat4[] => {
      const mark = marks.get(id);
      const known = poses.get(id) ?? (mark ? standingPoses(production, mark, after, boundsOf) : []);
      poses.set(id, known);
      return known;
    };
    let pixels = 0;
    for (const { markId, copy, local, at } of pointsInView(production, a, before, boundsOf, probe)) {
      const pose = posesOf(markId)[copy];
      const gone = pose && projected(b, transformPoint(pose, local));
      if (gone) pixels = Math.max(pixels, wayOf(at, gone) / (to - from));
    }
    if (performs) pixels = Math.max(pixels, partPixels(frame, [from, to], [a, b]) / (to - from));
    const gap = (pixels * (1 - open)) / width;
    const whip = pixels / width > 1 / (WHIP_SECONDS * framesPerSecond(rate));
    yield { frame, pixels, strobes: gap > GAP_LIMIT && !whip };
  }
}
