'use client';

import { TextAlignCenter, TextAlignEnd, TextAlignStart, Upload } from 'lucide-react';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { fontKey } from '@/core/outline/font-ref';
import { MAX_FONT_BYTES } from '@/core/outline/shipped-fonts';
import type { FontAxis } from '@/core/outline/typeface';
import { changeMark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { wordsSchema, type Words } from '@/core/production/words';
import type { FieldMeta } from '@/core/schema/fields';
import { Button, Choices, Heading, Hint, Pick, Row, Trouble } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { SchemaFields } from '@/parts/fields/schema-fields';
import { useChangeMarks, useDiffers } from '../benches/together';
import { useTrouble } from '../workspace/use-trouble';
import { useEdit, useView } from '../workspace/workspace';
import { LettersBench } from './letters-bench';
import { FitFields } from '../benches/fit-fields';
import { SettingBench } from './setting-bench';
import { useFonts } from './use-fonts';
import { WordsField } from './words-field';

const axisMeta = ({ label, min, rest, max }: FontAxis): FieldMeta => ({
  label,
  unit: '',
  min,
  max,
  rest,
  step: (max - min) / 100,
  digits: max - min > 20 ? 0 : 2,
  shown: 1,
});

/** The words of a wordmark and how they are set. */
export function WordsBench({ mark, words }: { mark: Mark; words: Words }) {
  const edit = useEdit();
  const { fonts, upload } = useFonts();
  const [trouble, setTrouble] = useTrouble();
  const [loading, setLoading] = useState<string | null>(null);
  const { missing, empty, font } = useView((s) => ({
    missing: s.facts[mark.id]?.missing.join(' ') ?? '',
    empty: s.facts[mark.id]?.bounds === null,
    font: s.facts[mark.id]?.font ?? null,
  }));
  const current = fonts.find(({ ref }) => ref.source === words.font.source && ref.id === words.font.id);
  const changeMarks = useChangeMarks(mark.id);
  const differs = useDiffers(mark);
  const ofWords = (read: (words: Words) => unknown) => differs(({ body }) => (body.kind === 'words' ? read(body) : undefined));
  const change = (recipe: (words: Words) => void, gesture: string | null = null) =>
    changeMarks(({ body }) => {
      if (body.kind === 'words') recipe(body);
    }, gesture);
  /** What is done to letters of these words, and to no others. */
  const changeOwn = (recipe: (words: Words) => void, gesture: string | null = null) =>
    edit(
      (draft) =>
        changeMark(draft, mark.id, ({ body }) => {
          if (body.kind === 'words') recipe(body);
        }),
      gesture,
    );
  const take = async (file: File) => {
    setTrouble(null);
    if (file.size > MAX_FONT_BYTES)
      return setTrouble(`“${file.name}” has ${(file.size / 1e6).toFixed(0)} MB. A font file can be at most 20 MB.`);
    setLoading(file.name);
    try {
      const taken = await upload(file);
      change((w) => void (w.font = taken));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'This font could not be read.');
    } finally {
      setLoading(null);
    }
  };
  return (
    <>
      <Heading>Words</Heading>
      <WordsField markId={mark.id} text={words.text} family={current?.family ?? ''} />
      {words.text.trim() === '' ? (
        <Hint role="status">There is nothing to see while this mark has no words. Type some, or remove the mark.</Hint>
      ) : empty ? (
        <Hint role="status">These characters have no outline in this font.</Hint>
      ) : null}
      {missing ? <Hint role="status">This font has no {missing}. An empty box stands for each.</Hint> : null}
      <Pick
        label="Font"
        value={`${words.font.source}/${words.font.id}`}
        differs={ofWords(({ font }) => fontKey(font))}
        onChange={(id) => {
          const chosen = fonts.find(({ ref }) => `${ref.source}/${ref.id}` === id);
          if (chosen) change((w) => void (w.font = chosen.ref));
        }}
        options={fonts.map(({ ref, label, family }) => ({
          id: `${ref.source}/${ref.id}`,
          label,
          style: { fontFamily: `'${family}', sans-serif`, fontSize: 19 },
        }))}
      />
      {font?.restricted ? (
        <Hint role="status">The maker of this font forbids embedding it without leave. Ask for it before these words leave the house.</Hint>
      ) : null}
      {font?.axes.map((axis) => (
        <NumberField
          key={axis.tag}
          meta={axisMeta(axis)}
          value={words.font.axes?.[axis.tag] ?? axis.rest}
          onChange={(value, gesture) => change((w) => void (w.font.axes = { ...w.font.axes, [axis.tag]: value }), gesture)}
        />
      ))}
      <Row label="">
        <FileTrigger acceptedFileTypes={['.ttf', '.otf', '.woff2', '.woff']} onSelect={(files) => files?.[0] && void take(files[0])}>
          <Button $tone="quiet" isDisabled={loading !== null}>
            <Upload size={13} /> {loading === null ? 'Font from a file' : `Reading ${loading}…`}
          </Button>
        </FileTrigger>
      </Row>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      <SchemaFields
        shape={wordsSchema.shape}
        names={['size', 'tracking', 'leading']}
        values={words}
        differs={(name) => ofWords((w) => w[name as 'size'])}
        onChange={(name, value, gesture) => change((w) => void (w[name as 'size' | 'tracking' | 'leading'] = value), gesture)}
      />
      <Row label="Alignment">
        <Choices
          label="Alignment"
          value={ofWords((w) => w.alignment) ? null : words.alignment}
          onChange={(alignment) => change((w) => void (w.alignment = alignment))}
          options={[
            { id: 'left', label: 'left', icon: <TextAlignStart size={14} /> },
            { id: 'centre', label: 'centre', icon: <TextAlignCenter size={14} /> },
            { id: 'right', label: 'right', icon: <TextAlignEnd size={14} /> },
          ]}
        />
      </Row>
      <FitFields
        words={words}
        markId={mark.id}
        differs={ofWords((w) => w.fit.rule)}
        onFit={(fit, gesture) => change((w) => void (w.fit = fit), gesture)}
      />
      <LettersBench mark={mark} words={words} fonts={fonts} change={changeOwn} />
      <SettingBench mark={mark} words={words} change={change} />
    </>
  );
}
