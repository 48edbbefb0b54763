'use client';

import { useState } from 'react';
import { frozen, ramped, stretched, thereAndBack } from '@/core/motion/bent-time';
import { stationFrames } from '@/core/production/edits/move-edits';
import { changeShot, moveShot, removeShot } from '@/core/production/edits/shot-edits';
import { CARRY, carryFrames, isCarrySmooth, setCarry } from '@/core/production/carry';
import { shotSpans, type ShotSpan } from '@/core/production/shots';
import { ownerAt } from '@/core/production/owners/owners';
import type { Key } from '@/core/motion/channel';
import type { FieldMeta } from '@/core/schema/fields';
import { Button, Choices, Heading, Hint, Pick, Row, Tick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { Fold } from '@/parts/fold';
import { LoopBench } from './loop-bench';
import { NameField } from '../benches/name-field';
import { constantThroughCuts, joinAll, splitAtCues, splitAtPlayhead } from '../commands/shot-commands';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const BEFORE_END: FieldMeta = { label: 'Before its end', unit: 'fr', min: 0, max: 100, rest: 2, step: 1, digits: 0, shown: 1 };
const PERCENT: FieldMeta = { label: 'Pace of time', unit: '%', min: -10, max: 10, rest: 0.5, step: 0.05, digits: 0, shown: 100 };

/** Time bent over a span: ready-made, then drawn by hand as the curve of the channel. */
function TimeBench({ owner, from, to, put }: { owner: string; from: number; to: number; put: (keys: Key[]) => void }) {
  const { view } = useWorkspace();
  const keyed = useProduction((p) => (ownerAt(p, owner)?.channels.scene?.keys.length ?? 0) > 0);
  const [pace, setPace] = useState(0.5);
  const playhead = useView((s) => Math.round(s.playhead));
  return (
    <>
      <NumberField meta={PERCENT} value={pace} onChange={setPace} />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 4, margin: '4px 0' }}>
        <Button onPress={() => put(stretched(from, to, pace))}>Constant</Button>
        <Button onPress={() => put(ramped(from, to, 1, pace))}>Ramp to it</Button>
        <Button onPress={() => put(ramped(from, to, pace, 1))}>Ramp from it</Button>
        <Button onPress={() => put(stretched(from, to, -1))}>Backwards</Button>
        <Button onPress={() => put(thereAndBack(from, to))}>There and back</Button>
        <Button onPress={() => put(frozen(from, to, playhead))}>Freeze at the playhead</Button>
        <Button isDisabled={!keyed} onPress={() => put([])}>
          As it is
        </Button>
      </div>
      <Button
        $tone="quiet"
        isDisabled={!keyed}
        onPress={() => view.setState({ timelineAs: 'curves', pick: { kind: 'station', owner, frame: from } })}
      >
        Draw it as a curve
      </Button>
    </>
  );
}

/** One shot: its camera, how it joins the one before, and its time. */
export function ShotBench({ span, index }: { span: ShotSpan; index: number }) {
  const workspace = useWorkspace();
  const { view } = workspace;
  const edit = useEdit();
  const production = useProduction((p) => p);
  const atStart = useView((s) => Math.round(s.playhead) === span.from);
  const [early, setEarly] = useState(2);
  const { shot } = span;
  const carry = shot ? carryFrames(shot) : 0;
  const change = (recipe: Parameters<typeof changeShot>[2], gesture: string | null = null) =>
    edit((draft) => changeShot(draft, span.from, recipe), gesture);
  const before = shotSpans(production)[index - 1];
  const ends = before ? stationFrames(production, before.cameraId).filter((frame) => frame > before.from) : [];
  const end = ends.find((frame) => frame >= span.from - 1) ?? ends.at(-1);
  return (
    <>
      <NameField
        label="Name of the shot"
        value={shot?.name ?? ''}
        placeholder={`Shot ${index + 1}`}
        onChange={(name) => change((s) => void (s.name = name))}
      />
      <Row label="Frames">
        <span style={{ font: '12px var(--mono)', paddingRight: 7 }}>
          {span.from}–{span.to - 1} · {span.to - span.from} fr
        </span>
      </Row>
      <Pick
        label="Camera"
        value={span.cameraId}
        onChange={(id) => change((s) => void (s.cameraId = id))}
        options={production.cameras.map(({ id, name }) => ({ id, label: name }))}
      />
      {index > 0 && shot ? (
        <>
          <Heading>Join to the shot before</Heading>
          <Choices
            label="Join"
            value={carry > 0 ? 'carry' : 'cut'}
            onChange={(join) => change((s) => setCarry(s, join === 'carry' ? 6 : 0, true))}
            options={[
              { id: 'cut', label: 'cut' },
              { id: 'carry', label: 'carry' },
            ]}
          />
          {carry > 0 ? (
            <>
              <NumberField
                meta={CARRY}
                value={carry}
                onChange={(frames, gesture) => change((s) => setCarry(s, Math.round(frames), isCarrySmooth(s)), gesture)}
              />
              <Tick isSelected={isCarrySmooth(shot)} onChange={(smooth) => change((s) => setCarry(s, carry, smooth))}>
                speed goes on at both ends
              </Tick>
            </>
          ) : null}
          {end === undefined ? null : (
            <>
              <NumberField meta={BEFORE_END} value={early} onChange={(v) => setEarly(Math.round(v))} />
              <Button onPress={() => edit((draft) => moveShot(draft, shot.id, end - early))}>Cut while it moves, at {end - early}</Button>
            </>
          )}
          <div style={{ marginTop: 6 }}>
            <Button
              onPress={() => {
                edit((draft) => removeShot(draft, shot.id));
                view.setState({ selection: null });
              }}
            >
              Join with the shot before
            </Button>
          </div>
        </>
      ) : null}
      <Heading>Here</Heading>
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 4 }}>
        <Button isDisabled={atStart} onPress={() => splitAtPlayhead(workspace, true)}>
          Split, new camera
        </Button>
        <Button isDisabled={atStart} onPress={() => splitAtPlayhead(workspace, false)}>
          Split, same camera
        </Button>
        <Button isDisabled={production.shots.length < 2} onPress={() => constantThroughCuts(workspace)}>
          Constant through cuts
        </Button>
        <Button isDisabled={production.cues.length === 0} onPress={() => splitAtCues(workspace)}>
          Split at all cues
        </Button>
        <Button isDisabled={production.shots.length < 2} onPress={() => joinAll(workspace, 'carry')}>
          All cuts to carries
        </Button>
        <Button isDisabled={production.shots.length < 2} onPress={() => joinAll(workspace, 'cut')}>
          All carries to cuts
        </Button>
      </div>
      {atStart ? <Hint>Move the playhead into the shot to split it there.</Hint> : null}
      <Fold title="Loop">
        <LoopBench />
      </Fold>
      <Fold
        title="Bent time"
        note={shot && shot.channels.scene.keys.length > 0 ? 'this shot' : production.time.channels.scene.keys.length > 0 ? 'the whole' : ''}
      >
        {shot ? (
          <TimeBench
            owner={`shots/${shot.id}`}
            from={span.from}
            to={span.to - 1}
            put={(keys) => change((s) => void (s.channels.scene = { ...s.channels.scene, keys }))}
          />
        ) : null}
        <Heading>Of the whole production</Heading>
        <TimeBench
          owner="time"
          from={0}
          to={production.format.length - 1}
          put={(keys) => edit((draft) => void (draft.time.channels.scene = { ...draft.time.channels.scene, keys }))}
        />
      </Fold>
    </>
  );
}
