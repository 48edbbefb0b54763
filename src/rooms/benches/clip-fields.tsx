'use client';

import { CLIP_OUTSIDE, clipSchema, isMoving, pictureSchema, type Clip, type Picture } from '@/core/production/picture';
import { fieldMeta } from '@/core/schema/fields';
import { Hint, Pick } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from './channel-field';

const OUTSIDE_WORDS: Record<(typeof CLIP_OUTSIDE)[number], string> = {
  cycle: 'it begins again',
  return: 'it runs back',
  hold: 'its end is held',
  nothing: 'nothing is seen',
};

const kindOf = ({ holds, frames, rate }: Picture): string =>
  holds === 'still' ? 'still' : `${frames} frames, ${(frames / rate).toFixed(2)} s at ${rate} fr/s`;

/** What a picture is, and of a moving one when it runs: from where it begins at its speed, or by its own bent time. */
export function ClipFields({
  owner,
  picture,
  clip,
  onClip,
  onRate,
}: {
  owner: string;
  picture: Picture;
  clip: Clip;
  onClip: (change: Partial<Clip>, gesture?: string) => void;
  onRate: (rate: number, gesture: string) => void;
}) {
  return (
    <>
      <Hint>
        {picture.name}: {picture.width} × {picture.height}, {kindOf(picture)}
      </Hint>
      {isMoving(picture) ? (
        <>
          {picture.holds === 'frames' ? (
            <NumberField meta={fieldMeta(pictureSchema.shape, 'rate')} value={picture.rate} onChange={onRate} />
          ) : null}
          <SchemaFields
            shape={clipSchema.shape}
            names={['begins', 'speed']}
            values={clip}
            onChange={(name, value, gesture) => onClip({ [name]: value }, gesture)}
          />
          <Pick
            label="Past its end"
            value={clip.outside}
            onChange={(outside) => onClip({ outside })}
            options={CLIP_OUTSIDE.map((id) => ({ id, label: OUTSIDE_WORDS[id] }))}
          />
          <ChannelField owner={owner} name="time" />
          <Hint>Keys on the picture frame bend its time; begin and speed then do nothing.</Hint>
        </>
      ) : null}
    </>
  );
}
