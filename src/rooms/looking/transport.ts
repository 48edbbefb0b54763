import { allOwners, inDeliveredTime, keyFrames } from '@/core/production/owners/owners';
import { deliveredFrameOf, nextKeyFrame } from '@/core/frame/scene-frames';
import { framesPerSecond } from '@/core/time/rate';
import { soundDevice } from '@/parts/sound-client';
import { heardFrame, soundFrom } from './use-sound';
import type { Workspace } from '../workspace/workspace';

/** Moving the playhead: play, step, jump. */

export function seek({ documents, view }: Pick<Workspace, 'documents' | 'view'>, frame: number): void {
  const { length } = documents.store.getState().production.format;
  const to = Math.max(0, Math.min(length - 1, frame));
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

/**
 * Plays in real time: each picture shows the time it is drawn at, so a slow machine drops pictures and never time.
 * Goes round at the end.
 */
export function togglePlay(workspace: Workspace): void {
  const { view, documents } = workspace;
  if (view.getState().playing) {
    view.setState({ playing: false, playhead: Math.round(view.getState().playhead) });
    return;
  }
  const { format } = documents.store.getState().production;
  const perSecond = framesPerSecond(format.rate);
  const start = view.getState().playhead >= format.length - 1 ? 0 : view.getState().playhead;
  view.setState({ playing: true, flight: null });
  const begin = () => {
    soundFrom(workspace, start);
    const began = performance.now();
    const tick = () => {
      if (!view.getState().playing) return;
      // Where there is a sound its clock is the time: pictures follow what is heard.
      const heard = heardFrame(workspace);
      // Begun anew where time has come to, not at the start: else every round would lose what it ran over.
      if (heard !== null && heard >= format.length) soundFrom(workspace, heard % format.length);
      // The time now, not that at which the browser began its frame: on a busy machine that lies well back.
      const frame = heard ?? start + ((performance.now() - began) / 1000) * perSecond;
      view.setState({ playhead: Math.floor(frame % format.length) });
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  };
  // Only a sound is worth waiting for.
  if (view.getState().sound) void soundDevice().then(begin);
  else begin();
}
