import { mayChange } from '../motion/channel';
import type { Production } from '../production/production';
import { invertRigid, product, type Mat4 } from '../space/matrix';
import { cameraState } from './camera-state';
import type { BoundsOf, CameraState, RevealState } from './frame-state';
import { restingPose } from './mark-pose';
import { refAt, type ShownTime } from './panel-state';
import type { ReadyMark } from './ready-mark';
import type { ReadyReveal } from './ready-reveal';

/** From the world into a picture that fills the frame of a camera: across and up from 0 to 1, after division by the last. */
function intoPicture({ pose, focalLengthMm, sensorWidthMm, sensorHeightMm }: CameraState, ratio: number): Mat4 {
  const frame = sensorWidthMm / sensorHeightMm;
  // A picture of other proportions covers the frame, and is cut where it is larger.
  const [wide, high] = ratio > frame ? [frame / ratio, 1] : [1, ratio / frame];
  const [x, y] = [(focalLengthMm / sensorWidthMm) * wide, (focalLengthMm / sensorHeightMm) * high];
  return product([x, 0, 0, 0, 0, y, 0, 0, -0.5, -0.5, 0, -1, 0, 0, 0, 0], invertRigid(pose));
}

/** What is thrown on a mark at a frame; null where nothing of it is seen. */
export function revealState(
  production: Production,
  ready: ReadyMark,
  { read, reveal }: ReadyReveal,
  frame: number,
  shown: ShownTime,
  boundsOf: BoundsOf,
): RevealState | null {
  const { picture, cameraId, frame: when } = reveal.settings;
  const camera = production.cameras.find(({ id }) => id === cameraId) ?? production.cameras[0];
  const shows = Math.max(0, Math.min(1, read.shows.at(frame)));
  if (!picture || !camera || shows === 0) return null;
  const ref = refAt(picture, reveal.settings, mayChange(reveal.channels.time) ? read.time.at(shown.frame) : null, shown);
  if (!ref) return null;
  const from = cameraState(production, camera, when, boundsOf);
  return {
    ref,
    into: product(intoPicture(from, picture.width / picture.height), restingPose(ready, when)),
    shows,
    own: Math.max(0, Math.min(1, read.own.at(frame))),
  };
}
