import type { Camera } from '../production/camera';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { positionOf, type Mat4 } from '../space/matrix';
import { between, rigid, rotationOf } from '../space/quaternion';
import { add, scale, type Vec3 } from '../space/vector';
import { cameraPose, carriedPose, heldPose } from './camera-pose';
import type { BoundsOf, CameraState } from './frame-state';
import { focalLengthAt, focusDistanceAt } from './lens-state';
import type { SolidProbe } from './solid-probe';

interface CameraOptions {
  probe?: SolidProbe | undefined;
  /** A pose to stand in instead of that of the carriers; the aim is held all the same. */
  flown?: Mat4 | null | undefined;
}

/** A camera at a scene frame: where it stands, what its lens does. */
export function cameraState(
  production: Production,
  camera: Camera,
  frame: number,
  boundsOf: BoundsOf,
  { probe, flown }: CameraOptions = {},
): CameraState {
  // Shots stand as they were composed; whoever asks for the shot's camera brings them into another raster.
  const { width, height } = production.framing ?? production.format;
  // The aim is held in flight too: where one flies to is where one lands.
  const pose = heldPose(production, camera, flown ?? carriedPose(production, camera, frame, boundsOf), frame, boundsOf);
  const { fStop } = resolverOf(production).of(`cameras/${camera.id}/lens`, camera.lens.channels);
  return {
    pose,
    focalLengthMm: focalLengthAt(production, camera, frame, pose, boundsOf),
    fStop: Math.max(0.05, fStop.at(frame)),
    focusDistance: focusDistanceAt(production, camera, frame, boundsOf, probe, (k) =>
      flown || k === frame ? pose : cameraPose(production, camera, k, boundsOf),
    ),
    sensorWidthMm: camera.sensorWidthMm,
    sensorHeightMm: (camera.sensorWidthMm * height) / width,
    iris: camera.iris,
  };
}

const mix = (a: number, b: number, share: number) => a + (b - a) * share;
/** Evenly in ratios: as lengths of lenses and distances are felt. */
const mixed = (a: number, b: number, share: number) => a ** (1 - share) * b ** share;

/** A camera part of the way from one to another: place, aim and roll, lens and focus. */
export function carried(a: CameraState, b: CameraState, share: number): CameraState {
  const [from, to] = [positionOf(a.pose), positionOf(b.pose)];
  const place: Vec3 = add(scale(from, 1 - share), scale(to, share));
  return {
    pose: rigid(between(rotationOf(a.pose), rotationOf(b.pose), share), place),
    focalLengthMm: mixed(a.focalLengthMm, b.focalLengthMm, share),
    fStop: mixed(a.fStop, b.fStop, share),
    focusDistance: mixed(a.focusDistance, b.focusDistance, share),
    sensorWidthMm: mix(a.sensorWidthMm, b.sensorWidthMm, share),
    sensorHeightMm: mix(a.sensorHeightMm, b.sensorHeightMm, share),
    iris: share < 0.5 ? a.iris : b.iris,
  };
}
