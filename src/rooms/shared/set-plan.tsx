'use client';

import { useCallback, useMemo, type ReactNode } from 'react';
import { cameraPose } from '@/core/frame/camera-pose';
import type { MarkExtent } from '@/core/frame/frame-state';
import { markPose } from '@/core/frame/mark-pose';
import { valueAt } from '@/core/motion/evaluate-channel';
import { copyPoses } from '@/core/production/pattern';
import { channelGroups, keyFrames } from '@/core/production/channels';
import { setChannelValue } from '@/core/production/edits/channel-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Camera } from '@/core/production/camera';
import type { Production } from '@/core/production/production';
import { positionOf } from '@/core/space/matrix';
import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import { PlanView, type PlanMark } from '@/parts/plan-view/plan-view';
import { PaneTitle } from './panes';
import { seek } from './transport';
import { useFrameState } from './use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from './workspace';

/** More dots than this on a path are not told apart any more. */
const MAX_TICKS = 1500;

/** The way of the camera: its place at every tick, from the first frame to the last. */
function usePath(production: Production, camera: Camera, boundsOf: (id: string) => MarkExtent | null | undefined) {
  const { length } = production.format;
  return useMemo(() => {
    const framesPerTick = Math.ceil(length / MAX_TICKS);
    const moves = camera.carriers.some((carrier) => carrier.kind === 'shake' || carrier.kind === 'ride' || Object.values(carrier.channels).some((channel) => channel.keys.length > 1));
    const place = (frame: number) => positionOf(cameraPose(production, camera, frame, boundsOf));
    const path = moves ? Array.from({ length: Math.floor((length - 1) / framesPerTick) + 1 }, (_, i) => place(i * framesPerTick)) : [];
    return { path, framesPerTick, place };
  }, [production, camera, length, boundsOf]);
}

/** The plan of the open production, seen from above or from the side. */
export function SetPlan({ from, movable = false, title }: { from: PlanFrom; movable?: boolean; title: ReactNode }) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { playhead, facts, selection } = useView((s) => ({ playhead: s.playhead, facts: s.facts, selection: s.selection }));
  const camera = production.cameras[0] as Camera;
  const boundsOf = useCallback((id: string) => facts[id]?.bounds, [facts]);
  const { path, framesPerTick, place } = usePath(production, camera, boundsOf);
  const frame = Math.round(playhead);

  const marks = useMemo(
    () =>
      production.marks.flatMap((mark): PlanMark[] => {
        const box = facts[mark.id]?.bounds;
        return mark.shown && box ? [{ id: mark.id, name: mark.name, hue: mark.hue, pose: markPose(mark, frame, box), copies: copyPoses(mark.pattern), box }] : [];
      }),
    [production.marks, facts, frame],
  );
  const stations = useMemo(
    () => {
      const carriers = channelGroups(production).filter((group) => group.kind === 'carrier' && group.ownerId === camera.id);
      return [...new Set(carriers.flatMap(keyFrames))].map((at) => ({ frame: at, place: place(at) }));
    },
    [production, camera.id, place],
  );
  const state = useFrameState();

  const move = (id: string, by: readonly [number, number, number], gesture: string) =>
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
        camera={{ name: camera.name, hue: camera.hue, state: state.camera, path, framesPerTick, stations }}
        selectedMark={selection?.kind === 'mark' ? selection.id : null}
        onSelectMark={(id) => workspace.view.setState({ selection: { kind: 'mark', id }, pick: null })}
        onSelectCamera={() => workspace.view.setState({ selection: { kind: 'camera', id: camera.id }, pick: null })}
        onSeek={(to) => seek(workspace, to)}
        onMoveMark={movable ? move : undefined}
        floor={state.set.floor?.level ?? null}
      />
    </>
  );
}
