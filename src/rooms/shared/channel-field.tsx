'use client';

import { channelMeta, findGroup, inDeliveredTime, type ChannelRef } from '@/core/production/channels';
import { setChannelValue, toggleKey } from '@/core/production/edits/channel-edits';
import { keyAt } from '@/core/motion/edit-channel';
import { valueAt } from '@/core/motion/evaluate-channel';
import { NumberField } from '@/parts/fields/number-field';
import { stepKey } from './transport';
import { useSceneFrame } from './seen';
import { useEdit, useProduction, useView, useWorkspace } from './workspace';

/** A channel on the bench: its value at the playhead, and its key. */
export function ChannelField({ group, name, label, digits }: ChannelRef & { label?: string; digits?: number }) {
  const workspace = useWorkspace();
  const edit = useEdit();
  const scene = useSceneFrame();
  const delivered = useView((state) => Math.round(state.playhead));
  const frame = inDeliveredTime(group) ? delivered : scene;
  const found = useProduction((production) => findGroup(production, group)?.channels[name]);
  const holder = findGroup(workspace.documents.store.getState().production, group);
  if (!found || !holder) return null;
  const meta = channelMeta(holder, name);
  const keyed = found.keys.length === 0 ? 'none' : keyAt(found, frame) ? 'here' : 'keyed';
  return (
    <NumberField
      meta={digits === undefined ? meta : { ...meta, digits }}
      label={label}
      value={valueAt(found, frame)}
      keyed={keyed}
      onChange={(value, gesture) => edit((draft) => setChannelValue(draft, { group, name }, frame, value), gesture)}
      onToggleKey={() => edit((draft) => toggleKey(draft, { group, name }, frame))}
      onStepKey={(direction) => stepKey(workspace, direction)}
    />
  );
}
