import { useRef, type PointerEvent } from 'react';
import { invertRigid, positionOf } from '@/core/space/matrix';
import { distance, dot, normalise, scale, subtract, type Vec3 } from '@/core/space/vector';
import { lightGround } from '@/core/frame/light-state';
import { anglesTo, highlightAt, isPlaced, lightOf } from '@/core/production/edits/light-edits';
import { pointElement } from '@/core/production/edits/dome-edits';
import { newGesture } from '@/parts/gesture';
import { oneQuestion } from '../looking/one-question';
import { sceneFrame } from '../looking/seen';
import { framePoint } from '../looking/frame-point';
import { seenState } from '../looking/use-frame-state';
import { boundsIn } from '../workspace/view-store';
import type { Workspace } from '../workspace/workspace';

/** Direction from a spot in which an eye sees what is mirrored there. */
export function mirroredFrom(eye: Vec3, place: Vec3, normal: Vec3): Vec3 {
  const seen = normalise(subtract(place, eye));
  return normalise(subtract(seen, scale(normal, 2 * dot(seen, normal))));
}

/** Moves the light or the dome's light that is selected to where its reflection falls on a spot; false where none is selected. */
export function putHighlight(workspace: Workspace, place: Vec3, normal: Vec3, gesture: string): boolean {
  const { documents, view } = workspace;
  const { selection, playhead, facts } = view.getState();
  if (selection?.kind !== 'owner') return false;
  const { production } = documents.store.getState();
  const frame = sceneFrame(production, playhead);
  const state = seenState(workspace);
  const mirrored = mirroredFrom(positionOf(state.camera.pose), place, normal);
  const [list, id = '', , element] = selection.id.split('/');
  if (list === 'lights') {
    const light = lightOf(production, id);
    if (!light) return false;
    const into = invertRigid(lightGround(production, light, frame, boundsIn(facts)));
    const now = state.lights.find((each) => each.id === id);
    const away = isPlaced(light) && now ? distance(positionOf(now.pose), place) : 4;
    documents.edit((draft) => highlightAt(draft, id, frame, place, mirrored, into, Math.max(0.3, away)), gesture);
    return true;
  }
  if (list !== 'domes' || element === undefined) return false;
  documents.edit((draft) => pointElement(draft, selection.id, frame, anglesTo(mirrored)), gesture);
  return true;
}

/** What the pointer does in the lens view of Light beside flying: a highlight follows it, or it asks what lights a spot. */
export function useLightHand(workspace: Workspace, does: 'fly' | 'highlight' | 'ask') {
  const drag = useRef<((x: number, y: number) => void) | null>(null);
  if (does === 'fly') return null;
  /** The highlight follows the pointer for as long as it is held. */
  const begin = () => {
    const gesture = newGesture('highlight');
    const follow = oneQuestion((x, y) =>
      drag.current !== follow
        ? undefined
        : workspace.picture?.pick(x, y).then(({ place, normal }) => {
            if (place && normal && !putHighlight(workspace, place, normal, gesture))
              workspace.view.setState({ trouble: 'Select the light, or the light of the dome, whose highlight is to be moved.' });
          }),
    );
    drag.current = follow;
    return follow;
  };
  return {
    onPointerDown: (event: PointerEvent<HTMLDivElement>) => {
      if (event.button > 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const [x, y] = framePoint(event, event.currentTarget);
      if (does === 'ask') {
        void workspace.picture?.shares(x, y).then((shares) => workspace.view.setState({ shares: { x, y, shares } }));
        return;
      }
      workspace.view.setState({ dragging: true });
      begin()(x, y);
    },
    onPointerMove: (event: PointerEvent<HTMLDivElement>) => {
      drag.current?.(...framePoint(event, event.currentTarget));
    },
    onPointerUp: () => {
      drag.current = null;
      workspace.view.setState({ dragging: false });
    },
  };
}
