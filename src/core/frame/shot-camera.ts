import { sceneFrameOf } from '../motion/bent-time';
import type { Camera } from '../production/camera';
import type { Production } from '../production/production';
import { shotIndexAt, shotSpans, type ShotSpan } from '../production/shots';
import type { Mat4 } from '../space/matrix';
import { cameraState, carried } from './camera-state';
import type { Surfaces } from './focus-target';
import type { BoundsOf, CameraState } from './frame-state';

export const cameraOf = ({ cameras }: Pick<Production, 'cameras'>, id: string): Camera =>
  cameras.find((camera) => camera.id === id) ?? (cameras[0] as Camera);

/** The shot that is seen at a delivered frame. */
export function shotAt(production: Pick<Production, 'shots' | 'cameras' | 'format'>, frame: number): ShotSpan {
  const spans = shotSpans(production);
  return spans[shotIndexAt(spans, frame)] as ShotSpan;
}

const sceneIn = ({ time }: Pick<Production, 'time'>, { shot }: ShotSpan, frame: number) =>
  sceneFrameOf(shot && shot.time.scene.keys.length > 0 ? shot.time.scene : time.scene, frame);

/**
 * The scene's frame at a delivered frame: that of the shot's own bent time, or of the production's.
 * @param pictureFrame the picture that an instant of an exposure belongs to
 */
export function sceneFrameAt(
  production: Pick<Production, 'shots' | 'cameras' | 'format' | 'time'>,
  frame: number,
  pictureFrame = frame,
): number {
  return sceneIn(production, shotAt(production, pictureFrame), frame);
}

const eased = (share: number) => share * share * (3 - 2 * share);

interface ShotOptions {
  pictureFrame?: number | undefined;
  surfaces?: Surfaces | undefined;
  pose?: Mat4 | null | undefined;
}

/**
 * The camera that is seen at a delivered frame: the shot's own, or, while it is carried, on its way from the one before. Both go on
 * moving under a carry; one that is smooth sets off and arrives with their speeds.
 */
export function shotCamera(
  production: Production,
  frame: number,
  boundsOf: BoundsOf,
  { pictureFrame = frame, surfaces, pose }: ShotOptions = {},
): CameraState {
  const spans = shotSpans(production);
  const index = shotIndexAt(spans, pictureFrame);
  const span = spans[index] as ShotSpan;
  const before = spans[index - 1];
  const scene = sceneIn(production, span, frame);
  const own = cameraState(production, cameraOf(production, span.cameraId), scene, boundsOf, surfaces, pose ?? undefined);
  const carry = span.shot?.carry ?? 0;
  if (!before || carry === 0 || pose || frame >= span.from + carry) return own;
  const share = Math.max(0, (frame - span.from) / carry);
  return carried(
    cameraState(production, cameraOf(production, before.cameraId), sceneIn(production, before, frame), boundsOf, surfaces),
    own,
    span.shot?.smooth ? eased(share) : share,
  );
}
