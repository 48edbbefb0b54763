import { sceneFrameOf } from '../motion/bent-time';
import { isKeyed } from '../motion/channel';
import type { Camera } from '../production/camera';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { shotIndexAt, shotSpans, type ShotSpan } from '../production/shots';
import type { Mat4 } from '../space/matrix';
import { cameraState, carried } from './camera-state';
import type { BoundsOf, CameraState } from './frame-state';
import { inFrame, isReframed } from './in-view/in-frame';
import type { SolidProbe } from './solid-probe';

export const cameraOf = ({ cameras }: Pick<Production, 'cameras'>, id: string): Camera =>
  cameras.find((camera) => camera.id === id) ?? (cameras[0] as Camera);

/** The shot that is seen at a delivered frame. */
export function shotAt(production: Pick<Production, 'shots' | 'cameras' | 'format'>, frame: number): ShotSpan {
  const spans = shotSpans(production);
  return spans[shotIndexAt(spans, frame)] as ShotSpan;
}

/** The scene's frame at a delivered frame of a shot: by its own bent time where it has one, else by the production's. */
function sceneIn(production: Production, { shot }: ShotSpan, frame: number): number {
  const own = shot !== null && isKeyed(shot.channels.scene);
  const { channels } = own ? shot : production.time;
  return sceneFrameOf(channels.scene, resolverOf(production).of(own ? `shots/${shot.id}` : 'time', channels).scene, frame);
}

/**
 * The scene's frame at a delivered frame: that of the shot's own bent time, or of the production's.
 * @param pictureFrame the picture that an instant of an exposure belongs to
 */
export function sceneFrameAt(production: Production, frame: number, pictureFrame = frame): number {
  return sceneIn(production, shotAt(production, pictureFrame), frame);
}

interface ShotOptions {
  pictureFrame?: number | undefined;
  probe?: SolidProbe | undefined;
  pose?: Mat4 | null | undefined;
}

/** How far a shot is seen by its own camera; below 1 that of the shot before is on its way to it. */
function shareOf(production: Production, { shot }: ShotSpan, frame: number): number {
  return shot ? resolverOf(production).of(`shots/${shot.id}`, shot.channels).share.at(frame) : 1;
}

/** What is seen at a delivered frame by the camera of its shot, as it was composed. */
function composedCamera(
  production: Production,
  spans: readonly ShotSpan[],
  index: number,
  frame: number,
  boundsOf: BoundsOf,
  { probe, pose }: Omit<ShotOptions, 'pictureFrame'>,
): CameraState {
  const span = spans[index] as ShotSpan;
  const before = spans[index - 1];
  const stateIn = (of: ShotSpan, flown?: Mat4 | null) =>
    cameraState(production, cameraOf(production, of.cameraId), sceneIn(production, of, frame), boundsOf, { probe, flown });
  const own = stateIn(span, pose);
  const share = before && !pose ? shareOf(production, span, frame) : 1;
  return before && share !== 1 ? carried(stateIn(before), own, share) : own;
}

/**
 * The camera that is seen at a delivered frame: the shot's own, or, while it is carried, on its way from the one before. Both go on
 * moving under a carry. Where the raster is another than shots were composed for, or words have grown, it is brought into the frame.
 */
export function shotCamera(
  production: Production,
  frame: number,
  boundsOf: BoundsOf,
  { pictureFrame = frame, probe, pose }: ShotOptions = {},
): CameraState {
  const spans = shotSpans(production);
  const index = shotIndexAt(spans, pictureFrame);
  const seen = composedCamera(production, spans, index, frame, boundsOf, { probe, pose });
  if (!isReframed(production)) return seen;
  const span = spans[index] as ShotSpan;
  return inFrame(production, span, boundsOf, seen, frame, (at) => ({
    camera: composedCamera(production, spans, index, at, boundsOf, {}),
    sceneFrame: sceneIn(production, span, at),
  }));
}
