'use client';

import { useState } from 'react';
import type { Channel, Handle, Join, Key } from '@/core/motion/channel';
import { SAME_FRAME } from '@/core/motion/edit-channel';
import { PACE_NAMES, paceName, PACES, type Pace } from '@/core/motion/pace';
import { channelMeta, type ChannelGroup } from '@/core/production/channels';
import { removeKeys } from '@/core/production/edits/key-edits';
import { changeStation, removeStation, setMovePace } from '@/core/production/edits/channel-edits';
import type { FieldMeta } from '@/core/schema/fields';
import { formatShortTimecode } from '@/core/time/timecode';
import { Button, Choices, Heading, Pick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { PaceCurve } from '@/parts/pace/pace-curve';
import { hueColour } from '@/parts/theme';
import { KeyBench, OutsidePicks } from './key-bench';
import { OwnPaces } from './own-paces';
import type { TimelinePick } from '../shared/view-store';
import { Hint } from '../shared/panes';
import { useEdit, useProduction, useView, useWorkspace } from '../shared/workspace';

const ALL = 'all';
const JOINS: { id: Join; label: string }[] = [
  { id: 'straight', label: 'straight' },
  { id: 'eased', label: 'eased' },
  { id: 'flowing', label: 'flowing' },
  { id: 'held', label: 'held' },
];
const INFLUENCE: FieldMeta = { label: '', unit: '%', min: 0, max: 1, rest: 0.42, step: 0.01, digits: 0, shown: 100 };
const SPEED: FieldMeta = { label: '', unit: '×', min: -20, max: 20, rest: 0, step: 0.05, digits: 2, shown: 1 };
const BOUNCES: FieldMeta = { label: 'Rebounds', unit: '', min: 0, max: 6, rest: 0, step: 1, digits: 0, shown: 1 };

const isAt = (frame: number) => (key: Key) => Math.abs(key.frame - frame) < SAME_FRAME;
const keyOf = (channel: Channel, frame: number) => channel.keys.find(isAt(frame));

/** Which channels of a lane an edit is for: all of them, or one. */
function ScopePick({
  group,
  names,
  value,
  onChange,
}: {
  group: ChannelGroup;
  names: readonly string[];
  value: string;
  onChange: (name: string) => void;
}) {
  return (
    <Pick
      label="Applies to"
      value={value}
      onChange={onChange}
      options={[{ id: ALL, label: 'all channels' }, ...names.map((id) => ({ id, label: channelMeta(group, id).label }))]}
    />
  );
}

function StationBench({ group, frame }: { group: ChannelGroup; frame: number }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const rate = useProduction((p) => p.format.rate);
  const [scope, setScope] = useState(ALL);
  const names = Object.keys(group.channels).filter((name) => keyOf(group.channels[name] as Channel, frame));
  // A key picked in the curves is meant alone.
  const drawn = useView((v) => (v.keys.length === 1 && v.keys[0]?.group === group.id ? v.keys[0].name : undefined));
  const wanted = drawn ?? scope;
  const only = wanted !== ALL && names.includes(wanted) ? wanted : undefined;
  const joins = new Set((only ? [only] : names).map((name) => keyOf(group.channels[name] as Channel, frame)?.join));
  if (names.length === 0) return null;
  return (
    <>
      <Heading>
        Station at {formatShortTimecode(frame, rate)} · {names.length} {names.length === 1 ? 'key' : 'keys'}
      </Heading>
      <ScopePick
        group={group}
        names={names}
        value={only ?? ALL}
        onChange={(next) => {
          setScope(next);
          view.setState({ keys: [] });
        }}
      />
      <div style={{ margin: '6px 0' }}>
        <Choices
          label="How it is passed"
          options={JOINS}
          value={joins.size === 1 ? ([...joins][0] ?? null) : null}
          onChange={(join) => edit((draft) => changeStation(draft, group.id, frame, { join }, only))}
        />
      </div>
      {only ? <KeyBench group={group} name={only} frame={frame} /> : null}
      <OutsidePicks group={group} name={only} />
      <div style={{ margin: '6px 0 10px' }}>
        <Button
          onPress={() => {
            edit((draft) => (only ? removeKeys(draft, [{ group: group.id, name: only, frame }]) : removeStation(draft, group.id, frame)));
            view.setState({ pick: null, keys: [] });
          }}
        >
          {only ? 'Remove this key' : 'Remove this station'}
        </Button>
      </div>
    </>
  );
}

/** The pace of a move, from the channel named or the first one that changes over it. */
function paceOf(group: ChannelGroup, names: readonly string[], from: number, to: number): Pace | null {
  for (const name of names) {
    const channel = group.channels[name] as Channel;
    const [a, b] = [keyOf(channel, from), keyOf(channel, to)];
    if (a && b && a.value !== b.value) return paceBetween(a, b);
  }
  const first = names[0] === undefined ? undefined : group.channels[names[0]];
  const [a, b] = [first && keyOf(first, from), first && keyOf(first, to)];
  return a && b ? paceBetween(a, b) : null;
}

const THIRD: Handle = { influence: 1 / 3, speed: 1 };
const paceBetween = (a: Key, b: Key): Pace => ({
  leave: a.join === 'straight' || a.join === 'flowing' ? THIRD : a.leave,
  arrive: b.join === 'straight' || b.join === 'flowing' ? THIRD : b.arrive,
  bounces: a.bounces,
});

function MoveBench({ group, from, to }: { group: ChannelGroup; from: number; to: number }) {
  const edit = useEdit();
  const rate = useProduction((p) => p.format.rate);
  const [scope, setScope] = useState(ALL);
  const names = Object.keys(group.channels).filter((name) => {
    const channel = group.channels[name] as Channel;
    return keyOf(channel, from) && keyOf(channel, to);
  });
  const only = scope !== ALL && names.includes(scope) ? scope : undefined;
  const pace = paceOf(group, only ? [only] : names, from, to);
  if (!pace) return <Hint>No channel has keys at both ends of this move.</Hint>;
  const joins = new Set((only ? [only] : names).flatMap((name) => [keyOf(group.channels[name] as Channel, from)?.join]));
  const held = joins.size === 1 && joins.has('held');
  const put = (next: Pace, gesture: string | null) => edit((draft) => setMovePace(draft, group.id, from, to, next, only), gesture);
  const end = (side: 'leave' | 'arrive') => (
    <>
      <NumberField
        meta={INFLUENCE}
        label={side === 'leave' ? 'Leave over' : 'Arrive over'}
        value={pace[side].influence}
        onChange={(influence, gesture) => put({ ...pace, bounces: 0, [side]: { ...pace[side], influence } }, gesture)}
      />
      <NumberField
        meta={SPEED}
        label={side === 'leave' ? 'Leave at' : 'Arrive at'}
        value={pace[side].speed}
        onChange={(speed, gesture) => put({ ...pace, bounces: 0, [side]: { ...pace[side], speed } }, gesture)}
      />
    </>
  );
  return (
    <>
      <Heading>
        Move {formatShortTimecode(from, rate)} → {formatShortTimecode(to, rate)} · {Math.round((to - from) * 100) / 100} fr
      </Heading>
      <ScopePick group={group} names={names} value={only ?? ALL} onChange={setScope} />
      <div style={{ margin: '6px 0' }}>
        <PaceCurve pace={pace} colour={hueColour(group.hue, 0.6)} onChange={put} />
      </div>
      <Choices
        label="Pace"
        options={PACE_NAMES.map((id) => ({ id, label: id }))}
        value={held ? null : paceName(pace)}
        onChange={(name) => put(PACES[name], null)}
      />
      <OwnPaces pace={pace} onUse={(own) => put(own, null)} />
      {held ? <Hint>The station before this move holds: nothing moves until the next one. A pace makes it move.</Hint> : null}
      <div style={{ marginTop: 6 }}>
        {pace.bounces > 0 ? (
          <NumberField
            meta={BOUNCES}
            value={pace.bounces}
            onChange={(bounces, gesture) => put({ ...pace, bounces: Math.round(bounces) }, gesture)}
          />
        ) : (
          <>
            {end('leave')}
            {end('arrive')}
          </>
        )}
      </div>
    </>
  );
}

/** What is picked in the timeline: a station or a move. */
export function PickBench({ group, pick }: { group: ChannelGroup; pick: TimelinePick }) {
  return pick.kind === 'station' ? (
    <StationBench key={group.id} group={group} frame={pick.frame} />
  ) : (
    <MoveBench key={group.id} group={group} from={pick.from} to={pick.to} />
  );
}
