'use client';

import { useMemo } from 'react';
import { isNumber } from '@/core/motion/channel';
import { keyValue } from '@/core/motion/key-value';
import type { Reader } from '@/core/motion/readers';
import { resolverOf } from '@/core/production/resolver';
import { keyAt, SAME_FRAME, withKey, withKeyMoved } from '@/core/motion/edit-channel';
import { withHandle } from '@/core/motion/handle-edit';
import { numberMeta, ownerAt, type FoundOwner } from '@/core/production/owners/owners';
import { changeChannel, changeNumber } from '@/core/production/edits/channel-edits';
import { removeKeys } from '@/core/production/edits/key-edits';
import { framesPerSecond } from '@/core/time/rate';
import { Tick } from '@/parts/controls';
import { CurveView } from '@/parts/curve-view/curve-view';
import type { Scale } from '@/parts/timeline/row';
import { useSnap } from './timeline-rows';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

/** The curves of one lane's channels in the place of the lanes. */
export function ProductionCurves({ path, scale, playhead }: { path: string | null; scale: Scale; playhead: number }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const snap = useSnap();
  const rate = useProduction((p) => p.format.rate);
  const owner = useProduction((p) => (path === null ? undefined : ownerAt(p, path)?.channels));
  const production = useProduction((p) => p);
  const { keys, curve, joined } = useView((s) => ({ keys: s.keys, curve: s.curve, joined: s.handlesJoined }));
  const channels = useMemo(() => {
    const found: FoundOwner | undefined = path === null ? undefined : ownerAt(production, path);
    if (!found || !owner) return [];
    const readers = resolverOf(production).of(found.path, found.channels);
    const all = Object.entries(owner).flatMap(([name, channel]) =>
      isNumber(channel) ? [{ name, channel, reader: readers[name] as Reader<number>, meta: numberMeta(found, name) }] : [],
    );
    // Keyed ones first: they are what there is to see.
    return [...all.filter(({ channel }) => channel.keys.length > 0), ...all.filter(({ channel }) => channel.keys.length === 0)];
    // The document as a whole changes with every edit; the channels of the owner tell when these do.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [owner, path]);
  if (path === null || channels.length === 0)
    return <p style={{ padding: '12px 14px', color: 'var(--faint)', fontSize: 12 }}>Pick a lane to see the curves of its channels.</p>;
  const active = channels.find(({ name }) => name === curve)?.name ?? (channels[0]?.name as string);
  const ref = { owner: path, name: active };
  const pickKey = (frame: number, more: boolean) => {
    const key = { ...ref, frame };
    const others = keys.filter((k) => k.owner === path && k.name === active);
    view.setState({
      pick: { kind: 'station', owner: path, frame },
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
            ? (channels.find((each) => each.name === name)?.channel.keys ?? []).map(({ frame }) => ({ owner: path, name, frame }))
            : [],
        })
      }
      scale={scale}
      framesPerSecond={framesPerSecond(rate)}
      playhead={playhead}
      selected={keys.filter((key) => key.owner === path && (key.name === undefined || key.name === active)).map(({ frame }) => frame)}
      onSelect={pickKey}
      onMoveKey={(frame, to, value, gesture) => {
        edit((draft) => changeNumber(draft, ref, (channel) => withKey(withKeyMoved(channel, frame, to), to, value)), gesture);
        view.setState({ pick: { kind: 'station', owner: path, frame: to }, keys: [{ ...ref, frame: to }] });
      }}
      onHandle={(frame, side, influence, speed, gesture) =>
        edit(
          (draft) =>
            changeNumber(draft, ref, (channel) =>
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
          changeChannel(draft, ref, (channel) => (keyAt(channel, frame) ? channel : withKey(channel, frame, keyValue(channel, frame)))),
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
