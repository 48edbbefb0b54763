'use client';

import { useCallback, useMemo } from 'react';
import { allOwners, inDeliveredTime, isAnyKeyed, ownerAt, type FoundOwner } from '@/core/production/owners/owners';
import type { Production } from '@/core/production/production';
import { keyOwner, moveStation, removeStation, shiftMove } from '@/core/production/edits/channel-edits';
import { Choices } from '@/parts/controls';
import type { LanePart } from '@/parts/timeline/lane-actions';
import { lanesOf } from '@/parts/timeline/lanes';
import { Timeline } from '@/parts/timeline/timeline';
import { useSame } from '@/parts/use-same';
import { shiftSelectedKeys } from '../commands/key-commands';
import { ProductionCurves } from './production-curves';
import { useSceneFrame, useSeenCamera } from '../looking/seen';
import { useCueRow, useShotRow, useSnap, useSpeedRow } from './timeline-rows';
import { seek, seekKey } from '../looking/transport';
import { useFans } from './use-fans';
import type { Selection, ViewState } from '../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

/** What is selected with a lane. */
export function selectionOf({ holderPath }: FoundOwner): Selection {
  const [list, id = ''] = holderPath.split('/');
  switch (list) {
    case 'marks':
      return { kind: 'mark', id };
    case 'cameras':
      return { kind: 'camera', id };
    case 'shots':
      return { kind: 'shot', id };
    case 'time':
      return { kind: 'shot', id: 'all' };
    default:
      return { kind: 'owner', id: holderPath };
  }
}

/** The owner whose lane is meant by what is selected, by its path. */
function laneOf({ selection, carrierId }: Pick<ViewState, 'selection' | 'carrierId'>, { cameras }: Production): string | null {
  switch (selection?.kind) {
    case 'mark':
      return `marks/${selection.id}`;
    case 'owner':
      return selection.id;
    case 'camera': {
      const carriers = cameras.find(({ id }) => id === selection.id)?.carriers ?? [];
      const carrier = carriers.find(({ id }) => id === carrierId) ?? carriers[0];
      return carrier ? `cameras/${selection.id}/carriers/${carrier.id}` : null;
    }
    default:
      return null;
  }
}

const NOTHING_MOVES = (
  <p style={{ padding: '10px 14px', color: 'var(--faint)', fontSize: 12 }}>
    Nothing moves yet. Fly the camera in the lens view, go to a frame, and press Land here.
  </p>
);

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
  const owners = useMemo(() => allOwners(production), [production]);
  const selected = pick?.owner ?? laneOf({ selection, carrierId }, production);
  const fanOf = useFans();
  const lanes = useSame(
    useMemo(() => {
      // Of several cameras only the lanes of the one that is looked through or selected are shown.
      const camera = selection?.kind === 'camera' ? selection.id : seen.id;
      return lanesOf(
        owners.filter(({ path }) => !path.startsWith('cameras/') || path.startsWith(`cameras/${camera}/`)),
        new Set(selected ? [selected] : []),
        fanOf,
      );
    }, [owners, selected, selection, seen.id, fanOf]),
  );
  const shots = useShotRow();
  const cues = useCueRow();
  const speed = useSpeedRow();
  const snap = useSnap();
  const scene = useSceneFrame();

  const select = useCallback(
    (id: string, part: LanePart | null) => {
      const owner = ownerAt(workspace.documents.store.getState().production, id);
      if (!owner) return;
      view.setState({
        selection: selectionOf(owner),
        pick: part,
        keys: [],
        ...(id.includes('/carriers/') ? { carrierId: id.split('/')[3] ?? null } : {}),
      });
    },
    [view, workspace],
  );
  const onPick = useCallback(
    (part: LanePart) => {
      select(part.owner, part);
      if (part.kind === 'station') seekKey(workspace, part.owner, part.frame);
    },
    [select, workspace],
  );
  const onRetime = useCallback(
    (owner: string, from: number, to: number, gesture: string) => {
      edit((draft) => moveStation(draft, owner, from, to), gesture);
      view.setState({ pick: { kind: 'station', owner, frame: to } });
      seekKey(workspace, owner, to);
    },
    [edit, view, workspace],
  );
  const onShift = useCallback(
    (owner: string, from: number, to: number, by: number, gesture: string) => {
      edit((draft) => shiftMove(draft, owner, from, to, by), gesture);
      view.setState({ pick: { kind: 'move', owner, from: from + by, to: to + by } });
    },
    [edit, view],
  );
  const onRemove = useCallback(
    (owner: string, frame: number) => {
      edit((draft) => removeStation(draft, owner, frame));
      view.setState({ pick: null });
    },
    [edit, view],
  );
  const onKey = useCallback(
    (owner: string, frame: number) => {
      edit((draft) => keyOwner(draft, owner, frame));
      onPick({ kind: 'station', owner, frame });
    },
    [edit, onPick],
  );

  const onToggle = useCallback(
    (owner: string, frame: number) =>
      view.setState((state) => {
        const had = state.keys.some((key) => key.owner === owner && key.frame === frame);
        // The station that was picked before counts as the first of the selection.
        const before =
          state.keys.length === 0 && state.pick?.kind === 'station' ? [{ owner: state.pick.owner, frame: state.pick.frame }] : state.keys;
        return {
          keys: had ? state.keys.filter((key) => key.owner !== owner || key.frame !== frame) : [...before, { owner, frame }],
          pick: null,
        };
      }),
    [view],
  );
  const onShiftSelected = useCallback((by: number, gesture: string) => shiftSelectedKeys(workspace, by, gesture), [workspace]);
  const onSelectKeys = useCallback((next: { owner: string; frame: number }[]) => view.setState({ keys: next, pick: null }), [view]);

  const keyed = useMemo(() => owners.some(isAnyKeyed), [owners]);
  const onSelectLane = useCallback((id: string) => select(id, null), [select]);
  const onSeek = useCallback((frame: number) => seek(workspace, frame), [workspace]);
  const onScrub = useCallback((dragging: boolean) => view.setState({ dragging, scrubbing: dragging, playing: false }), [view]);
  const above = useMemo(() => [shots, cues], [shots, cues]);
  const below = useMemo(() => [speed], [speed]);
  const tools = useMemo(
    () => (
      <Choices
        label="Timeline shows"
        value={timelineAs}
        onChange={(as) => view.setState({ timelineAs: as })}
        options={[
          { id: 'lanes', label: 'lanes' },
          { id: 'curves', label: 'curves' },
        ]}
      />
    ),
    [view, timelineAs],
  );
  return (
    <Timeline
      lanes={lanes}
      rate={production.format.rate}
      length={production.format.length}
      playhead={playhead}
      pick={pick}
      selected={selected}
      onSelectLane={onSelectLane}
      onSeek={onSeek}
      onScrub={onScrub}
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
      above={above}
      below={below}
      sceneFrame={scene === Math.round(playhead) ? null : scene}
      tools={tools}
      body={
        timelineAs === 'curves'
          ? (scale) => (
              <ProductionCurves
                path={selected ?? laneOf({ selection: { kind: 'camera', id: seen.id }, carrierId }, production)}
                scale={scale}
                playhead={selected && inDeliveredTime(selected) ? playhead : scene}
              />
            )
          : undefined
      }
      empty={keyed || timelineAs === 'curves' ? null : NOTHING_MOVES}
    />
  );
}
