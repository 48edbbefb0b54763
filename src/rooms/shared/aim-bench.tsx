'use client';

import { aimSchema, type Camera } from '@/core/production/camera';
import { Choices, Heading, Pick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from './channel-field';
import { useEdit, useProduction } from './workspace';

/** What the camera is held on, and how much: let go softly by keying it. */
export function AimBench({ camera }: { camera: Camera }) {
  const edit = useEdit();
  const marks = useProduction((p) => p.marks);
  const { aim } = camera;
  const change = (recipe: (found: Camera) => void, gesture: string | null = null) =>
    edit((draft) => {
      const found = draft.cameras.find(({ id }) => id === camera.id);
      if (found) recipe(found);
    }, gesture);
  return (
    <>
      <Heading>Aim</Heading>
      <Choices
        label="Aim held on"
        value={aim.on}
        onChange={(on) =>
          change((found) => {
            found.aim.on = on;
            if (on === 'mark') found.aim.markId ??= marks[0]?.id ?? null;
          })
        }
        options={[
          { id: 'nothing', label: 'free' },
          { id: 'mark', label: 'a mark' },
          { id: 'point', label: 'a point' },
        ]}
      />
      {aim.on === 'mark' ? <Pick label="Held on" value={aim.markId ?? ''} onChange={(id) => change((found) => void (found.aim.markId = id))} options={marks.map(({ id, name }) => ({ id, label: name }))} /> : null}
      {aim.on === 'point' ? (
        <SchemaFields
          shape={aimSchema.shape.point.unwrap().shape}
          names={['x', 'y', 'z']}
          values={aim.point}
          onChange={(name, value, gesture) => change((found) => void (found.aim.point[name as 'x' | 'y' | 'z'] = value), gesture)}
        />
      ) : null}
      {aim.on === 'nothing' ? null : <ChannelField group={`aim/${camera.id}`} name="amount" />}
    </>
  );
}
