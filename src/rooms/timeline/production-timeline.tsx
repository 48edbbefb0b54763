'use client';

import { useCallback, useMemo } from 'react';
import { channelGroups, inDeliveredTime, keyFrames, type ChannelGroup } from '@/core/production/channels';
import { keyGroup, moveStation, removeStation, shiftMove } from '@/core/production/edits/channel-edits';
import { Choices } from '@/parts/controls';
import type { LanePart } from '@/parts/timeline/lane-track';
import { lanesOf } from '@/parts/timeline/lanes';
import { Timeline } from '@/parts/timeline/timeline';
import { shiftSelectedKeys } from '../shared/key-commands';
import { ProductionCurves } from './production-curves';
import { useSceneFrame, useSeenCamera } from '../shared/seen';
import { useCueRow, useShotRow, useSnap, useSpeedRow } from './timeline-rows';
import { seek, seekKey } from '../shared/transport';
import type { Selection, ViewState } from '../shared/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../shared/workspace';

/** What of the production a lane belongs to. */
export function selectionOf(group: ChannelGroup): Selection {
  if (group.kind === 'mark') return { kind: 'mark', id: group.ownerId };
  if (group.kind === 'time') return { kind: 'shot', id: group.ownerId };
  if (group.kind === 'set') return { kind: 'set', id: group.ownerId as 'dome' | 'key' | 'floor' | 'display' };
  return { kind: 'camera', id: group.ownerId };
}

/** Group of channels whose lane is meant by what is selected. */
function laneOf({ selection, carrierId }: Pick<ViewState, 'selection' | 'carrierId'>, groups: readonly ChannelGroup[]): string | null {
  if (!selection) return null;
  if (selection.kind === 'mark') return `mark/${selection.id}`;
  if (selection.kind === 'set') return `set/${selection.id}`;
  if (selection.kind !== 'camera') return null;
  const carriers = groups.filter((group) => group.kind === 'carrier' && group.ownerId === selection.id);
  return (carriers.find((group) => group.id === `carrier/${selection.id}/${carrierId}`) ?? carriers[0])?.id ?? null;
}

/** The timeline of the open production. */
export function ProductionTimeline() {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { playhead, pick, selection, carrierId, keys, timelineAs } = useView((s) => ({
    playhead: s.playhead,
    pick: s.pick,
    selection: s.selection,
    carrierId: s.carrierId,
    keys: s.keys,
    timelineAs: s.timelineAs,
  }));
  const seen = useSeenCamera();
  const groups = useMemo(() => channelGroups(production), [production]);
  const selected = pick?.group ?? laneOf({ selection, carrierId }, groups);
  const lanes = useMemo(() => {
    // Of several cameras only the lanes of the one that is looked through or selected are shown.
    const camera = selection?.kind === 'camera' ? selection.id : seen.id;
    return lanesOf(
      groups.filter(({ kind, ownerId }) => (kind !== 'carrier' && kind !== 'lens' && kind !== 'aim') || ownerId === camera),
      new Set(selected ? [selected] : []),
    );
  }, [groups, selected, selection, seen.id]);
  const shots = useShotRow();
  const cues = useCueRow();
  const speed = useSpeedRow();
  const snap = useSnap();
  const scene = useSceneFrame();

  const select = useCallback(
    (id: string, part: LanePart | null) => {
      const group = channelGroups(workspace.documents.store.getState().production).find((g) => g.id === id);
      if (!group) return;
      view.setState({
        selection: selectionOf(group),
        pick: part,
        keys: [],
        ...(group.kind === 'carrier' ? { carrierId: id.split('/')[2] ?? null } : {}),
      });
    },
    [view, workspace],
  );
  const onPick = useCallback(
    (part: LanePart) => {
      select(part.group, part);
      if (part.kind === 'station') seekKey(workspace, part.group, part.frame);
    },
    [select, workspace],
  );
  const onRetime = useCallback(
    (group: string, from: number, to: number, gesture: string) => {
      edit((draft) => moveStation(draft, group, from, to), gesture);
      view.setState({ pick: { kind: 'station', group, frame: to } });
      seekKey(workspace, group, to);
    },
    [edit, view, workspace],
  );
  const onShift = useCallback(
    (group: string, from: number, to: number, by: number, gesture: string) => {
      edit((draft) => shiftMove(draft, group, from, to, by), gesture);
      view.setState({ pick: { kind: 'move', group, from: from + by, to: to + by } });
    },
    [edit, view],
  );
  const onRemove = useCallback(
    (group: string, frame: number) => {
      edit((draft) => removeStation(draft, group, frame));
      view.setState({ pick: null });
    },
    [edit, view],
  );
  const onKey = useCallback(
    (group: string, frame: number) => {
      edit((draft) => keyGroup(draft, group, frame));
      onPick({ kind: 'station', group, frame });
    },
    [edit, onPick],
  );

  const onToggle = useCallback(
    (group: string, frame: number) =>
      view.setState((state) => {
        const had = state.keys.some((key) => key.group === group && key.frame === frame);
        // The station that was picked before counts as the first of the selection.
        const before =
          state.keys.length === 0 && state.pick?.kind === 'station' ? [{ group: state.pick.group, frame: state.pick.frame }] : state.keys;
        return {
          keys: had ? state.keys.filter((key) => key.group !== group || key.frame !== frame) : [...before, { group, frame }],
          pick: null,
        };
      }),
    [view],
  );
  const onShiftSelected = useCallback((by: number, gesture: string) => shiftSelectedKeys(workspace, by, gesture), [workspace]);
  const onSelectKeys = useCallback((next: { group: string; frame: number }[]) => view.setState({ keys: next, pick: null }), [view]);

  const keyed = groups.some((group) => keyFrames(group).length > 0);
  return (
    <Timeline
      lanes={lanes}
      rate={production.format.rate}
      length={production.format.length}
      playhead={playhead}
      pick={pick}
      selected={selected}
      onSelectLane={(id) => select(id, null)}
      onSeek={(frame) => seek(workspace, frame)}
      onScrub={(dragging) => view.setState({ dragging, scrubbing: dragging, playing: false })}
      onPick={onPick}
      onRetime={onRetime}
      onShift={onShift}
      onRemove={onRemove}
      onKey={onKey}
      onToggle={onToggle}
      onShiftSelected={onShiftSelected}
      snap={snap}
      keys={keys}
      onSelectKeys={onSelectKeys}
      above={[shots, cues]}
      below={[speed]}
      sceneFrame={scene === Math.round(playhead) ? null : scene}
      tools={
        <Choices
          label="Timeline shows"
          value={timelineAs}
          onChange={(as) => view.setState({ timelineAs: as })}
          options={[
            { id: 'lanes', label: 'lanes' },
            { id: 'curves', label: 'curves' },
          ]}
        />
      }
      body={
        timelineAs === 'curves'
          ? (scale) => (
              <ProductionCurves
                groupId={selected ?? laneOf({ selection: { kind: 'camera', id: seen.id }, carrierId }, groups)}
                scale={scale}
                playhead={selected && inDeliveredTime(selected) ? playhead : scene}
              />
            )
          : undefined
      }
      empty={
        keyed || timelineAs === 'curves' ? null : (
          <p style={{ padding: '10px 14px', color: 'var(--faint)', fontSize: 12 }}>
            Nothing moves yet. Fly the camera in the lens view, go to a frame, and press Land here.
          </p>
        )
      }
    />
  );
}
