'use client';

import { changeRange, hasRuns, styleAt, type RunStyle } from '@/core/production/edits/run-edits';
import { fontKey } from '@/core/outline/font-ref';
import type { Mark, Shell } from '@/core/production/mark';
import { MATERIAL_KINDS, MATERIALS, surfaceOf } from '@/core/production/materials';
import { runSchema, type Words } from '@/core/production/words';
import { Button, Heading, Pick } from '@/parts/controls';
import { ColourField } from '@/parts/fields/colour-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { Hint } from '../shared/panes';
import { useView } from '../shared/workspace';
import type { FontChoice } from './use-fonts';

const NUMBERS = ['size', 'rise', 'x', 'y', 'z', 'pan', 'tilt', 'roll'] as const;

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
  const surface = style.surface ?? (mark.shells[0] as Shell).surfaces.face;
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
      <Pick
        label="Material"
        value={style.surface?.material ?? 'same'}
        onChange={(id) => put(({ surface: _surface, ...rest }) => (id === 'same' ? rest : { ...rest, surface: surfaceOf(id) }))}
        options={[{ id: 'same', label: 'as the shell' }, ...MATERIAL_KINDS.map((id) => ({ id, label: MATERIALS[id].label }))]}
      />
      {style.surface ? (
        <ColourField
          label="Colour"
          value={surface.colour}
          onChange={(colour, gesture) => put((s) => ({ ...s, surface: { ...surface, colour } }), gesture)}
        />
      ) : null}
      {hasRuns(words.runs, from, to) ? (
        <Button $tone="quiet" onPress={() => put(() => styleAt([], 0))}>
          As the rest of the words
        </Button>
      ) : null}
    </>
  );
}
