'use client';

import { depthOfField, hyperfocalMetres, permittedCircleMm } from '@/core/optics/lens';
import { focusSchema, type Camera, type FocusTarget } from '@/core/production/camera';
import { pointAhead } from '@/core/production/edits/move-edits';
import { Button, Heading, Hint, Pick, Row, Tick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../benches/channel-field';
import { READOUT } from './lens-bench';
import { useCameraEdit } from './use-camera-edit';
import { useFrameState } from '../looking/use-frame-state';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

const KINDS: { id: FocusTarget['on']; label: string }[] = [
  { id: 'distance', label: 'a set distance' },
  { id: 'point', label: 'a point' },
  { id: 'front', label: 'a mark’s front' },
  { id: 'axis', label: 'what the axis meets' },
  { id: 'nearest', label: 'a mark’s nearest point' },
];
const needsMark = (on: FocusTarget['on']) => on === 'front' || on === 'nearest';

/** One target: what kind it is, and which mark or point. */
function TargetFields({
  which,
  label,
  target,
  change,
}: {
  which: 'focus' | 'rack';
  label: string;
  target: FocusTarget;
  change: (recipe: (target: FocusTarget) => void, gesture?: string) => void;
}) {
  const { view } = useWorkspace();
  const marks = useProduction((p) => p.marks);
  const picking = useView((s) => s.pickFocus === which);
  return (
    <>
      <Pick
        label={label}
        value={target.on}
        onChange={(on) =>
          change((t) => {
            t.on = on;
            if (needsMark(on)) t.markId ??= marks[0]?.id ?? null;
          })
        }
        options={KINDS.filter(({ id }) => !needsMark(id) || marks.length > 0)}
      />
      {needsMark(target.on) ? (
        <Pick
          label="Mark"
          value={target.markId ?? ''}
          onChange={(id) => change((t) => void (t.markId = id))}
          options={marks.map(({ id, name }) => ({ id, label: name }))}
        />
      ) : null}
      {target.on === 'point' ? (
        <>
          <SchemaFields
            shape={focusSchema.shape.point.unwrap().shape}
            names={['x', 'y', 'z']}
            values={target.point}
            onChange={(name, value, gesture) => change((t) => void (t.point[name] = value), gesture)}
          />
          <Button aria-pressed={picking} onPress={() => view.setState({ pickFocus: picking ? null : which })}>
            {picking ? 'Press on a surface in the lens view…' : 'Pick the point in the lens view'}
          </Button>
        </>
      ) : null}
    </>
  );
}

/** What the lens is focused on, what it racks to, and how deep it is sharp. */
export function FocusBench({ camera }: { camera: Camera }) {
  const { view } = useWorkspace();
  const change = useCameraEdit(camera.id);
  const sharpness = useView((s) => s.sharpness);
  const { camera: state } = useFrameState();
  const { focus } = camera;
  const owner = `cameras/${camera.id}/lens`;
  const circle = permittedCircleMm(state.sensorWidthMm, state.sensorHeightMm);
  const sharp = depthOfField(state.focalLengthMm, state.fStop, circle, state.focusDistance);
  const metres = (v: number) => (v === Infinity ? '∞' : v.toFixed(2));
  const distances = focus.on === 'distance' || focus.to?.on === 'distance';
  return (
    <>
      <Heading>Focus</Heading>
      <TargetFields which="focus" label="Focus on" target={focus} change={(recipe, gesture) => change((c) => recipe(c.focus), gesture)} />
      {distances ? <ChannelField owner={owner} name="focusDistance" /> : null}
      {focus.on === 'axis' || focus.on === 'nearest' ? (
        <SchemaFields
          shape={focusSchema.shape}
          names={['smooth']}
          values={focus}
          onChange={(_, value, gesture) => change((c) => void (c.focus.smooth = Math.round(value)), gesture)}
        />
      ) : null}
      <Tick
        isSelected={focus.to !== null}
        onChange={(on) =>
          change((c) => {
            const [x, y, z] = pointAhead(state.pose, state.focusDistance);
            const round = (v: number) => Math.round(v * 100) / 100;
            c.focus.to = on ? { on: 'point', markId: null, point: { x: round(x), y: round(y), z: round(z) } } : null;
          })
        }
      >
        racks to another target
      </Tick>
      {focus.to ? (
        <>
          <TargetFields
            which="rack"
            label="Racks to"
            target={focus.to}
            change={(recipe, gesture) => change((c) => c.focus.to && recipe(c.focus.to), gesture)}
          />
          <ChannelField owner={owner} name="rack" />
          <Hint>Key it from 0 to 100 % to pull the focus from one to the other.</Hint>
        </>
      ) : null}
      <Row label="Sharp, m">
        <span style={READOUT}>
          {metres(sharp.near)}–{metres(sharp.far)}
        </span>
      </Row>
      <Row label="Hyperfocal">
        <span style={READOUT}>{metres(hyperfocalMetres(state.focalLengthMm, state.fStop, circle))} m</span>
      </Row>
      <Tick isSelected={sharpness} onChange={(on) => view.setState({ sharpness: on })}>
        show what is sharp
      </Tick>
    </>
  );
}
