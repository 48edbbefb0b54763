'use client';

import { changeRange, hasRuns, styleAt, type RunStyle } from '@/core/production/edits/run-edits';
import { numberMeta } from '@/core/production/owners/owners';
import { fontKey } from '@/core/outline/font-ref';
import type { Mark } from '@/core/production/mark';
import { MATERIAL_KINDS, MATERIALS } from '@/core/production/materials';
import type { Shell } from '@/core/production/shell';
import { restOf, surfaceOf } from '@/core/production/surface';
import { runKind, runSchema, type Words } from '@/core/production/words';
import { Button, Heading, Hint, Pick } from '@/parts/controls';
import { ColourField } from '@/parts/fields/colour-field';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { ChannelField } from '../benches/channel-field';
import { useView } from '../workspace/workspace';
import type { FontChoice } from './use-fonts';

const NUMBERS = ['size', 'rise'] as const;
const PLACES = Object.keys(runKind.channels.shape) as (keyof RunStyle['channels'])[];

/** Where letters stand that are no run of their own yet. */
function PlaceField({ name, value, onChange }: { name: string; value: number; onChange: (value: number, gesture: string) => void }) {
  return <NumberField meta={numberMeta({ kind: runKind }, name)} value={value} onChange={onChange} />;
}

/** What the letters selected in the words have for themselves: font, size, place, turn and material. */
export function LettersBench({
  mark,
  words,
  fonts,
  change,
}: {
  mark: Mark;
  words: Words;
  fonts: readonly FontChoice[];
  change: (recipe: (words: Words) => void, gesture?: string | null) => void;
}) {
  const picked = useView((s) => s.letters);
  if (picked?.markId !== mark.id || picked.to <= picked.from || picked.to > words.text.length)
    return words.text.length > 1 ? (
      <Hint>Select letters in the words to give them a font, size, place or material of their own.</Hint>
    ) : null;
  const { from, to } = picked;
  const style = styleAt(words.runs, from);
  const put = (recipe: (style: RunStyle) => RunStyle, gesture: string | null = null) =>
    change((w) => void (w.runs = changeRange(w.runs, from, to, recipe)), gesture);
  const own = style.font ? fontKey(style.font) : 'same';
  // Letters that are a run of their own have channels of their own; others get them as soon as they are moved.
  const run = words.runs.find((each) => each.from === from && each.to === to);
  const shellLook = (mark.shells[0] as Shell).surfaces.face;
  const path = run && `marks/${mark.id}/body/runs/${run.id}`;
  return (
    <>
      <Heading>Letters “{words.text.slice(from, to).replace(/\n/g, ' ')}”</Heading>
      <Pick
        label="Their font"
        value={own}
        onChange={(id) =>
          put(({ font: _font, ...rest }) => (id === 'same' ? rest : { ...rest, font: fonts.find(({ ref }) => fontKey(ref) === id)?.ref }))
        }
        options={[
          { id: 'same', label: 'as the words' },
          ...fonts.map(({ ref, label, family }) => ({
            id: fontKey(ref),
            label,
            style: { fontFamily: `'${family}', sans-serif`, fontSize: 19 },
          })),
        ]}
      />
      <SchemaFields
        shape={runSchema.shape}
        names={NUMBERS}
        values={style}
        onChange={(name, value, gesture) => put((s) => ({ ...s, [name]: value }), gesture)}
      />
      {PLACES.map((name) =>
        path ? (
          <ChannelField key={name} owner={path} name={name} />
        ) : (
          <PlaceField
            key={name}
            name={name}
            value={style.channels[name].rest}
            onChange={(value, gesture) =>
              put((s) => ({ ...s, channels: { ...s.channels, [name]: { ...s.channels[name], rest: value } } }), gesture)
            }
          />
        ),
      )}
      <Pick
        label="Material"
        value={style.surface?.settings.material ?? 'same'}
        onChange={(id) => put(({ surface: _surface, ...rest }) => (id === 'same' ? rest : { ...rest, surface: surfaceOf(id) }))}
        options={[{ id: 'same', label: 'as the shell' }, ...MATERIAL_KINDS.map((id) => ({ id, label: MATERIALS[id].label }))]}
      />
      {path && run?.surface ? (
        <ChannelField owner={`${path}/surface`} name="colour" />
      ) : (
        <ColourField
          label="Colour"
          value={shellLook.channels.colour.rest}
          onChange={(colour, gesture) => put((s) => ({ ...s, surface: surfaceOf({ ...restOf(shellLook), colour }) }), gesture)}
        />
      )}
      {hasRuns(words.runs, from, to) ? (
        <Button $tone="quiet" onPress={() => put(() => styleAt([], 0))}>
          As the rest of the words
        </Button>
      ) : null}
    </>
  );
}
