import { channelGroups, keyFrames } from '@/core/production/channels';
import { sceneFrameAt } from '@/core/frame/shot-camera';
import { framesPerSecond } from '@/core/time/rate';
import { soundDevice } from '@/parts/sound-client';
import { heardFrame, soundFrom } from './use-sound';
import type { Workspace } from './workspace';

/** Moving the playhead: play, step, jump. */

export function seek({ documents, view }: Pick<Workspace, 'documents' | 'view'>, frame: number): void {
  const { length } = documents.store.getState().production.format;
  const to = Math.max(0, Math.min(length - 1, frame));
  // A pose flown to belongs to the frame it was flown at.
  view.setState(to === view.getState().playhead ? {} : { playhead: to, flight: null });
}

/** Goes to where a frame of the scene is seen: the nearest delivered frame whose scene frame comes closest to it. */
export function seekScene(workspace: Workspace, frame: number): void {
  const { production } = workspace.documents.store.getState();
  const playhead = workspace.view.getState().playhead;
  if (Math.abs(sceneFrameAt(production, frame) - frame) < 1e-6) return seek(workspace, frame);
  let best = playhead;
  let least = Infinity;
  for (let at = 0; at < production.format.length; at++) {
    const away = Math.abs(sceneFrameAt(production, at) - frame) + Math.abs(at - playhead) * 1e-6;
    if (away < least) [least, best] = [away, at];
  }
  seek(workspace, best);
}

/** Goes to a key of a lane: bent time is keyed in delivered frames, all else in those of the scene. */
export function seekKey(workspace: Workspace, group: string, frame: number): void {
  if (group.startsWith('time/')) seek(workspace, frame);
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
  const groups = channelGroups(production);
  const lanes = groups.filter((group) => group.id === pick?.group);
  const frames = (lanes.length > 0 ? lanes : groups).flatMap(keyFrames).sort((a, b) => a - b);
  const next = direction > 0 ? frames.find((f) => f > playhead + 1e-3) : frames.findLast((f) => f < playhead - 1e-3);
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
    const tick = (now: number) => {
      if (!view.getState().playing) return;
      // Where there is a sound its clock is the time: pictures follow what is heard.
      const heard = heardFrame(workspace);
      if (heard !== null && heard >= format.length) soundFrom(workspace, 0);
      const frame = heard ?? start + (Math.max(0, now - began) / 1000) * perSecond;
      view.setState({ playhead: Math.floor(frame % format.length) });
      requestAnimationFrame(tick);
    };
    requestAnimationFrame(tick);
  };
  // Only a sound is worth waiting for.
  if (view.getState().sound) void soundDevice().then(begin);
  else begin();
}
