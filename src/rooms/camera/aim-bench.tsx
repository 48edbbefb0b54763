'use client';

import { aim as aimKind, type Camera } from '@/core/production/camera';
import { Choices, Heading, Pick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../benches/channel-field';
import { LetterPick } from '../benches/letter-pick';
import { useCameraEdit } from './use-camera-edit';
import { useProduction } from '../workspace/workspace';

/** What the camera is held on, and how much: let go softly by keying it. */
export function AimBench({ camera }: { camera: Camera }) {
  const change = useCameraEdit(camera.id);
  const marks = useProduction((p) => p.marks);
  const aim = camera.aim.settings;
  return (
    <>
      <Heading>Aim</Heading>
      <Choices
        label="Aim held on"
        value={aim.on}
        onChange={(on) =>
          change((found) => {
            found.aim.settings.on = on;
            if (on === 'mark') found.aim.settings.markId ??= marks[0]?.id ?? null;
          })
        }
        options={[
          { id: 'nothing', label: 'free' },
          { id: 'mark', label: 'a mark' },
          { id: 'point', label: 'a point' },
        ]}
      />
      {aim.on === 'mark' ? (
        <Pick
          label="Held on"
          value={aim.markId ?? ''}
          onChange={(id) => change((found) => void Object.assign(found.aim.settings, { markId: id, letter: null }))}
          options={marks.map(({ id, name }) => ({ id, label: name }))}
        />
      ) : null}
      {aim.on === 'mark' ? (
        <LetterPick
          markId={aim.markId}
          value={aim.letter}
          onChange={(letter) => change((found) => void (found.aim.settings.letter = letter))}
        />
      ) : null}
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
