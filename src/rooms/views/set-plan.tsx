'use client';

import equal from 'fast-deep-equal/es6';
import { useCallback, useMemo, type ReactNode } from 'react';
import { backdropTraces } from '@/core/frame/backdrop-trace';
import type { MarkState } from '@/core/frame/frame-state';
import { markGround } from '@/core/frame/mark-pose';
import type { Mark } from '@/core/production/mark';
import { moveOwner } from '@/core/production/edits/channel-edits';
import { invertRigid, transformDirection } from '@/core/space/matrix';
import type { Vec3 } from '@/core/space/vector';
import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import type { PlanMark } from '@/parts/plan-view/plan-marks';
import { PlanView, type PlanViewProps } from '@/parts/plan-view/plan-view';
import { useSame } from '@/parts/use-same';
import { PaneTitle } from '../layout/panes';
import { useMoveStation, usePlanCameras, usePlanRail } from './plan-cameras';
import { usePlanPoints } from './plan-points';
import { usePlanRegions } from './plan-regions';
import { useSceneFrame } from '../looking/seen';
import { seekScene } from '../looking/transport';
import { useFrameState } from '../looking/use-frame-state';
import { boundsIn, type ViewState } from '../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const drawn = new WeakMap<Mark, PlanMark>();

/** The marks as the plan draws them; one that stands where it stood stays the same. */
function planMarks(states: readonly MarkState[], marks: readonly Mark[], facts: ViewState['facts']): PlanMark[] {
  const byId = new Map(marks.map((mark) => [mark.id, mark]));
  return states.flatMap((state) => {
    const [mark, box] = [byId.get(state.id), facts[state.id]?.bounds];
    if (!mark || !box) return [];
    const made = { id: mark.id, name: mark.name, hue: mark.hue, pose: state.pose, copies: state.copies, box };
    const known = drawn.get(mark);
    if (known && equal(known, made)) return [known];
    drawn.set(mark, made);
    return [made];
  });
}

/** The plan of the open production, seen from above, from the side or from outside. */
export function SetPlan({
  from,
  movable = false,
  title,
  over,
  inSight,
}: { from: PlanFrom; movable?: boolean; title: ReactNode } & Pick<PlanViewProps, 'over' | 'inSight'>) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { facts, selection, visit } = useView((s) => ({ facts: s.facts, selection: s.selection, visit: s.visit }));
  const frame = useSceneFrame();
  const cameras = usePlanCameras();
  const rail = usePlanRail();
  const moveStation = useMoveStation();
  const regions = usePlanRegions(movable);
  const drawn = usePlanPoints();
  const state = useFrameState();

  const marks = useSame(useMemo(() => planMarks(state.marks, production.marks, facts), [state.marks, production.marks, facts]));
  const backdrops = useMemo(() => (from === 'outside' ? [] : backdropTraces(state.set, from)), [state.set, from]);
  const { view } = workspace;
  const selectMark = useCallback((id: string) => view.setState({ selection: { kind: 'mark', id }, pick: null }), [view]);
  const selectCamera = useCallback((id: string) => view.setState({ selection: { kind: 'camera', id }, pick: null }), [view]);
  const onSeek = useCallback((to: number) => seekScene(workspace, to), [workspace]);
  const move = (id: string, by: Vec3, gesture: string) =>
    edit((draft) => {
      const mark = draft.marks.find((each) => each.id === id);
      // Drawn in the world; told in the frame of what carries it.
      if (mark)
        moveOwner(draft, `marks/${id}`, frame, transformDirection(invertRigid(markGround(draft, mark, frame, boundsIn(facts))), by));
    }, gesture);

  return (
    <>
      <PaneTitle>{title}</PaneTitle>
      <PlanView
        from={from}
        marks={marks}
        cameras={cameras}
        rail={movable ? rail : null}
        drawn={movable ? drawn : null}
        planned={visit}
        regions={regions}
        selectedMark={selection?.kind === 'mark' ? selection.id : null}
        onSelectMark={selectMark}
        onSelectCamera={selectCamera}
        onSeek={onSeek}
        onMoveMark={movable ? move : undefined}
        onMoveStation={movable ? moveStation : undefined}
        {...(over ? { over } : {})}
        {...(inSight ? { inSight } : {})}
        backdrops={backdrops}
      />
    </>
  );
}
