'use client';

import { TextAlignCenter, TextAlignEnd, TextAlignStart, Upload } from 'lucide-react';
import { useRef, useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import { styled } from 'styled-components';
import { MAX_FONT_BYTES } from '@/core/outline/shipped-fonts';
import { changeMark, setWords } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { MAX_TEXT, wordsSchema, type Words } from '@/core/production/words';
import { fieldMeta } from '@/core/schema/fields';
import { Button, Choices, Heading, Pick, Row } from '@/parts/controls';
import { NumberField } from '@/parts/fields/number-field';
import { Hint } from '../shared/panes';
import { useEdit, useView } from '../shared/workspace';
import { useFonts } from './use-fonts';

const TextArea = styled.textarea<{ $family: string }>`
  width: 100%;
  min-height: 46px;
  field-sizing: content;
  max-height: 140px;
  resize: none;
  padding: 8px 10px;
  border: 1px solid var(--line);
  border-radius: 3px;
  background: var(--well);
  font: 22px/1.25 ${({ $family }) => `'${$family}'`}, var(--label);
  &:focus { border-color: var(--verdigris); outline: none; }
`;

/** The words of a wordmark and how they are set. */
export function WordsBench({ mark, words }: { mark: Mark; words: Words }) {
  const edit = useEdit();
  const { fonts, upload } = useFonts();
  const [trouble, setTrouble] = useState<string | null>(null);
  const [loading, setLoading] = useState<string | null>(null);
  const typing = useRef(0);
  const { missing, empty } = useView((s) => ({ missing: s.facts[mark.id]?.missing.join(' ') ?? '', empty: s.facts[mark.id]?.bounds === null }));
  const current = fonts.find(({ ref }) => ref.source === words.font.source && ref.id === words.font.id);
  const change = (recipe: (words: Words) => void, gesture: string | null = null) =>
    edit(
      (draft) =>
        changeMark(draft, mark.id, ({ body }) => {
          if (body.kind === 'words') recipe(body);
        }),
      gesture,
    );
  const number = (name: 'size' | 'tracking' | 'leading') => (
    <NumberField meta={fieldMeta(wordsSchema.shape, name)} value={words[name]} onChange={(value, gesture) => change((w) => void (w[name] = value), gesture)} />
  );
  const take = async (file: File) => {
    setTrouble(null);
    if (file.size > MAX_FONT_BYTES) return setTrouble(`“${file.name}” has ${(file.size / 1e6).toFixed(0)} MB. A font file can be at most 20 MB.`);
    setLoading(file.name);
    try {
      const font = await upload(file);
      change((w) => void (w.font = font));
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'This font could not be read.');
    } finally {
      setLoading(null);
    }
  };
  return (
    <>
      <Heading>Words</Heading>
      <TextArea
        $family={current?.family ?? ''}
        aria-label="Words"
        value={words.text}
        maxLength={MAX_TEXT}
        spellCheck={false}
        onFocus={() => typing.current++}
        onChange={(event) => edit((draft) => setWords(draft, mark.id, event.target.value), `words-${mark.id}-${typing.current}`)}
      />
      {words.text.trim() === '' ? <Hint role="status">There is nothing to see while this mark has no words. Type some, or remove the mark.</Hint> : empty ? <Hint role="status">These characters have no outline in this font.</Hint> : null}
      {missing ? <Hint role="status">This font has no {missing}. An empty box stands for each.</Hint> : null}
      <Pick
        label="Font"
        value={`${words.font.source}/${words.font.id}`}
        onChange={(id) => {
          const chosen = fonts.find(({ ref }) => `${ref.source}/${ref.id}` === id);
          if (chosen) change((w) => void (w.font = chosen.ref));
        }}
        options={fonts.map(({ ref, label, family }) => ({ id: `${ref.source}/${ref.id}`, label, style: { fontFamily: `'${family}', sans-serif`, fontSize: 19 } }))}
      />
      <Row label="">
        <FileTrigger acceptedFileTypes={['.ttf', '.otf', '.woff2', '.woff']} onSelect={(files) => files?.[0] && void take(files[0])}>
          <Button $tone="quiet" isDisabled={loading !== null}>
            <Upload size={13} /> {loading === null ? 'Font from a file' : `Reading ${loading}…`}
          </Button>
        </FileTrigger>
      </Row>
      {trouble ? (
        <p role="alert" style={{ color: 'var(--coral)', margin: '4px 0' }}>
          {trouble}
        </p>
      ) : null}
      {number('size')}
      {number('tracking')}
      {number('leading')}
      <Row label="Alignment">
        <Choices
          label="Alignment"
          value={words.alignment}
          onChange={(alignment) => change((w) => void (w.alignment = alignment))}
          options={[
            { id: 'left', label: 'left', icon: <TextAlignStart size={14} /> },
            { id: 'centre', label: 'centre', icon: <TextAlignCenter size={14} /> },
            { id: 'right', label: 'right', icon: <TextAlignEnd size={14} /> },
          ]}
        />
      </Row>
    </>
  );
}
