import { valueAt } from '../motion/evaluate-channel';
import type { Camera } from '../production/camera';
import type { Mark } from '../production/mark';
import { copyPoses } from '../production/pattern';
import type { Production } from '../production/production';
import type { Mat4 } from '../space/matrix';
import { secondsToFrame } from '../time/rate';
import { focusDistanceOn } from '../optics/focus';
import { cameraPose } from './camera-pose';
import { markPose } from './mark-pose';
import type { CameraState, FrameState, MarkExtent, MarkState, SetState } from './frame-state';

/** Extents of marks about their origins, as far as they are known: focus on a mark needs them. */
export type BoundsOf = (markId: string) => MarkExtent | null | undefined;

function markState(mark: Mark, frame: number, extent: MarkExtent | null | undefined): MarkState {
  const { body, shells, skin, pattern, placement } = mark;
  return {
    id: mark.id,
    pose: markPose(mark, frame, extent),
    copies: copyPoses(pattern),
    shells: shells.map(({ surfaces, fade }) => ({ surfaces, fade: extent && (fade.start < 1 || fade.end < 1) ? { ...fade, extent } : null })),
    dresses: body.kind === 'words' ? body.runs.map(({ surface }) => surface ?? null) : [],
    inflate: skin.on && body.kind !== 'body' ? valueAt(placement.inflate, frame) : null,
  };
}

/**
 * The state of a production at a time in seconds. Deterministic and without memory.
 * @param pose a pose to stand the camera in instead of the rig's own (while flying)
 */
export function evaluate(production: Production, seconds: number, boundsOf: BoundsOf, pose?: Mat4): FrameState {
  const frame = secondsToFrame(seconds, production.format.rate);
  const marks = production.marks.filter((mark) => mark.shown).map((mark) => markState(mark, frame, boundsOf(mark.id)));
  const camera = production.cameras[0] as Camera;
  return { time: seconds, camera: cameraState(production, camera, frame, marks, boundsOf, pose), marks, set: setState(production, frame) };
}

function cameraState(
  production: Production,
  camera: Camera,
  frame: number,
  marks: readonly MarkState[],
  boundsOf: BoundsOf,
  pose: Mat4 = cameraPose(production, camera, frame, boundsOf),
): CameraState {
  const { width, height } = production.format;
  const target = marks.find((mark) => mark.id === camera.focusOn);
  const box = target && boundsOf(target.id);
  const set = valueAt(camera.lens.focusDistance, frame);
  return {
    pose,
    focalLengthMm: Math.max(1, valueAt(camera.lens.focalLengthMm, frame)),
    fStop: Math.max(0.05, valueAt(camera.lens.fStop, frame)),
    focusDistance: Math.max(0.01, target && box ? focusDistanceOn(pose, target.pose, box) : set),
    sensorWidthMm: camera.sensorWidthMm,
    sensorHeightMm: (camera.sensorWidthMm * height) / width,
  };
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
