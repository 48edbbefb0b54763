import { isShown, standingPoses } from '@/core/frame/mark-pose';
import { wholeView } from '@/core/frame/free-view';
import type { CarrierValues } from '@/core/rig/carrier';
import { orbit } from '@/core/rig/carriers/orbit';
import type { Walk } from '../workspace/view-store';
import type { Workspace } from '../workspace/workspace';
import { flown, STILL, type FlightMove } from './flight';
import { sceneFrame } from './seen';
import { boundsIn } from '../workspace/view-store';

/** From a little aside and above: front, side and top are seen. */
const HOME = { azimuth: 24, height: 14, roll: 0, radius: 8, pivotX: 0, pivotY: 0, pivotZ: 0 };

const walkAt = (values: CarrierValues, fits: boolean): Walk => ({
  values,
  pose: orbit.matrix(values, STILL),
  distance: values.radius ?? HOME.radius,
  fits,
});

/** Some marks seen whole, from where one looks already. */
function seeing({ view, documents }: Workspace, markIds: readonly string[], from: CarrierValues): CarrierValues {
  const { facts, playhead } = view.getState();
  const { production } = documents.store.getState();
  const frame = sceneFrame(production, playhead);
  const boxes = production.marks.flatMap((mark) => {
    const box = facts[mark.id]?.bounds;
    if (!box || !markIds.includes(mark.id)) return [];
    // With all its copies.
    return standingPoses(production, mark, frame, boundsIn(facts)).map((pose) => ({ box, pose }));
  });
  const turn = orbit.matrix({ ...from, radius: 0, pivotX: 0, pivotY: 0, pivotZ: 0 }, STILL);
  const whole = wholeView(boxes, turn, production);
  if (!whole) return from;
  const [pivotX, pivotY, pivotZ] = whole.target;
  return { ...from, radius: whole.distance, pivotX, pivotY, pivotZ };
}

const allMarks = ({ documents }: Workspace): string[] => documents.store.getState().production.marks.map(({ id }) => id);

/** The marks that are selected, or all that are shown. */
function wanted({ view, documents }: Workspace): string[] {
  const { selection, also, playhead } = view.getState();
  if (selection?.kind === 'mark') return [selection.id, ...also];
  const { production } = documents.store.getState();
  const frame = sceneFrame(production, playhead);
  return production.marks.filter((mark) => isShown(production, mark, frame)).map(({ id }) => id);
}

/** Begins to go round the marks: all of them in sight. */
export function startWalk(workspace: Workspace): void {
  workspace.view.setState({ walk: walkAt(seeing(workspace, allMarks(workspace), HOME), true), flight: null });
}

export function endWalk({ view }: Workspace): void {
  view.setState({ walk: null });
}

/** As long as nobody has moved the view it follows the marks as they are built. */
export function keepWhole(workspace: Workspace): void {
  const { walk, dragging } = workspace.view.getState();
  if (!walk?.fits || dragging) return;
  workspace.view.setState({ walk: walkAt(seeing(workspace, allMarks(workspace), walk.values), true) });
}

/** The marks that are selected, or all, in sight whole from this side. */
export function seeWhole(workspace: Workspace): void {
  const { walk } = workspace.view.getState();
  if (walk) workspace.view.setState({ walk: walkAt(seeing(workspace, wanted(workspace), walk.values), false) });
}

/** Goes on round the marks; returns whether there is anyone who walks. */
export function walkOn({ view }: Workspace, move: FlightMove): boolean {
  const { walk } = view.getState();
  if (walk) view.setState({ walk: walkAt(flown(walk.values, move), false) });
  return walk !== null;
}
