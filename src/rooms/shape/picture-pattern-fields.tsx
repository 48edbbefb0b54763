'use client';

import { LAYINGS, REPEATS } from '@/core/production/owners/patterns/picture';
import type { SurfacePattern } from '@/core/production/surface';
import { Button, Choices, Hint, Row } from '@/parts/controls';
import { PictureChoice } from '../benches/picture-choice';

type Settings = Extract<SurfacePattern, { kind: 'picture' }>['settings'];

const REPEAT_WORDS: Record<(typeof REPEATS)[number], string> = { once: 'once', repeated: 'repeated', mirrored: 'mirrored' };
const LAYING_WORDS: Record<(typeof LAYINGS)[number], string> = { front: 'from the front', round: 'round the middle' };

/** The picture of a pattern: its file, how it lies, and what is beside it. */
export function PicturePatternFields({
  settings: { picture, laid, repeats },
  onChange,
}: {
  settings: Settings;
  onChange: (to: Partial<Settings>) => void;
}) {
  return (
    <>
      {picture ? (
        <>
          <Hint>
            {picture.name}, {picture.width} × {picture.height}
          </Hint>
          <Row wide label="Laid on">
            <Choices
              label="How it is laid on"
              value={laid}
              onChange={(to) => onChange({ laid: to })}
              options={LAYINGS.map((id) => ({ id, label: LAYING_WORDS[id] }))}
            />
          </Row>
          <Row wide label="Seen">
            <Choices
              label="What is seen beside it"
              value={repeats}
              onChange={(to) => onChange({ repeats: to })}
              options={REPEATS.map((id) => ({ id, label: REPEAT_WORDS[id] }))}
            />
          </Row>
        </>
      ) : (
        <Hint>Where it is bright it drives what is set below; in its own colours it is seen itself.</Hint>
      )}
      <PictureChoice
        label={picture ? 'Another picture' : 'Choose a picture'}
        isStill
        onPicture={(chosen) => onChange({ picture: chosen })}
      />
      {picture ? (
        <Button $tone="quiet" onPress={() => onChange({ picture: null })}>
          Without a picture
        </Button>
      ) : null}
    </>
  );
}
