'use client';

import { useMemo, type ReactNode } from 'react';
import { isShown, markPose } from '@/core/frame/mark-pose';
import { ofKind } from '@/core/schema/owner-kind';
import { copyPoses } from '@/core/production/pattern';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { resolverOf } from '@/core/production/resolver';
import type { Vec3 } from '@/core/space/vector';
import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import type { PlanMark } from '@/parts/plan-view/plan-marks';
import { PlanView } from '@/parts/plan-view/plan-view';
import { PaneTitle } from '../layout/panes';
import { useMoveStation, usePlanCameras, usePlanRail } from './plan-cameras';
import { useSceneFrame } from '../looking/seen';
import { seekScene } from '../looking/transport';
import { useFrameState } from '../looking/use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

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
        if (!box || !isShown(production, mark, frame)) return [];
        const pose = markPose(production, mark, frame, box);
        return [{ id: mark.id, name: mark.name, hue: mark.hue, pose, copies: copyPoses(mark.pattern), box }];
      }),
    [production, facts, frame],
  );
  const move = (id: string, by: Vec3, gesture: string) =>
    edit((draft) => {
      const owner = `marks/${id}`;
      (['x', 'y', 'z'] as const).forEach((name, i) => {
        const [shift, present] = [by[i] ?? 0, resolverOf(production).at(owner, name, frame)];
        if (shift !== 0 && typeof present === 'number') setChannelValue(draft, { owner, name }, frame, present + shift);
      });
    }, gesture);

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
        floor={ofKind(state.set, 'floor')?.values.level ?? null}
      />
    </>
  );
}
