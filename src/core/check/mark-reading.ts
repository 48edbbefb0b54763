import type { BoundsOf, CameraState, FrameState, MarkExtent, MarkState } from '../frame/frame-state';
import { circleOfConfusionMm } from '../optics/lens';
import { projected } from '../optics/project';
import type { Mark } from '../production/mark';
import { forwardOf, invertRigid, multiply, positionOf, transformPoint, type Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';

/** How words stand in a frame, for those who are to read them. */
export interface WordReading {
  markId: string;
  /** Height of a capital letter, as a share of the frame's height. */
  height: number;
  /** How far their front is turned away from the lens, degrees: 0 faces it. */
  turnedDeg: number;
  /** Blur by focus and by motion, as a share of a stroke's width. */
  blur: number;
  /** Share of the letters that are in the frame, and in place. */
  there: number;
  /** What they take of the frame: left, top, right and bottom, 0 to 1 from its left and top. */
  box: readonly [number, number, number, number];
  /** Contrast against what is beside them (WCAG 2.2, 1.4.3); null where they are not seen. */
  contrast: number | null;
}

/** Width of a stroke, as a share of the cap height: of faces as titles are set in (common practice, from memory). */
const STROKE = 0.16;
/** A letter is in place when it is no further from there than this share of the cap height, and seen by at least so much. */
const NEAR = 0.03;
const SEEN = 0.9;

const isInPlace = (pose: Mat4, size: number): boolean =>
  Math.hypot(...positionOf(pose)) < NEAR * size && (pose[0] as number) > 0.99 && (pose[5] as number) > 0.99 && (pose[10] as number) > 0.99;

/** Letters of a mark that are in place, or null where all are. */
function awayParts(state: MarkState, size: number): readonly boolean[] | null {
  const first = state.parts?.[0];
  return first ? first.map((part) => part !== null && !(part.on && part.opacity >= SEEN && isInPlace(part.pose, size))) : null;
}

/**
 * How the words of a mark stand in a frame; null for what is no words, or not there.
 * @param around the states at the beginning and the end of the exposure
 */
export function readWords(
  mark: Mark,
  state: FrameState,
  around: readonly [FrameState, FrameState],
  boundsOf: BoundsOf,
): WordReading | null {
  const { body } = mark;
  const own = state.marks.find(({ id }) => id === mark.id);
  const extent = boundsOf(mark.id);
  if (body.kind !== 'words' || !own || own.cutsOnly || !extent?.parts?.length || own.shards?.some(Boolean)) return null;
  const { camera } = state;
  const pose = multiply(own.pose, own.copies[0] ?? own.pose);
  const letters = extent.parts.map((part, i) => ({ part, i })).filter(({ part }) => !part.isBlank);
  const away = awayParts(own, body.size);
  const inFrame = (at: readonly [number, number] | null) => at !== null && Math.abs(at[0]) <= 1 && Math.abs(at[1]) <= 1;
  const seen = letters.filter(({ part, i }) => !away?.[i] && inFrame(projected(camera, transformPoint(pose, part.middle))));
  const corners = [extent.min, [extent.max[0], extent.min[1], extent.max[2]], [extent.min[0], extent.max[1], extent.max[2]], extent.max];
  const places = corners.map((corner) => projected(camera, transformPoint(pose, corner as Vec3)));
  if (places.some((place) => place === null)) return null;
  const xs = (places as [number, number][]).map(([x]) => (x + 1) / 2);
  const ys = (places as [number, number][]).map(([, y]) => (1 - y) / 2);
  const middle = transformPoint(pose, middleOf(extent));
  const height = heightOf(camera, pose, middleOf(extent), capHeight(extent, body.size));
  const towardLens = positionOf(camera.pose).map((v, k) => v - (middle[k] as number)) as [number, number, number];
  const front = forwardOf(pose).map((v) => -v) as [number, number, number];
  const cosine = towardLens.reduce((sum, v, k) => sum + v * (front[k] as number), 0) / Math.hypot(...towardLens);
  return {
    markId: mark.id,
    height,
    turnedDeg: (Math.acos(Math.max(-1, Math.min(1, cosine))) * 180) / Math.PI,
    blur: blurOf(mark.id, middleOf(extent), state, around) / (STROKE * Math.max(1e-6, height)),
    there: letters.length === 0 ? 0 : seen.length / letters.length,
    box: [Math.min(...xs), Math.min(...ys), Math.max(...xs), Math.max(...ys)],
    contrast: null,
  };
}

/** Height of a capital as it stands: it may be smaller than it was set, to keep to a width. */
function capHeight({ parts = [] }: MarkExtent, set: number): number {
  const plain = parts.find(({ own, baseline }) => own === -1 && baseline < 0);
  return plain ? -2 * plain.baseline : set;
}

const middleOf = ({ min, max }: { min: Vec3; max: Vec3 }): Vec3 => [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, max[2]];

/** Height of something that stands upright in a frame, as a share of the frame's height. */
function heightOf(camera: CameraState, pose: Mat4, [x, y, z]: Vec3, size: number): number {
  const [low, high] = [
    projected(camera, transformPoint(pose, [x, y - size / 2, z])),
    projected(camera, transformPoint(pose, [x, y + size / 2, z])),
  ];
  if (!low || !high) return 0;
  const aspect = camera.sensorWidthMm / camera.sensorHeightMm;
  return Math.hypot((high[0] - low[0]) * aspect, high[1] - low[1]) / 2;
}

/** Blur of a place by focus and by motion while the shutter is open, as a share of the frame's height. */
function blurOf(markId: string, local: Vec3, { camera, marks }: FrameState, around: readonly [FrameState, FrameState]): number {
  const own = marks.find(({ id }) => id === markId);
  if (!own) return 0;
  const distance = -transformPoint(invertRigid(camera.pose), transformPoint(own.pose, local))[2];
  const circle =
    circleOfConfusionMm(camera.focalLengthMm, camera.fStop, camera.focusDistance, Math.max(1e-3, distance)) / camera.sensorHeightMm;
  const [a, b] = around.map(({ camera: through, marks: all }) => {
    const then = all.find(({ id }) => id === markId);
    return then ? projected(through, transformPoint(then.pose, local)) : null;
  });
  const aspect = camera.sensorWidthMm / camera.sensorHeightMm;
  const way = a && b ? Math.hypot((b[0] - a[0]) * aspect, b[1] - a[1]) / 2 : 0;
  return Math.max(circle, way);
}
