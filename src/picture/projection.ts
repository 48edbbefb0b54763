import type { CameraState } from '@/core/frame/frame-state';
import { multiply, translation, type Mat4 } from '@/core/space/matrix';

export const NEAR = 0.02;
export const FAR = 1000;

/** One point of the picture's integral, as shifts of the view: pixels, and metres on the lens. */
export interface ViewSample {
  pixelX: number;
  pixelY: number;
  lensX: number;
  lensY: number;
}

/**
 * Radius in metres of the lens disc to sample. The frame does not breathe with focus (its angle of view is that of
 * infinity), so the aperture is scaled by s/(s−f): the blur in the picture is then exactly the handbook's circle.
 */
export function lensRadius({ focalLengthMm, fStop, focusDistance }: CameraState): number {
  const f = focalLengthMm / 1000;
  const s = Math.max(focusDistance, f * 1.01);
  return ((f / fStop / 2) * s) / (s - f);
}

/** Pose and projection of one sub-frame. The projection is sheared so that the focus plane stands still. */
export function subFrameView(camera: CameraState, width: number, height: number, sample: ViewSample): { pose: Mat4; projection: Mat4 } {
  const p00 = (2 * camera.focalLengthMm) / camera.sensorWidthMm;
  const p11 = (2 * camera.focalLengthMm) / camera.sensorHeightMm;
  const shearX = (-p00 * sample.lensX) / camera.focusDistance - (2 * sample.pixelX) / width;
  const shearY = (-p11 * sample.lensY) / camera.focusDistance - (2 * sample.pixelY) / height;
  const a = -(FAR + NEAR) / (FAR - NEAR);
  const b = (-2 * FAR * NEAR) / (FAR - NEAR);
  return {
    pose: multiply(camera.pose, translation(sample.lensX, sample.lensY, 0)),
    projection: [p00, 0, 0, 0, 0, p11, 0, 0, shearX, shearY, a, -1, 0, 0, b, 0],
  };
}
