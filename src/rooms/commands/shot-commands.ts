import { cameraState } from '@/core/frame/camera-state';
import { cameraOf, sceneFrameAt, shotAt } from '@/core/frame/shot-camera';
import { straightenThroughCuts } from '@/core/production/edits/key-edits';
import { addCamera, joinShots, splitShot, splitShots } from '@/core/production/edits/shot-edits';
import { shotSpans } from '@/core/production/shots';
import type { Workspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

/** Begins a new shot at the playhead, with a camera of its own that stands where the old one is, or with the same one going on. */
export function splitAtPlayhead({ documents, view }: Workspace, own: boolean): void {
  const { production } = documents.store.getState();
  const { playhead, facts, flight } = view.getState();
  const at = Math.round(playhead);
  const span = shotAt(production, at);
  if (at === span.from) return;
  const camera = cameraOf(production, span.cameraId);
  const state = cameraState(production, camera, sceneFrameAt(production, at), boundsIn(facts), { flown: flight?.pose });
  documents.edit((draft) => {
    const id = own ? addCamera(draft, camera, state) : camera.id;
    const shot = id && splitShot(draft, at, id);
    if (shot) view.setState({ selection: { kind: 'shot', id: shot }, flight: null, pick: null, carrierId: null, through: null });
  });
}

/** Begins a shot at every cue, each with a camera of its own that stands where the old one is there. */
export function splitAtCues({ documents, view }: Workspace): void {
  const { production } = documents.store.getState();
  const { facts } = view.getState();
  documents.edit((draft) => {
    const made = splitShots(
      draft,
      production.cues.map(({ frame }) => frame),
      (at) => {
        const camera = cameraOf(production, shotAt(production, at).cameraId);
        return addCamera(draft, camera, cameraState(production, camera, sceneFrameAt(production, at), boundsIn(facts)));
      },
    );
    if (made[0]) view.setState({ selection: { kind: 'shot', id: made[0] }, flight: null, pick: null, carrierId: null, through: null });
  });
}

/** Frames of a carry that is asked for without saying how long it takes (a carry takes a few frames, almost a cut: common practice). */
const CARRY_FRAMES = 6;

/** Makes every cut a carry, or every carry a cut. */
export const joinAll = ({ documents }: Workspace, join: 'cut' | 'carry'): void =>
  documents.edit((draft) => joinShots(draft, join === 'carry' ? CARRY_FRAMES : 0));

/** Makes all moves of the cameras straight but the last shot's arrival. */
export function constantThroughCuts({ documents }: Workspace): void {
  documents.edit((draft) => straightenThroughCuts(draft, shotSpans(draft).at(-1)?.cameraId ?? ''));
}
