import { valueAt } from '../motion/evaluate-channel';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import type { Mat4 } from '../space/matrix';
import { secondsToFrame } from '../time/rate';
import { cameraState } from './camera-state';
import type { Surfaces } from './focus-target';
import { readyPose } from './mark-pose';
import type { BoundsOf, FrameState, MarkExtent, MarkState, SetState } from './frame-state';
import { INFLATE, readyMark } from './ready-mark';
import { cameraOf, sceneFrameAt, shotCamera } from './shot-camera';

function markState(mark: Mark, frame: number, extent: MarkExtent | null | undefined): MarkState {
  const ready = readyMark(mark, extent);
  return {
    id: mark.id,
    pose: readyPose(ready, frame),
    copies: ready.copies,
    shells: ready.shells,
    dresses: ready.dresses,
    inflate: ready.inflates ? ready.placement.valueAt(INFLATE, frame) : null,
  };
}

export interface EvaluateOptions {
  /** A pose to stand the camera in instead of the rig's own (while flying). */
  pose?: Mat4 | null | undefined;
  /** Delivered frame of the picture that an instant of its exposure belongs to: an exposure does not reach over a cut. */
  pictureFrame?: number | undefined;
  /** The built surfaces, for a focus that follows them. */
  surfaces?: Surfaces | undefined;
  /** A camera to look through instead of the shot's own. */
  cameraId?: string | null | undefined;
}

/**
 * The state of a production at a delivered time in seconds. Deterministic and without memory.
 */
export function evaluate(
  production: Production,
  seconds: number,
  boundsOf: BoundsOf,
  { pose, pictureFrame, surfaces, cameraId }: EvaluateOptions = {},
): FrameState {
  const delivered = secondsToFrame(seconds, production.format.rate);
  const frame = sceneFrameAt(production, delivered, pictureFrame);
  const marks = production.marks.filter((mark) => mark.shown).map((mark) => markState(mark, frame, boundsOf(mark.id)));
  const camera = cameraId
    ? cameraState(production, cameraOf(production, cameraId), frame, boundsOf, surfaces, pose ?? undefined)
    : shotCamera(production, delivered, boundsOf, { pictureFrame, surfaces, pose });
  return { time: seconds, camera, marks, set: setState(production, frame) };
}

function setState({ set }: Production, frame: number): SetState {
  const at = (channel: Parameters<typeof valueAt>[0]) => valueAt(channel, frame);
  return {
    dome: { strength: at(set.dome.strength), turn: at(set.dome.turn), contrast: at(set.dome.contrast) },
    key: {
      strength: at(set.key.strength),
      azimuth: at(set.key.azimuth),
      height: at(set.key.height),
      softness: at(set.key.softness),
      colour: set.keyColour,
    },
    floor: set.floorOn ? { level: at(set.floor.level), shadow: at(set.floor.shadow) } : null,
    ground: { colour: set.ground, falloff: at(set.display.falloff) },
    display: { exposure: at(set.display.exposure), knee: at(set.display.knee) },
  };
}
