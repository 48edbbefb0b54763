import type { Production } from '../production/production';
import type { Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import type { CameraState } from './frame-state';
import { standOff, type StandingBox } from './framing';

/** A view of the set that is no camera's: sharp all through, as an eye goes about it. */
export interface FreeView {
  pose: Mat4;
  /** Distance of what it looks at, metres. */
  distance: number;
}

/** Neither wide nor long: marks look as they are. */
const FOCAL_LENGTH_MM = 50;
const SENSOR_WIDTH_MM = 36;
/** So small an opening that nothing is blurred. */
const F_STOP = 1e6;

const ROUND = { blades: 0, roundness: 1, squeeze: 1, turn: 0 };

/** The camera that such a view is drawn by. */
export function freeCamera({ format: { width, height } }: Production, { pose, distance }: FreeView): CameraState {
  return {
    pose,
    focalLengthMm: FOCAL_LENGTH_MM,
    fStop: F_STOP,
    focusDistance: distance,
    sensorWidthMm: SENSOR_WIDTH_MM,
    sensorHeightMm: (SENSOR_WIDTH_MM * height) / width,
    iris: ROUND,
  };
}

/** Share of the frame that what is seen whole takes up. */
const FILL = 0.82;

/**
 * Where such a view has to be to see some boxes whole.
 * @param boxes each with the pose that it stands in
 * @param turn which way it looks: only the turn of this pose counts
 * @returns what it looks at and from how far; null where there is nothing
 */
export function wholeView(
  boxes: readonly StandingBox[],
  turn: Mat4,
  { format: { width, height } }: Production,
): { target: Vec3; distance: number } | null {
  const across = SENSOR_WIDTH_MM / (2 * FOCAL_LENGTH_MM);
  return standOff(boxes, turn, { across, up: (across * height) / width }, FILL);
}
