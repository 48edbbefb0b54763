'use client';

import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import type { Picture } from '@/core/production/picture';
import { revealKind, type Reveal } from '@/core/production/owners/reveal';
import { Button, Hint, Pick } from '@/parts/controls';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Fold } from '@/parts/fold';
import { useSceneFrame } from '../looking/seen';
import { useEdit, useProduction } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { ClipFields } from './clip-fields';
import { PictureChoice } from './picture-choice';

type Settings = Reveal['settings'];

/** A picture that is thrown on a mark from a camera and sticks to its letters and pieces. */
export function RevealBench({ mark }: { mark: Mark }) {
  const edit = useEdit();
  const frame = Math.round(useSceneFrame());
  const cameras = useProduction((p) => p.cameras);
  const { settings } = mark.reveal;
  const owner = `marks/${mark.id}/reveal`;
  const change = (recipe: (settings: Settings) => void, gesture: string | null = null) =>
    edit((draft) => changeMark(draft, mark.id, (found) => recipe(found.reveal.settings)), gesture);
  const take = (picture: Picture) =>
    change((own) => {
      if (!own.picture) Object.assign(own, { frame, cameraId: own.cameraId ?? cameras[0]?.id ?? null });
      own.picture = picture;
    });
  if (mark.body.kind === 'panel') return null;
  return (
    <Fold title="Reveal" note={settings.picture ? settings.picture.name : ''} lazy>
      {settings.picture ? (
        <>
          <Pick
            label="Thrown from"
            value={settings.cameraId ?? cameras[0]?.id ?? ''}
            onChange={(cameraId) => change((own) => void (own.cameraId = cameraId))}
            options={cameras.map(({ id, name }) => ({ id, label: name }))}
          />
          <SchemaFields
            shape={revealKind.settings.shape}
            names={['frame']}
            values={settings}
            onChange={(name, value, gesture) => change((own) => void Object.assign(own, { [name]: value }), gesture)}
          />
          <ChannelField owner={owner} name="shows" />
          <ChannelField owner={owner} name="own" />
          <ClipFields
            owner={owner}
            picture={settings.picture}
            clip={settings}
            onClip={(clip, gesture) => change((own) => void Object.assign(own, clip), gesture)}
            onRate={(rate, gesture) => change((own) => void (own.picture && (own.picture.rate = rate)), gesture)}
          />
          <Button $tone="quiet" onPress={() => change((own) => void (own.picture = null))}>
            Take the picture off
          </Button>
        </>
      ) : (
        <Hint>A picture thrown on it from a camera sticks to it: as letters or pieces come to where they belong, it comes together.</Hint>
      )}
      <PictureChoice label={settings.picture ? 'Replace the picture' : 'Picture'} onPicture={take} />
    </Fold>
  );
}
