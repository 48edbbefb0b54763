'use client';

import { useMemo, type ReactNode } from 'react';
import { markPose } from '@/core/frame/mark-pose';
import { valueAt } from '@/core/motion/evaluate-channel';
import { copyPoses } from '@/core/production/pattern';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Vec3 } from '@/core/space/vector';
import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import { PlanView, type PlanMark } from '@/parts/plan-view/plan-view';
import { PaneTitle } from './panes';
import { useMoveStation, usePlanCameras, usePlanRail } from './plan-cameras';
import { useSceneFrame } from './seen';
import { seekScene } from './transport';
import { useFrameState } from './use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from './workspace';

/** The plan of the open production, seen from above, from the side or from outside. */
export function SetPlan({ from, movable = false, title }: { from: PlanFrom; movable?: boolean; title: ReactNode }) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { facts, selection } = useView((s) => ({ facts: s.facts, selection: s.selection }));
  const frame = useSceneFrame();
  const cameras = usePlanCameras();
  const rail = usePlanRail();
  const moveStation = useMoveStation();
  const state = useFrameState();

  const marks = useMemo(
    () =>
      production.marks.flatMap((mark): PlanMark[] => {
        const box = facts[mark.id]?.bounds;
        return mark.shown && box
          ? [{ id: mark.id, name: mark.name, hue: mark.hue, pose: markPose(mark, frame, box), copies: copyPoses(mark.pattern), box }]
          : [];
      }),
    [production.marks, facts, frame],
  );
  const move = (id: string, by: Vec3, gesture: string) =>
    edit(
      (draft) =>
        changeMark(draft, id, (mark) =>
          (['x', 'y', 'z'] as const).forEach((name, i) => {
            const shift = by[i] ?? 0;
            if (shift !== 0) setChannelValue(draft, { group: `mark/${id}`, name }, frame, valueAt(mark.placement[name], frame) + shift);
          }),
        ),
      gesture,
    );

  return (
    <>
      <PaneTitle>{title}</PaneTitle>
      <PlanView
        from={from}
        marks={marks}
        cameras={cameras}
        rail={movable ? rail : null}
        selectedMark={selection?.kind === 'mark' ? selection.id : null}
        onSelectMark={(id) => workspace.view.setState({ selection: { kind: 'mark', id }, pick: null })}
        onSelectCamera={(id) => workspace.view.setState({ selection: { kind: 'camera', id }, pick: null })}
        onSeek={(to) => seekScene(workspace, to)}
        onMoveMark={movable ? move : undefined}
        onMoveStation={movable ? moveStation : undefined}
        floor={state.set.floor?.level ?? null}
      />
    </>
  );
}
