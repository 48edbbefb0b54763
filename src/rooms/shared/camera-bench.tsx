'use client';

import { depthOfField, permittedCircleMm, angleOfViewDeg } from '@/core/optics/lens';
import { addCarrier, moveCarrier, removeCarrier, switchCarrier } from '@/core/production/edits/camera-edits';
import { cameraSchema, type Camera } from '@/core/production/camera';
import { productionSchema } from '@/core/production/production';
import { CARRIER_KINDS, type CarrierKindName } from '@/core/rig/rig';
import { fieldMeta } from '@/core/schema/fields';
import { Button, Choices, Heading, Pick, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { AimBench } from './aim-bench';
import { CarrierSettings } from './carrier-settings';
import { ChannelField } from './channel-field';
import { activeCarrier } from './flight';
import { useFrameState } from './use-frame-state';
import { useEdit, useProduction, useView, useWorkspace } from './workspace';

const NONE = 'distance';

function CarrierBench({ camera }: { camera: Camera }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const { carrierId, frame } = useView((s) => ({ carrierId: s.carrierId, frame: Math.round(s.playhead) }));
  const carrier = activeCarrier(camera, carrierId);
  if (!carrier) return null;
  const index = camera.carriers.indexOf(carrier);
  const group = `carrier/${camera.id}/${carrier.id}`;
  return (
    <>
      <Heading>
        {CARRIER_KINDS[carrier.kind].label}, carrier {index + 1} of {camera.carriers.length}
      </Heading>
      {camera.carriers.length > 1 ? (
        <Choices label="Carrier" value={carrier.id} onChange={(id) => view.setState({ carrierId: id, pick: null })} options={camera.carriers.map((c, i) => ({ id: c.id, label: `${i + 1} ${CARRIER_KINDS[c.kind].label}` }))} />
      ) : null}
      {CARRIER_KINDS[carrier.kind].channels.map((name) => (
        <ChannelField key={group + name} group={group} name={name} />
      ))}
      <CarrierSettings camera={camera} carrier={carrier} />
      <div style={{ display: 'flex', flexWrap: 'wrap', gap: 2, marginTop: 4 }}>
        {(Object.keys(CARRIER_KINDS) as CarrierKindName[]).map((kind) => (
          <Button
            key={kind}
            $tone="quiet"
            onPress={() =>
              edit((draft) => {
                const id = addCarrier(draft, camera.id, kind, frame);
                if (id) view.setState({ carrierId: id, pick: null });
              })
            }
          >
            + {CARRIER_KINDS[kind].label}
          </Button>
        ))}
        {camera.carriers.length > 1 ? (
          <>
            <Button $tone="quiet" onPress={() => edit((draft) => switchCarrier(draft, camera.id, carrier.id, !carrier.on))}>
              {carrier.on ? 'Switch off' : 'Switch on'}
            </Button>
            <Button $tone="quiet" onPress={() => edit((draft) => removeCarrier(draft, camera.id, carrier.id))}>
              Remove
            </Button>
            <Button $tone="quiet" isDisabled={index === 0} onPress={() => edit((draft) => moveCarrier(draft, camera.id, carrier.id, -1))}>
              Earlier
            </Button>
            <Button $tone="quiet" isDisabled={index === camera.carriers.length - 1} onPress={() => edit((draft) => moveCarrier(draft, camera.id, carrier.id, 1))}>
              Later
            </Button>
          </>
        ) : null}
      </div>
    </>
  );
}

function LensBench({ camera }: { camera: Camera }) {
  const edit = useEdit();
  const production = useProduction((p) => p);
  const { camera: state } = useFrameState();
  const sharp = depthOfField(state.focalLengthMm, state.fStop, permittedCircleMm(state.sensorWidthMm, state.sensorHeightMm), state.focusDistance);
  const group = `lens/${camera.id}`;
  const metres = (v: number) => (v === Infinity ? '∞' : v.toFixed(2));
  const mono = { font: '12px var(--mono)', paddingRight: 7, whiteSpace: 'nowrap' } as const;
  const change = (recipe: (camera: Camera) => void, gesture: string | null = null) =>
    edit((draft) => {
      const found = draft.cameras.find((c) => c.id === camera.id);
      if (found) recipe(found);
    }, gesture);
  return (
    <>
      <Heading>Lens</Heading>
      <ChannelField group={group} name="focalLengthMm" />
      <Row label="Angle">
        <span style={mono}>{angleOfViewDeg(state.sensorWidthMm, state.focalLengthMm).toFixed(1)}°</span>
      </Row>
      <ChannelField group={group} name="fStop" />
      <Pick
        label="Focus on"
        value={camera.focusOn ?? NONE}
        onChange={(id) => change((c) => void (c.focusOn = id === NONE ? null : id))}
        options={[{ id: NONE, label: 'a set distance' }, ...production.marks.map((mark) => ({ id: mark.id, label: mark.name }))]}
      />
      {camera.focusOn === null ? <ChannelField group={group} name="focusDistance" /> : null}
      <Row label="Sharp, m">
        <span style={mono}>
          {metres(sharp.near)}–{metres(sharp.far)}
        </span>
      </Row>
      <NumberField meta={fieldMeta(cameraSchema.shape, 'sensorWidthMm')} value={camera.sensorWidthMm} onChange={(mm, gesture) => change((c) => void (c.sensorWidthMm = mm), gesture)} />
      <NumberField
        meta={fieldMeta(productionSchema.shape, 'shutterDeg')}
        value={production.shutterDeg}
        onChange={(deg, gesture) => edit((draft) => void (draft.shutterDeg = deg), gesture)}
      />
    </>
  );
}

/** Everything of a camera: its carriers and its lens. */
export function CameraBench({ camera }: { camera: Camera }) {
  return (
    <>
      <CarrierBench camera={camera} />
      <AimBench camera={camera} />
      <LensBench camera={camera} />
    </>
  );
}
