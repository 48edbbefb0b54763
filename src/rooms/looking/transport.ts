import { allOwners, inDeliveredTime, keyFrames } from '@/core/production/owners/owners';
import { deliveredFrameOf, nextKeyFrame } from '@/core/frame/scene-frames';
import { framesPerSecond } from '@/core/time/rate';
import { soundDevice } from '@/parts/sound-client';
import { heardFrame, silence, soundFrom } from './use-sound';
import type { Workspace } from '../workspace/workspace';

/** Moving the playhead: play, step, jump. */

/** The frame after the last can be stood on too: there a whole turn ends, and loops are seen to close. */
export function seek({ documents, view }: Pick<Workspace, 'documents' | 'view'>, frame: number): void {
  const { length } = documents.store.getState().production.format;
  const to = Math.max(0, Math.min(frame === Infinity ? length - 1 : length, frame));
  // A pose flown to belongs to the frame it was flown at.
  view.setState(to === view.getState().playhead ? {} : { playhead: to, flight: null });
}

/** Goes to where a frame of the scene is seen. */
export function seekScene(workspace: Workspace, frame: number): void {
  seek(workspace, deliveredFrameOf(workspace.documents.store.getState().production, frame, workspace.view.getState().playhead));
}

/** Goes to a key of a lane. */
export function seekKey(workspace: Workspace, owner: string, frame: number): void {
  if (inDeliveredTime(owner)) seek(workspace, frame);
  else seekScene(workspace, frame);
}

export function stepBy(workspace: Workspace, frames: number): void {
  workspace.view.setState({ playing: false });
  seek(workspace, Math.round(workspace.view.getState().playhead) + frames);
}

/** Goes to the nearest key before or after the playhead, in the picked lane or, without one, in any. */
export function stepKey(workspace: Workspace, direction: -1 | 1): void {
  const { production } = workspace.documents.store.getState();
  const { pick, playhead } = workspace.view.getState();
  const owners = allOwners(production);
  const picked = owners.filter(({ path }) => path === pick?.owner);
  const lanes = picked.length > 0 ? picked : owners;
  const framesOf = (delivered: boolean) =>
    lanes
      .filter(({ path }) => inDeliveredTime(path) === delivered)
      .flatMap(keyFrames)
      .sort((a, b) => a - b);
  const next = nextKeyFrame(production, { scene: framesOf(false), delivered: framesOf(true) }, playhead, direction);
  workspace.view.setState({ playing: false });
  if (next !== undefined) seek(workspace, next);
}

/** Times as fast as it can be played, either way. */
const FASTEST = 8;

/** Which playing is under way: a newer one takes its place. */
let run = 0;

/**
 * Plays in real time, or several times as fast, on or back: each picture shows the time it is drawn at, so a slow machine drops pictures
 * and never time. Goes round at either end.
 */
function play(workspace: Workspace, speed: number): void {
  const { view, documents } = workspace;
  const { format } = documents.store.getState().production;
  const perSecond = framesPerSecond(format.rate);
  const { playhead } = view.getState();
  const start = speed > 0 && playhead >= format.length - 1 ? 0 : playhead;
  const own = ++run;
  view.setState({ playing: true, speed, flight: null });
  // A sound is heard as it is, so only at its own speed.
  const hears = speed === 1;
  silence();
  const begin = () => {
    if (hears) soundFrom(workspace, start);
    const began = performance.now();
    const tick = () => {
      if (!view.getState().playing || own !== run) return;
      // Where there is a sound its clock is the time: pictures follow what is heard.
      const heard = hears ? heardFrame(workspace) : null;
      // Begun anew where time has come to, not at the start: else every round would lose what it ran over.
      if (heard !== null && heard >= format.length) soundFrom(workspace, heard % format.length);
      // The time now, not that at which the browser began its frame: on a busy machine that lies well back.
      const frame = heard ?? start + ((performance.now() - began) / 1000) * perSecond * speed;
      view.setState({ playhead: Math.floor(((frame % format.length) + format.length) % format.length) });
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  };
  // Only a sound is worth waiting for.
  if (hears && view.getState().sound) void soundDevice().then(begin);
  else begin();
}

export function stop({ view }: Workspace): void {
  if (view.getState().playing) view.setState({ playing: false, speed: 1, playhead: Math.round(view.getState().playhead) });
}

export function togglePlay(workspace: Workspace): void {
  if (workspace.view.getState().playing) stop(workspace);
  else play(workspace, 1);
}

/** Plays on or back; twice as fast with each press that follows. */
export function shuttle(workspace: Workspace, direction: -1 | 1): void {
  const { playing, speed } = workspace.view.getState();
  const goesOn = playing && Math.sign(speed) === direction;
  play(workspace, goesOn ? direction * Math.min(FASTEST, Math.abs(speed) * 2) : direction);
}
