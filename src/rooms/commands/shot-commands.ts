import { cameraState } from '@/core/frame/camera-state';
import { sceneFrameAt } from '@/core/frame/shot-camera';
import { straightenThroughCuts } from '@/core/production/edits/key-edits';
import { addCamera, splitShot } from '@/core/production/edits/shot-edits';
import { shotSpans } from '@/core/production/shots';
import type { Workspace } from '../workspace/workspace';

/** Begins a new shot at the playhead, with a camera of its own that stands where the old one is, or with the same one going on. */
export function splitAtPlayhead({ documents, view }: Workspace, own: boolean): void {
  const { production } = documents.store.getState();
  const { playhead, facts, flight } = view.getState();
  const at = Math.round(playhead);
  const span = shotSpans(production).findLast(({ from }) => from <= at);
  const camera = production.cameras.find(({ id }) => id === span?.cameraId);
  if (!span || !camera || at === span.from) return;
  const state = cameraState(production, camera, sceneFrameAt(production, at), (id) => facts[id]?.bounds, { flown: flight?.pose });
  documents.edit((draft) => {
    const id = own ? addCamera(draft, camera, state) : camera.id;
    const shot = id && splitShot(draft, at, id);
    if (shot) view.setState({ selection: { kind: 'shot', id: shot }, flight: null, pick: null, carrierId: null, through: null });
  });
}

/** Makes all moves of the cameras straight but the last shot's arrival. */
export function constantThroughCuts({ documents }: Workspace): void {
  documents.edit((draft) => straightenThroughCuts(draft, shotSpans(draft).at(-1)?.cameraId ?? ''));
}
