'use client';

import { ownerAt } from '@/core/production/owners/owners';
import { LAYINGS, REPEATS, type picturePattern } from '@/core/production/owners/patterns/picture';
import type { OwnerOf } from '@/core/schema/owner-kind';
import { Button, Hint } from '@/parts/controls';
import { PictureChoice } from '../benches/picture-choice';
import { SettingChoice } from '../benches/setting-choice';
import { useEdit, useProduction } from '../workspace/workspace';

type Settings = OwnerOf<typeof picturePattern>['settings'];

const REPEAT_WORDS: Record<(typeof REPEATS)[number], string> = { once: 'once', repeated: 'repeated', mirrored: 'mirrored' };
const LAYING_WORDS: Record<(typeof LAYINGS)[number], string> = { front: 'from the front', round: 'round the middle' };

/** The picture of a pattern: its file, how it lies, and what is beside it. */
export function PicturePatternFields({ path }: { path: string }) {
  const edit = useEdit();
  const picture = useProduction((production) => (ownerAt(production, path)?.settings as Settings | undefined)?.picture);
  const set = (to: Settings['picture']) =>
    edit((draft) => {
      const owner = ownerAt(draft, path);
      if (owner) owner.settings.picture = to;
    });
  return (
    <>
      {picture ? (
        <>
          <Hint>
            {picture.name}, {picture.width} × {picture.height}
          </Hint>
          <SettingChoice
            owner={path}
            name="laid"
            row="Laid on"
            label="How it is laid on"
            options={LAYINGS.map((id) => ({ id, label: LAYING_WORDS[id] }))}
          />
          <SettingChoice
            owner={path}
            name="repeats"
            row="Seen"
            label="What is seen beside it"
            options={REPEATS.map((id) => ({ id, label: REPEAT_WORDS[id] }))}
          />
        </>
      ) : (
        <Hint>Where it is bright it drives what is set below; in its own colours it is seen itself.</Hint>
      )}
      <PictureChoice label={picture ? 'Another picture' : 'Choose a picture'} isStill onPicture={set} />
      {picture ? (
        <Button $tone="quiet" onPress={() => set(null)}>
          Without a picture
        </Button>
      ) : null}
    </>
  );
}
