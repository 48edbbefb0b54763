'use client';

import { PLATE_FITS, type plate } from '@/core/production/owners/plate';
import type { Production } from '@/core/production/production';
import { ofKind, type OwnerOf } from '@/core/schema/owner-kind';
import { Button, Choices, Heading, Hint, Row } from '@/parts/controls';
import { PictureChoice } from './picture-choice';
import { useEdit, useProduction } from '../workspace/workspace';
import { ChannelField } from './channel-field';
import { ClipFields } from './clip-fields';

type Settings = OwnerOf<typeof plate>['settings'];

const FIT_WORDS: Record<(typeof PLATE_FITS)[number], string> = { fill: 'fills it', whole: 'whole', stretch: 'stretched' };

/** The picture behind everything: its file, how it lies in the frame, whether it goes out with the picture. */
export function PlateBench({ path }: { path: string }) {
  const edit = useEdit();
  const settings = useProduction((production: Production) => ofKind(production.set, 'plate')?.settings);
  if (!settings) return null;
  const change = (recipe: (settings: Settings) => void, gesture: string | null = null) =>
    edit((draft) => {
      const own = ofKind(draft.set, 'plate')?.settings;
      if (own) recipe(own);
    }, gesture);
  const { picture } = settings;
  return (
    <>
      <Heading>Plate</Heading>
      {picture ? (
        <>
          <ChannelField owner={path} name="on" />
          <ChannelField owner={path} name="opacity" />
          <Row wide label="Fits">
            <Choices
              label="In the frame"
              value={settings.fit}
              onChange={(fit) => change((own) => void (own.fit = fit))}
              options={PLATE_FITS.map((id) => ({ id, label: FIT_WORDS[id] }))}
            />
          </Row>
          <Row wide label="There">
            <Choices
              label="It is there"
              value={settings.delivered ? 'delivered' : 'reference'}
              onChange={(to) => change((own) => void (own.delivered = to === 'delivered'))}
              options={[
                { id: 'delivered', label: 'to be delivered' },
                { id: 'reference', label: 'to work by' },
              ]}
            />
          </Row>
          <ClipFields
            owner={path}
            picture={picture}
            clip={settings}
            onClip={(clip, gesture) => change((own) => void Object.assign(own, clip), gesture)}
            onRate={(rate, gesture) => change((own) => void (own.picture && (own.picture.rate = rate)), gesture)}
          />
        </>
      ) : (
        <Hint>A picture or moving picture that stands behind everything: filmed material to fit a title to, or a background.</Hint>
      )}
      <PictureChoice
        label={picture ? 'Replace the picture' : 'Picture or video'}
        onPicture={(next) => change((own) => void (own.picture = next))}
      />
      {picture ? (
        <Button $tone="quiet" onPress={() => change((own) => void (own.picture = null))}>
          Take the plate away
        </Button>
      ) : null}
    </>
  );
}
