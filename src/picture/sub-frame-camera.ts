import { Matrix4, PerspectiveCamera } from 'three';
import type { CameraState } from '@/core/frame/frame-state';
import { subFrameView, type ViewSample } from './projection';

/** The middle of each pixel, through the middle of the lens. */
export const PIXEL_MIDDLE: ViewSample = { pixelX: 0, pixelY: 0, lensX: 0, lensY: 0 };

/** From the world into the frame of a camera. */
export function intoFrame(camera: CameraState, width: number, height: number): Matrix4 {
  const { pose, projection } = subFrameView(camera, width, height, PIXEL_MIDDLE);
  return new Matrix4().fromArray(projection as number[]).multiply(new Matrix4().fromArray(pose as number[]).invert());
}

/** The camera that draws: it stands where a point of the picture's integral is seen from. */
export class SubFrameCamera {
  readonly camera = new PerspectiveCamera();
  /** From the world into the frame, and back. */
  readonly uniforms = { toFrame: { value: new Matrix4() }, fromFrame: { value: new Matrix4() } };

  constructor() {
    this.camera.matrixAutoUpdate = false;
  }

  /** @param size pixels of all that is drawn */
  look(state: CameraState, { width, height }: { width: number; height: number }, sample: ViewSample): void {
    const { camera } = this;
    const { toFrame, fromFrame } = this.uniforms;
    const view = subFrameView(state, width, height, sample);
    camera.matrixWorld.fromArray(view.pose as number[]);
    camera.matrixWorldInverse.copy(camera.matrixWorld).invert();
    camera.projectionMatrix.fromArray(view.projection as number[]);
    camera.projectionMatrixInverse.copy(camera.projectionMatrix).invert();
    camera.matrixWorldAutoUpdate = false;
    toFrame.value.multiplyMatrices(camera.projectionMatrix, camera.matrixWorldInverse);
    fromFrame.value.copy(toFrame.value).invert();
  }
}
