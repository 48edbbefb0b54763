'use client';

import { useState } from 'react';
import type { Channel, Handle, Join, Key, Value } from '@/core/motion/channel';
import { SAME_FRAME } from '@/core/motion/edit-channel';
import { paceBetween, type Pace } from '@/core/motion/pace';
import { channelMeta, type FoundOwner } from '@/core/production/owners/owners';
import { removeKeys } from '@/core/production/edits/key-edits';
import { changeStation, removeStation, setMovePace } from '@/core/production/edits/channel-edits';
import { formatShortTimecode } from '@/core/time/timecode';
import { Button, Choices, Heading, Hint, Pick } from '@/parts/controls';
import { hueColour } from '@/parts/theme';
import { PaceFields } from '../benches/pace-fields';
import { KeyBench, OutsidePicks } from './key-bench';
import type { TimelinePick } from '../workspace/view-store';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const ALL = 'all';
const JOINS: { id: Join; label: string }[] = [
  { id: 'straight', label: 'straight' },
  { id: 'eased', label: 'eased' },
  { id: 'flowing', label: 'flowing' },
  { id: 'held', label: 'held' },
];

const isAt = (frame: number) => (key: Key<Value>) => Math.abs(key.frame - frame) < SAME_FRAME;
const keyOf = (channel: Channel<Value>, frame: number) => channel.keys.find(isAt(frame));

/** Which channels of a lane an edit is for: all of them, or one. */
function ScopePick({
  owner,
  names,
  value,
  onChange,
}: {
  owner: FoundOwner;
  names: readonly string[];
  value: string;
  onChange: (name: string) => void;
}) {
  return (
    <Pick
      label="Applies to"
      value={value}
      onChange={onChange}
      options={[{ id: ALL, label: 'all channels' }, ...names.map((id) => ({ id, label: channelMeta(owner, id).label }))]}
    />
  );
}

function StationBench({ owner, frame }: { owner: FoundOwner; frame: number }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const rate = useProduction((p) => p.format.rate);
  const [scope, setScope] = useState(ALL);
  const names = Object.keys(owner.channels).filter((name) => keyOf(owner.channels[name] as Channel<Value>, frame));
  // A key picked in the curves is meant alone.
  const drawn = useView((v) => (v.keys.length === 1 && v.keys[0]?.owner === owner.path ? v.keys[0].name : undefined));
  const wanted = drawn ?? scope;
  const only = wanted !== ALL && names.includes(wanted) ? wanted : undefined;
  const joins = new Set((only ? [only] : names).map((name) => keyOf(owner.channels[name] as Channel<Value>, frame)?.join));
  if (names.length === 0) return null;
  return (
    <>
      <Heading>
        Station at {formatShortTimecode(frame, rate)} · {names.length} {names.length === 1 ? 'key' : 'keys'}
      </Heading>
      <ScopePick
        owner={owner}
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
          onChange={(join) => edit((draft) => changeStation(draft, owner.path, frame, { join }, only))}
        />
      </div>
      {only ? <KeyBench owner={owner} name={only} frame={frame} /> : null}
      <OutsidePicks owner={owner} name={only} />
      <div style={{ margin: '6px 0 10px' }}>
        <Button
          onPress={() => {
            edit((draft) =>
              only ? removeKeys(draft, [{ owner: owner.path, name: only, frame }]) : removeStation(draft, owner.path, frame),
            );
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
function paceOf(owner: FoundOwner, names: readonly string[], from: number, to: number): Pace | null {
  for (const name of names) {
    const channel = owner.channels[name] as Channel<Value>;
    const [a, b] = [keyOf(channel, from), keyOf(channel, to)];
    if (a && b && a.value !== b.value) return shownPace(a, b);
  }
  const first = names[0] === undefined ? undefined : owner.channels[names[0]];
  const [a, b] = [first && keyOf(first, from), first && keyOf(first, to)];
  return a && b ? shownPace(a, b) : null;
}

const THIRD: Handle = { influence: 1 / 3, speed: 1 };
const shownPace = (a: Key<Value>, b: Key<Value>): Pace => ({
  ...paceBetween(a, b),
  ...(a.join === 'straight' || a.join === 'flowing' ? { leave: THIRD } : {}),
  ...(b.join === 'straight' || b.join === 'flowing' ? { arrive: THIRD } : {}),
});

function MoveBench({ owner, from, to }: { owner: FoundOwner; from: number; to: number }) {
  const edit = useEdit();
  const rate = useProduction((p) => p.format.rate);
  const [scope, setScope] = useState(ALL);
  const names = Object.keys(owner.channels).filter((name) => {
    const channel = owner.channels[name] as Channel<Value>;
    return keyOf(channel, from) && keyOf(channel, to);
  });
  const only = scope !== ALL && names.includes(scope) ? scope : undefined;
  const pace = paceOf(owner, only ? [only] : names, from, to);
  if (!pace) return <Hint>No channel has keys at both ends of this move.</Hint>;
  const joins = new Set((only ? [only] : names).flatMap((name) => [keyOf(owner.channels[name] as Channel<Value>, from)?.join]));
  const held = joins.size === 1 && joins.has('held');
  const put = (next: Pace, gesture: string | null) => edit((draft) => setMovePace(draft, owner.path, from, to, next, only), gesture);
  return (
    <>
      <Heading>
        Move {formatShortTimecode(from, rate)} → {formatShortTimecode(to, rate)} · {Math.round((to - from) * 100) / 100} fr
      </Heading>
      <ScopePick owner={owner} names={names} value={only ?? ALL} onChange={setScope} />
      <PaceFields pace={pace} colour={hueColour(owner.hue, 0.6)} isNamed={!held} onChange={put}>
        {held ? <Hint>The station before this move holds: nothing moves until the next one. A pace makes it move.</Hint> : null}
      </PaceFields>
    </>
  );
}

/** What is picked in the timeline: a station or a move. */
export function PickBench({ owner, pick }: { owner: FoundOwner; pick: TimelinePick }) {
  return pick.kind === 'station' ? (
    <StationBench key={owner.path} owner={owner} frame={pick.frame} />
  ) : (
    <MoveBench key={owner.path} owner={owner} from={pick.from} to={pick.to} />
  );
}
