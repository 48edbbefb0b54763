'use client';

import { useMemo } from 'react';
import { keyAt, SAME_FRAME, withKey, withKeyMoved } from '@/core/motion/edit-channel';
import { withHandle } from '@/core/motion/handle-edit';
import { channelMeta, findGroup, type ChannelGroup } from '@/core/production/channels';
import { changeChannel } from '@/core/production/edits/channel-edits';
import { removeKeys } from '@/core/production/edits/key-edits';
import { valueAt } from '@/core/motion/evaluate-channel';
import { framesPerSecond } from '@/core/time/rate';
import { Tick } from '@/parts/controls';
import { CurveView } from '@/parts/curve-view/curve-view';
import type { Scale } from '@/parts/timeline/row';
import { useSnap } from './timeline-rows';
import { useEdit, useProduction, useView, useWorkspace } from '../shared/workspace';

/** The curves of one lane's channels in the place of the lanes. */
export function ProductionCurves({ groupId, scale, playhead }: { groupId: string | null; scale: Scale; playhead: number }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const snap = useSnap();
  const rate = useProduction((p) => p.format.rate);
  const group = useProduction((p) => (groupId === null ? undefined : findGroup(p, groupId)?.channels));
  const production = useProduction((p) => p);
  const { keys, curve, joined } = useView((s) => ({ keys: s.keys, curve: s.curve, joined: s.handlesJoined }));
  const channels = useMemo(() => {
    const found: ChannelGroup | undefined = groupId === null ? undefined : findGroup(production, groupId);
    if (!found || !group) return [];
    const all = Object.entries(group).map(([name, channel]) => ({ name, channel, meta: channelMeta(found, name) }));
    // Keyed ones first: they are what there is to see.
    return [...all.filter(({ channel }) => channel.keys.length > 0), ...all.filter(({ channel }) => channel.keys.length === 0)];
    // The document as a whole changes with every edit; the channels of the group tell when these do.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [group, groupId]);
  if (groupId === null || channels.length === 0)
    return <p style={{ padding: '12px 14px', color: 'var(--faint)', fontSize: 12 }}>Pick a lane to see the curves of its channels.</p>;
  const active = channels.find(({ name }) => name === curve)?.name ?? (channels[0]?.name as string);
  const ref = { group: groupId, name: active };
  const pickKey = (frame: number, more: boolean) => {
    const key = { ...ref, frame };
    const others = keys.filter((k) => k.group === groupId && k.name === active);
    view.setState({
      pick: { kind: 'station', group: groupId, frame },
      keys: more ? [...others.filter((k) => k.frame !== frame), key] : [key],
    });
  };
  return (
    <CurveView
      channels={channels}
      active={active}
      onActivate={(name, all) =>
        view.setState({
          curve: name,
          pick: null,
          keys: all
            ? (channels.find((each) => each.name === name)?.channel.keys ?? []).map(({ frame }) => ({ group: groupId, name, frame }))
            : [],
        })
      }
      scale={scale}
      framesPerSecond={framesPerSecond(rate)}
      playhead={playhead}
      selected={keys.filter((key) => key.group === groupId && (key.name === undefined || key.name === active)).map(({ frame }) => frame)}
      onSelect={pickKey}
      onMoveKey={(frame, to, value, gesture) => {
        edit((draft) => changeChannel(draft, ref, (channel) => withKey(withKeyMoved(channel, frame, to), to, value)), gesture);
        view.setState({ pick: { kind: 'station', group: groupId, frame: to }, keys: [{ ...ref, frame: to }] });
      }}
      onHandle={(frame, side, influence, speed, gesture) =>
        edit(
          (draft) =>
            changeChannel(draft, ref, (channel) =>
              withHandle(
                channel,
                channel.keys.findIndex((key) => Math.abs(key.frame - frame) < SAME_FRAME),
                side,
                influence,
                speed,
                joined,
              ),
            ),
          gesture,
        )
      }
      onRemove={(frame) => {
        edit((draft) => removeKeys(draft, [{ ...ref, frame }]));
        view.setState({ keys: [], pick: null });
      }}
      onAdd={(frame) => {
        edit((draft) =>
          changeChannel(draft, ref, (channel) => (keyAt(channel, frame) ? channel : withKey(channel, frame, valueAt(channel, frame)))),
        );
        pickKey(frame, false);
      }}
      snap={snap}
      foot={
        <Tick isSelected={joined} onChange={(on) => view.setState({ handlesJoined: on })}>
          handles joined
        </Tick>
      }
    />
  );
}
