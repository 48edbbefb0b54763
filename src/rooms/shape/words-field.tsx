'use client';

import { useCallback, useEffect, useRef } from 'react';
import { styled } from 'styled-components';
import { setWords } from '@/core/production/edits/mark-edits';
import { MAX_TEXT } from '@/core/production/words';
import { useEdit, useView, useWorkspace } from '../workspace/workspace';

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
  font:
    22px/1.25 ${({ $family }) => `'${$family}'`},
    var(--label);
  &:focus {
    border-color: var(--verdigris);
    outline: none;
  }
`;

/** Where words are typed. Its caret and selection are shown in the lens view too, and can be put from there. */
export function WordsField({ markId, text, family }: { markId: string; text: string; family: string }) {
  const { view } = useWorkspace();
  const edit = useEdit();
  const area = useRef<HTMLTextAreaElement>(null);
  const typing = useRef(0);
  const asked = useView((s) => (s.askCaret?.markId === markId ? s.askCaret : null));
  useEffect(() => {
    if (!asked || !area.current) return;
    area.current.focus();
    area.current.setSelectionRange(asked.from, asked.to);
    view.setState({ askCaret: null, letters: asked });
  }, [asked, view]);
  // What was selected means nothing any more once another mark is on the bench.
  useEffect(() => () => view.setState({ letters: null }), [view]);
  const look = useCallback(() => {
    const { current } = area;
    if (current) view.setState({ letters: { markId, from: current.selectionStart, to: current.selectionEnd } });
  }, [view, markId]);
  useEffect(() => {
    // Moves of the caret by any means: keys, mouse, touch, assistive tools.
    const onMove = () => {
      if (document.activeElement === area.current) look();
    };
    document.addEventListener('selectionchange', onMove);
    return () => document.removeEventListener('selectionchange', onMove);
  }, [look]);
  return (
    <TextArea
      ref={area}
      $family={family}
      aria-label="Words"
      value={text}
      maxLength={MAX_TEXT}
      spellCheck={false}
      onFocus={() => {
        typing.current++;
        look();
      }}
      onBlur={() => {
        // A selection stays for the bench; a caret goes with the focus.
        const { letters } = view.getState();
        if (letters && letters.from === letters.to) view.setState({ letters: null });
      }}
      onChange={(event) => {
        edit((draft) => setWords(draft, markId, event.target.value), `words-${markId}-${typing.current}`);
        look();
      }}
    />
  );
}
