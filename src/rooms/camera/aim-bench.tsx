'use client';

import { aim as aimKind, type Camera } from '@/core/production/camera';
import { Heading } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { AimTargetFields } from '../benches/aim-target';
import { ChannelField } from '../benches/channel-field';
import { useCameraEdit } from './use-camera-edit';

/** What the camera is held on, and how much: let go softly by keying it. */
export function AimBench({ camera }: { camera: Camera }) {
  const change = useCameraEdit(camera.id);
  const aim = camera.aim.settings;
  return (
    <>
      <Heading>Aim</Heading>
      <AimTargetFields
        label="Aim held on"
        markLabel="Held on"
        aim={aim}
        onChange={(next) => change((found) => void Object.assign(found.aim.settings, next))}
      />
      {aim.on === 'point' ? (
        <SchemaFields
          shape={aimKind.settings.shape.point.unwrap().shape}
          names={['x', 'y', 'z']}
          values={aim.point}
          onChange={(name, value, gesture) => change((found) => void (found.aim.settings.point[name as 'x' | 'y' | 'z'] = value), gesture)}
        />
      ) : null}
      {aim.on === 'nothing' ? null : <ChannelField owner={`cameras/${camera.id}/aim`} name="amount" />}
    </>
  );
}
