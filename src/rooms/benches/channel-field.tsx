'use client';

import { memo, type ReactNode } from 'react';
import { hexColour } from '@/core/colour/transfer';
import type { Channel, Value } from '@/core/motion/channel';
import type { Read } from '@/core/motion/readers';
import { keyAt } from '@/core/motion/edit-channel';
import { setChannelValue, toggleKey } from '@/core/production/edits/channel-edits';
import { channelMeta, inDeliveredTime, ownerAt, type ChannelRef } from '@/core/production/owners/owners';
import { resolverOf } from '@/core/production/resolver';
import type { ChannelMeta } from '@/core/schema/fields';
import { ColourField } from '@/parts/fields/colour-field';
import type { Keyed } from '@/parts/fields/key-toggle';
import { NumberField } from '@/parts/fields/number-field';
import { SwitchField } from '@/parts/fields/switch-field';
import { stepKey } from '../looking/transport';
import { useSceneFrame } from '../looking/seen';
import { useEdit, useProduction, useProductionParts, useView, useWorkspace } from '../workspace/workspace';
import { putName, writeFormula } from './formula';
import { Linkable } from './linkable';
import { LinkedField } from './linked-field';
import { counterparts, useOthers } from './together';

const keyedAt = (channel: Channel<Value>, frame: number): Keyed =>
  channel.keys.length === 0 ? 'none' : keyAt(channel, frame) ? 'here' : 'keyed';

/** A value as a field shows it: a colour by its code. */
const shownValue = (value: Read<Value> | undefined): Value | undefined => (typeof value === 'object' ? hexColour(value) : value);

/** A value in words: with its unit. */
function shownText(meta: ChannelMeta, value: Value): string {
  if (meta.of !== 'number') return typeof value === 'boolean' ? (value ? 'on' : 'off') : String(value);
  return `${((value as number) * meta.shown).toFixed(meta.digits)} ${meta.unit}`.trim();
}

interface ChannelFieldOptions {
  label?: string;
  digits?: number;
  /** What a number is reset to, where that is not its default. */
  rest?: number;
  /** What a percentage that is typed is of, in the field's unit. */
  whole?: number;
  /** A value that is shown in its place: that of a pose flown to. */
  shown?: number | undefined;
  /** How its rest value is changed while it has no keys, where more hangs on it. */
  onRest?: (value: Value, gesture: string | null) => void;
}

/** A channel on the bench, whatever it carries: its value at the playhead, and its key. */
export const ChannelField = memo(function ChannelField({
  owner,
  name,
  label,
  digits,
  rest,
  whole,
  shown,
  onRest,
}: ChannelRef & ChannelFieldOptions) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const scene = useSceneFrame();
  const delivered = useView((state) => Math.round(state.playhead));
  const frame = inDeliveredTime(owner) ? delivered : scene;
  // The channel and its value tell when they change; what stands around them does not matter here.
  const [channel, value] = useProductionParts((production) => [
    ownerAt(production, owner)?.channels[name],
    shownValue(resolverOf(production).at(owner, name, frame)),
  ]);
  const others = useOthers(owner.split('/')[1] ?? '');
  const differs = useProduction((production) =>
    counterparts(production, owner, others).some((path) => shownValue(resolverOf(production).at(path, name, frame)) !== value),
  );
  const holder = ownerAt(workspace.documents.store.getState().production, owner);
  if (!channel || !holder || value === undefined) return null;
  const meta = channelMeta(holder, name);
  const called = label ?? meta.label;
  const begin = (text = '') => writeFormula(workspace, { owner, name }, called, text);
  const within = (field: ReactNode) => (
    <Linkable owner={owner} name={name} label={called} onBegin={() => begin()} onPut={() => putName(workspace, { owner, name })}>
      {field}
    </Linkable>
  );
  if (channel.link) return within(<LinkedField owner={owner} name={name} label={called} shown={shownText(meta, value)} />);
  const put = (next: Value, gesture: string | null) =>
    onRest && channel.keys.length === 0
      ? onRest(next, gesture)
      : edit((draft) => {
          for (const each of [owner, ...counterparts(draft, owner, others)]) setChannelValue(draft, { owner: each, name }, frame, next);
        }, gesture);
  const shared = {
    label: called,
    keyed: keyedAt(channel, frame),
    onToggleKey: () =>
      edit((draft) => {
        for (const each of [owner, ...counterparts(draft, owner, others)]) toggleKey(draft, { owner: each, name }, frame);
      }),
  };
  switch (meta.of) {
    case 'number':
      return within(
        <NumberField
          {...shared}
          differs={differs}
          {...(whole === undefined ? {} : { whole })}
          meta={{ ...meta, digits: digits ?? meta.digits, rest: rest ?? meta.rest }}
          value={shown ?? (value as number)}
          onChange={put}
          onStepKey={(direction) => stepKey(workspace, direction)}
          onFormula={begin}
        />,
      );
    case 'colour':
      return within(<ColourField {...shared} differs={differs} value={value as string} onChange={put} />);
    case 'switch':
      return within(
        <SwitchField
          {...shared}
          name={`${holder.kind.label}: ${shared.label.toLowerCase()}`}
          value={value as boolean}
          onChange={(on) => put(on, null)}
        />,
      );
  }
});
