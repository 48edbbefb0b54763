'use client';

import { cannotHold } from '@/core/frame/lens-state';
import { angleOfViewDeg } from '@/core/optics/lens';
import { SENSORS, sensorFor } from '@/core/optics/sensors';
import { cameraSchema, holdSchema, irisSchema, type Camera } from '@/core/production/camera';
import { productionSchema } from '@/core/production/production';
import { fieldMeta } from '@/core/schema/fields';
import { Heading, Hint, Pick, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { ChannelField } from '../benches/channel-field';
import { useSceneFrame } from '../looking/seen';
import { useCameraEdit } from './use-camera-edit';
import { useFrameState } from '../looking/use-frame-state';
import { useEdit, useProduction, useView } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

const OWN = 'own';
const NONE = 'none';
export const READOUT = { font: '12px var(--mono)', paddingRight: 7, whiteSpace: 'nowrap' } as const;

/** The lens and what lies behind it: focal length, stop, sensor, shutter, the blades, and a size that is held. */
export function LensBench({ camera }: { camera: Camera }) {
  const edit = useEdit();
  const change = useCameraEdit(camera.id);
  const marks = useProduction((p) => p.marks);
  const shutterDeg = useProduction((p) => p.shutterDeg);
  const frame = useSceneFrame();
  const { camera: state } = useFrameState();
  const owner = `cameras/${camera.id}/lens`;
  const facts = useView((s) => s.facts);
  const trouble = useProduction((p) => (camera.hold.markId ? cannotHold(p, camera, frame, boundsIn(facts)) : null));
  return (
    <>
      <Heading>Lens</Heading>
      <ChannelField owner={owner} name="focalLengthMm" />
      <Row label="Angle">
        <span style={READOUT}>{angleOfViewDeg(state.sensorWidthMm, state.focalLengthMm).toFixed(1)}°</span>
      </Row>
      <ChannelField owner={owner} name="fStop" />
      <Pick
        label="Hold size of"
        value={camera.hold.markId ?? NONE}
        onChange={(id) => change((c) => void Object.assign(c.hold, id === NONE ? { markId: null } : { markId: id, from: frame }))}
        options={[{ id: NONE, label: 'nothing' }, ...marks.map(({ id, name }) => ({ id, label: name }))]}
      />
      {camera.hold.markId ? (
        <>
          <SchemaFields
            shape={holdSchema.shape}
            names={['from']}
            values={camera.hold}
            onChange={(_, value, gesture) => change((c) => void (c.hold.from = Math.round(value)), gesture)}
          />
          <ChannelField owner={owner} name="hold" />
          {trouble ? <Hint role="status">{trouble}</Hint> : null}
          <Row label="Lens now">
            <span style={READOUT}>{state.focalLengthMm.toFixed(1)} mm</span>
          </Row>
        </>
      ) : null}
      <Fold title="Sensor, shutter and blades" note={sensorFor(camera.sensorWidthMm)?.label ?? `${camera.sensorWidthMm} mm`}>
        <Pick
          label="Sensor"
          value={sensorFor(camera.sensorWidthMm)?.id ?? OWN}
          onChange={(id) => {
            const sensor = SENSORS.find((each) => each.id === id);
            if (sensor) change((c) => void (c.sensorWidthMm = sensor.widthMm));
          }}
          options={[
            ...SENSORS.map(({ id, label, widthMm }) => ({ id: id as string, label: `${label}, ${widthMm} mm` })),
            ...(sensorFor(camera.sensorWidthMm) ? [] : [{ id: OWN, label: 'own width' }]),
          ]}
        />
        <NumberField
          meta={fieldMeta(cameraSchema.shape, 'sensorWidthMm')}
          value={camera.sensorWidthMm}
          onChange={(mm, gesture) => change((c) => void (c.sensorWidthMm = mm), gesture)}
        />
        <NumberField
          meta={fieldMeta(productionSchema.shape, 'shutterDeg')}
          value={shutterDeg}
          onChange={(deg, gesture) => edit((draft) => void (draft.shutterDeg = deg), gesture)}
        />
        <SchemaFields
          shape={irisSchema.shape}
          names={camera.iris.blades < 3 ? ['blades', 'squeeze'] : ['blades', 'roundness', 'turn', 'squeeze']}
          values={camera.iris}
          onChange={(name, value, gesture) => change((c) => void (c.iris[name] = value), gesture)}
        />
      </Fold>
    </>
  );
}
