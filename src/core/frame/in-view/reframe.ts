import { degrees } from '../../space/angle';
import { product, rotationX, rotationY } from '../../space/matrix';
import type { CameraState } from '../frame-state';
import type { Opening } from '../framing';
import type { Wanted } from './wanted';

/** How a camera is brought into another frame: turned toward a place beside its axis, told as slopes, and with a sensor so much larger. */
export interface Reframing {
  across: number;
  up: number;
  scale: number;
}

/** The part of a frame that one of other proportions takes when it is neither widened nor moved: the largest about its middle. */
export function croppedTo(composed: Opening, aspect: number): Opening {
  return aspect < composed.across / composed.up
    ? { across: composed.up * aspect, up: composed.up }
    : { across: composed.across, up: composed.across / aspect };
}

/** A slope as it is seen by a lens that was turned toward a place beside its axis. */
function turned([x, y]: readonly [number, number], { across, up }: Pick<Reframing, 'across' | 'up'>): [number, number] {
  // Turned across about the upright first, then up: a rotation of (x, y, -1) by the inverse of both.
  const level = Math.hypot(1, across);
  const [sin, cos] = [across / level, 1 / level];
  const [x1, z1] = [x * cos - sin, -(x * sin + cos)];
  const tilt = Math.atan2(up, level);
  const [y1, z2] = [y * Math.cos(tilt) + z1 * Math.sin(tilt), -y * Math.sin(tilt) + z1 * Math.cos(tilt)];
  return z2 < -1e-6 ? [x1 / -z2, y1 / -z2] : [Infinity, Infinity];
}

/** How much larger a sensor has to be for what is wanted to be in the frame, with its margin, once the lens is turned; at least 1. */
export function scaleFor({ left, right, low, high, margin }: Wanted, base: Opening, toward: Pick<Reframing, 'across' | 'up'>): number {
  const room = 1 - 2 * margin;
  const corners = [left, right].flatMap((x) => [low, high].map((y) => turned([x, y], toward)));
  return Math.max(1, ...corners.map(([x, y]) => Math.max(Math.abs(x) / base.across, Math.abs(y) / base.up) / room));
}

/** A camera brought into a frame. @param base what it sees of the scene before, at a distance of one */
export function reframed(camera: CameraState, base: Opening, { across, up, scale }: Reframing): CameraState {
  const isTurned = across !== 0 || up !== 0;
  const tilt = Math.atan2(up, Math.hypot(1, across));
  return {
    ...camera,
    pose: isTurned ? product(camera.pose, rotationY(degrees(-Math.atan(across))), rotationX(degrees(tilt))) : camera.pose,
    sensorWidthMm: 2 * camera.focalLengthMm * base.across * scale,
    sensorHeightMm: 2 * camera.focalLengthMm * base.up * scale,
  };
}
