import { rayThrough } from '@/core/optics/project';
import { forwardOf } from '@/core/space/matrix';
import { dot } from '@/core/space/vector';
import { seenCamera } from './seen';
import { seenState } from './use-frame-state';
import type { Workspace } from '../workspace/workspace';

/**
 * Puts the point of a focus target where a press in the lens view met a surface; a press on nothing leaves it.
 * @param depth distance of the surface along the lens axis
 */
export function focusAt(workspace: Workspace, target: 'focus' | 'rack', x: number, y: number, depth: number): void {
  const { documents, view } = workspace;
  view.setState({ pickFocus: null });
  if (!Number.isFinite(depth)) return;
  const { production } = documents.store.getState();
  const { camera } = seenState(workspace);
  const { from, direction } = rayThrough(camera, x, y);
  const way = depth / dot(direction, forwardOf(camera.pose));
  const at = (i: 0 | 1 | 2) => Math.round((from[i] + direction[i] * way) * 1000) / 1000;
  documents.edit((draft) => {
    const focus = draft.cameras.find(({ id }) => id === seenCamera(production, view.getState()).id)?.focus;
    const found = target === 'rack' ? focus?.to : focus;
    if (found) Object.assign(found, { on: 'point', point: { x: at(0), y: at(1), z: at(2) } });
  });
}
