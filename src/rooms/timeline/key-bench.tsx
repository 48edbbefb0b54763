'use client';

import { isNumber, OUTSIDES, type Outside } from '@/core/motion/channel';
import { withKey, withKeyMoved, SAME_FRAME } from '@/core/motion/edit-channel';
import { handleEnd, withHandle, type Side } from '@/core/motion/handle-edit';
import { numberMeta, type FoundOwner } from '@/core/production/owners/owners';
import { changeChannel, changeNumber } from '@/core/production/edits/channel-edits';
import type { FieldMeta } from '@/core/schema/fields';
import { framesPerSecond } from '@/core/time/rate';
import { Pick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const FRAME: FieldMeta = { label: 'At', unit: 'fr', min: -100_000, max: 1_000_000, rest: 0, step: 1, digits: 1, shown: 1 };
const INFLUENCE: FieldMeta = { label: '', unit: '%', min: 0, max: 1, rest: 0.42, step: 0.01, digits: 0, shown: 100 };
const OUTSIDE_WORDS: Record<Outside, string> = {
  hold: 'holds',
  cycle: 'again and again',
  climb: 'again, adding up',
  return: 'there and back',
};

/** One key of one channel in numbers: where, how much, and how it is arrived at and left. */
export function KeyBench({ owner, name, frame }: { owner: FoundOwner; name: string; frame: number }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const rate = useProduction((p) => p.format.rate);
  const joined = useView((s) => s.handlesJoined);
  const channel = owner.channels[name];
  const index = channel?.keys.findIndex((key) => Math.abs(key.frame - frame) < SAME_FRAME) ?? -1;
  const key = channel?.keys[index];
  // A colour or a switch has no handles: its value is on the bench of what it belongs to.
  if (!channel || !key || !isNumber(channel)) return null;
  const meta = numberMeta(owner, name);
  const ref = { owner: owner.path, name };
  const fps = framesPerSecond(rate);
  const speedMeta = (label: string): FieldMeta => ({
    ...meta,
    label,
    unit: `${meta.unit}/s`,
    min: -1e6,
    max: 1e6,
    rest: 0,
    digits: Math.max(1, meta.digits),
  });
  const side = (which: Side) => {
    const end = handleEnd(channel.keys, index, which);
    if (!end) return null;
    const put = (influence: number, speed: number, gesture: string) =>
      edit((draft) => changeNumber(draft, ref, (c) => withHandle(c, index, which, influence, speed, joined)), gesture);
    const word = which === 'arrive' ? 'Arrives' : 'Leaves';
    return (
      <>
        <NumberField
          meta={INFLUENCE}
          label={`${word} over`}
          value={end.influence}
          onChange={(influence, gesture) => put(influence, end.speed, gesture)}
        />
        <NumberField
          meta={speedMeta(`${word} at`)}
          value={end.speed * fps}
          onChange={(speed, gesture) => put(end.influence, speed / fps, gesture)}
        />
      </>
    );
  };
  return (
    <>
      <NumberField
        meta={FRAME}
        value={key.frame}
        onChange={(to, gesture) => {
          edit((draft) => changeChannel(draft, ref, (c) => withKeyMoved(c, key.frame, to)), gesture);
          view.setState({ pick: { kind: 'station', owner: owner.path, frame: to }, keys: [{ ...ref, frame: to }] });
        }}
      />
      <NumberField
        meta={{ ...meta, min: -1e7, max: 1e7 }}
        label="Value"
        value={key.value as number}
        onChange={(value, gesture) => edit((draft) => changeNumber(draft, ref, (c) => withKey(c, key.frame, value)), gesture)}
      />
      {side('arrive')}
      {side('leave')}
    </>
  );
}

/** What a channel does before its first and after its last key; of all channels of a lane when none is named. */
export function OutsidePicks({ owner, name }: { owner: FoundOwner; name?: string }) {
  const edit = useEdit();
  const names = (name === undefined ? Object.keys(owner.channels) : [name]).filter((each) => (owner.channels[each]?.keys.length ?? 0) > 1);
  const first = names[0] === undefined ? undefined : owner.channels[names[0]];
  if (!first) return null;
  return (['before', 'after'] as const).map((end) => (
    <Pick
      key={end}
      label={end === 'before' ? 'Before the first' : 'After the last'}
      value={first[end] ?? 'hold'}
      onChange={(outside) =>
        edit((draft) => {
          for (const each of names) changeChannel(draft, { owner: owner.path, name: each }, (c) => ({ ...c, [end]: outside }));
        })
      }
      options={OUTSIDES.map((id) => ({ id, label: OUTSIDE_WORDS[id] }))}
    />
  ));
}
