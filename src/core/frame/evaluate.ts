import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { resolverOf, type Resolver } from '../production/resolver';
import type { Mat4 } from '../space/matrix';
import { framesPerSecond, secondsToFrame } from '../time/rate';
import { cameraState } from './camera-state';
import { frameAxes } from './cascades/frame-axes';
import { freeCamera, type FreeView } from './free-view';
import type { BoundsOf, CameraState, FrameState, LightOwnerState, LightState, MarkState, SetState } from './frame-state';
import { domeStates } from './dome-state';
import { cropped } from './in-view/in-frame';
import { lightState } from './light-state';
import { readyPose } from './mark-pose';
import { panelState, plateState, type ShownTime } from './panel-state';
import { ownerStates } from './owner-states';
import { readyAmong, readyMarks, type ReadyMark } from './ready-mark';
import { isLit, type Soloed } from './soloed';
import { cameraOf, sceneFrameAt, shotCamera } from './shot-camera';
import type { SolidProbe } from './solid-probe';
import { revealState } from './reveal-state';
import { trailSteps } from './trail-state';

interface Around {
  production: Production;
  boundsOf: BoundsOf;
  /** Null where nobody looks. */
  camera: CameraState | null;
}

function markState(ready: ReadyMark, frame: number, shown: ShownTime, { production, boundsOf, camera }: Around): MarkState {
  const pose = readyPose(ready, frame);
  const frameAt = ready.asksFrame && camera ? frameAxes(camera, pose) : null;
  const contents = ready.still ?? ready.contents(frame, { frameAt, pose, camera });
  const { shells, ownSurfaces, parts, copyStates, shards } = contents;
  return {
    id: ready.id,
    pose,
    copies: ready.copies,
    shells,
    ownSurfaces,
    parts,
    copyStates,
    shards,
    regions: ready.regions(frame, { pose, camera }),
    trail: trailSteps(ready, frame, pose, contents),
    inflate: ready.inflates ? ready.place.inflate.at(frame) : null,
    matte: ready.matte,
    cutsOnly: ready.cutsOnly,
    line: ready.line?.at(frame) ?? null,
    picture: ready.panel && panelState(ready.panel, frame, shown),
    reveal: ready.reveal && revealState(production, ready, ready.reveal, frame, shown, boundsOf),
  };
}

/** The states that were asked for last: while something is dragged, all others are asked for again at the same frame. */
let latest: { frame: number; shown: ShownTime; ready: readonly ReadyMark[]; states: readonly (MarkState | null)[] } | null = null;

/** States of marks at a scene frame; null for each that is not seen there. */
function markStates(ready: readonly ReadyMark[], frame: number, shown: ShownTime, around: Around): readonly (MarkState | null)[] {
  const known = latest?.frame === frame && latest.shown.frame === shown.frame && latest.shown.rate === shown.rate ? latest : null;
  const states: (MarkState | null)[] = [];
  for (let i = 0; i < ready.length; i++) {
    const mark = ready[i] as ReadyMark;
    if (known && known.ready[i] === mark && !mark.asksFrame && !mark.reveal) states.push(known.states[i] as MarkState | null);
    else states.push(mark.isThere(frame) ? markState(mark, frame, shown, around) : null);
  }
  latest = { frame, shown, ready, states };
  return states;
}

/** The state of one mark at a scene frame, whether it is seen there or not. */
export const markStateAt = (production: Production, mark: Mark, frame: number, boundsOf: BoundsOf): MarkState =>
  markState(
    readyAmong(production, resolverOf(production), mark, boundsOf),
    frame,
    { frame, rate: framesPerSecond(production.format.rate) },
    { production, boundsOf, camera: null },
  );

export interface EvaluateOptions {
  /** A pose to stand the camera in instead of the rig's own (while flying). */
  pose?: Mat4 | null | undefined;
  /** Delivered frame of the picture that an instant of its exposure belongs to: an exposure does not reach over a cut. */
  pictureFrame?: number | undefined;
  /** The built surfaces, for a focus that follows them. */
  probe?: SolidProbe | undefined;
  /** A camera to look through instead of the shot's own. */
  cameraId?: string | null | undefined;
  /** A view that is no camera's, instead of one. */
  free?: FreeView | null | undefined;
  /** Some light alone, or all but it, for a look. */
  soloed?: Soloed | null | undefined;
}

/** Lights by their paths that are looked at alone, or left out. */
function lightStates(production: Production, resolver: Resolver, frame: number, boundsOf: BoundsOf, soloed: Soloed | null): LightState[] {
  const own = ownerStates<LightOwnerState>(resolver, 'lights', production.lights, frame);
  return own.filter(({ id }) => isLit(`lights/${id}`, soloed)).map((light) => lightState(production, light, frame, boundsOf));
}

/** The camera that is seen at a delivered time in seconds. */
export function cameraAt(
  production: Production,
  seconds: number,
  boundsOf: BoundsOf,
  { pose, pictureFrame, probe, cameraId, free }: EvaluateOptions = {},
): CameraState {
  if (free) return freeCamera(production, free);
  const delivered = secondsToFrame(seconds, production.format.rate);
  if (!cameraId) return shotCamera(production, delivered, boundsOf, { pictureFrame, probe, pose });
  const frame = sceneFrameAt(production, delivered, pictureFrame);
  return cropped(production, cameraState(production, cameraOf(production, cameraId), frame, boundsOf, { probe, flown: pose }));
}

/**
 * The state of a production at a delivered time in seconds. Deterministic: what is kept of it between calls only spares work.
 */
export function evaluate(
  production: Production,
  seconds: number,
  boundsOf: BoundsOf,
  { pose, pictureFrame, probe, cameraId, free, soloed = null }: EvaluateOptions = {},
): FrameState {
  const resolver = resolverOf(production);
  const delivered = secondsToFrame(seconds, production.format.rate);
  const frame = sceneFrameAt(production, delivered, pictureFrame);
  // What is filmed is seen frame by frame: one of its frames through the whole exposure.
  const shown = {
    frame: pictureFrame === undefined ? frame : sceneFrameAt(production, pictureFrame, pictureFrame),
    rate: framesPerSecond(production.format.rate),
  };
  const camera = cameraAt(production, seconds, boundsOf, { pose, pictureFrame, probe, cameraId, free });
  const marks = markStates(readyMarks(production, resolver, boundsOf), frame, shown, { production, boundsOf, camera }).filter(
    (state) => state !== null,
  );
  return {
    time: seconds,
    camera,
    marks,
    lights: lightStates(production, resolver, frame, boundsOf, soloed),
    domes: domeStates(production, resolver, frame, soloed),
    // Whoever goes round the marks by a view that is no camera's sees nothing behind them, and nothing before them.
    set: ownerStates<SetState>(resolver, 'set', production.set, frame).filter(({ kind }) => !free || (kind !== 'haze' && kind !== 'stars')),
    plate: free ? null : plateState(resolver, production, frame, shown),
    finish: ownerStates(resolver, 'finish', production.finish, frame),
  };
}
