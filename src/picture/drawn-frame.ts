import type { CameraState, FrameState } from '@/core/frame/frame-state';

/** What is drawn of a picture: its frame, and as much beyond it as effects look at. */
export class DrawnFrame {
  /** Pixels of the frame, and of what is drawn beyond each side, and above and below. */
  size: readonly [width: number, height: number] = [0, 0];
  margin: readonly [x: number, y: number] = [0, 0];
  /** Pixels of all that is drawn. */
  width = 0;
  height = 0;

  /**
   * @param beyond in heights of the frame
   * @returns whether it is another than before
   */
  set(width: number, height: number, beyond: number): boolean {
    const around = Math.ceil(beyond * height);
    if (width === this.size[0] && height === this.size[1] && around === this.margin[0]) return false;
    this.size = [width, height];
    this.margin = [around, around];
    [this.width, this.height] = [width + 2 * around, height + 2 * around];
    return true;
  }

  /** A camera that sees as much beyond its frame as is drawn. */
  widened(camera: CameraState): CameraState {
    if (this.margin[0] === 0) return camera;
    const [across, up] = [this.width / this.size[0], this.height / this.size[1]];
    return { ...camera, sensorWidthMm: camera.sensorWidthMm * across, sensorHeightMm: camera.sensorHeightMm * up };
  }

  wider(state: FrameState): FrameState {
    return this.margin[0] === 0 ? state : { ...state, camera: this.widened(state.camera) };
  }
}
