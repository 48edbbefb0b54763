'use client';

import { useCallback, useMemo } from 'react';
import { channelGroups, keyFrames, type ChannelGroup } from '@/core/production/channels';
import { keyGroup, moveStation, removeStation, shiftMove } from '@/core/production/edits/channel-edits';
import type { LanePart } from '@/parts/timeline/lane-track';
import { lanesOf } from '@/parts/timeline/lanes';
import { Timeline } from '@/parts/timeline/timeline';
import { seek } from './transport';
import type { Selection, ViewState } from './view-store';
import { useEdit, useProduction, useView, useWorkspace } from './workspace';

/** What of the production a lane belongs to. */
export function selectionOf(group: ChannelGroup): Selection {
  if (group.kind === 'mark') return { kind: 'mark', id: group.ownerId };
  if (group.kind === 'set') return { kind: 'set', id: group.ownerId as 'dome' | 'key' | 'floor' | 'display' };
  return { kind: 'camera', id: group.ownerId };
}

/** Group of channels whose lane is meant by what is selected. */
function laneOf({ selection, carrierId }: Pick<ViewState, 'selection' | 'carrierId'>, groups: readonly ChannelGroup[]): string | null {
  if (!selection) return null;
  if (selection.kind === 'mark') return `mark/${selection.id}`;
  if (selection.kind === 'set') return `set/${selection.id}`;
  const carriers = groups.filter((group) => group.kind === 'carrier' && group.ownerId === selection.id);
  return (carriers.find((group) => group.id === `carrier/${selection.id}/${carrierId}`) ?? carriers[0])?.id ?? null;
}

/** The timeline of the open production. */
export function ProductionTimeline() {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { playhead, pick, selection, carrierId } = useView((s) => ({ playhead: s.playhead, pick: s.pick, selection: s.selection, carrierId: s.carrierId }));
  const groups = useMemo(() => channelGroups(production), [production]);
  const selected = pick?.group ?? laneOf({ selection, carrierId }, groups);
  const lanes = useMemo(() => lanesOf(groups, new Set(selected ? [selected] : [])), [groups, selected]);

  const select = useCallback(
    (id: string, part: LanePart | null) => {
      const group = channelGroups(workspace.documents.store.getState().production).find((g) => g.id === id);
      if (!group) return;
      view.setState({ selection: selectionOf(group), pick: part, ...(group.kind === 'carrier' ? { carrierId: id.split('/')[2] ?? null } : {}) });
    },
    [view, workspace],
  );
  const onPick = useCallback(
    (part: LanePart) => {
      select(part.group, part);
      if (part.kind === 'station') seek(workspace, part.frame);
    },
    [select, workspace],
  );
  const onRetime = useCallback(
    (group: string, from: number, to: number, gesture: string) => {
      edit((draft) => moveStation(draft, group, from, to), gesture);
      view.setState({ pick: { kind: 'station', group, frame: to } });
      seek(workspace, to);
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
      onScrub={(dragging) => view.setState({ dragging, playing: false })}
      onPick={onPick}
      onRetime={onRetime}
      onShift={onShift}
      onRemove={onRemove}
      onKey={onKey}
      empty={keyed ? null : <p style={{ padding: '10px 14px', color: 'var(--faint)', fontSize: 12 }}>Nothing moves yet. Fly the camera in the lens view, go to a frame, and press Land here.</p>}
    />
  );
}
