'use client';

import { useEffect, useRef } from 'react';
import { styled } from 'styled-components';
import { FormulaError } from '@/core/formula/formula-error';
import { FORMULA_FUNCTIONS } from '@/core/formula/functions';
import { MAX_FORMULA } from '@/core/motion/channel';
import { nameInFormula, readLink, setLink } from '@/core/production/links';
import { Button } from '@/parts/controls';
import { MenuButton } from '@/parts/menu-button';
import { useEdit, useProduction, useView, useWorkspace } from '../workspace/workspace';

const Bar = styled.form`
  display: flex;
  align-items: center;
  gap: 8px;
  padding: 5px 12px;
  border-bottom: 1px solid var(--line);
  background: var(--panel);
  b {
    font: 500 13px var(--label);
    white-space: nowrap;
  }
  input {
    flex: 1;
    min-width: 0;
    height: 24px;
    padding: 0 8px;
    border: 1px solid var(--verdigris);
    border-radius: 2px;
    outline: 0;
    background: var(--well);
    font: 13px var(--mono);
    color: var(--text);
  }
  small {
    font-size: 12px;
    color: var(--faint);
    white-space: nowrap;
  }
  small[role='alert'] {
    color: var(--coral);
    white-space: normal;
  }
`;

/** What stands in formulas beside names of values. */
const MORE: readonly { id: string; label: string; note: string }[] = [
  { id: 'time', label: 'time', note: 'seconds from the start' },
  { id: 'frame', label: 'frame', note: 'the frame' },
  { id: 'beat', label: 'beat', note: 'cues that have passed, and the way to the next' },
  { id: 'index', label: 'index', note: 'in a cascade: which of the parts it is, from 0' },
  { id: 'level', label: 'level', note: 'how loud the sound is, 0 to 1' },
  { id: 'low', label: 'low', note: 'the same of what is low in it, under 200 Hz' },
  { id: 'middle', label: 'middle', note: 'the same of 200 to 2000 Hz' },
  { id: 'high', label: 'high', note: 'the same of what is higher' },
  { id: 'if(', label: 'if', note: 'if(test, then, else)' },
  { id: 'mix(', label: 'mix', note: 'mix(a, b, share): from a to b' },
  { id: 'smoothstep(', label: 'smoothstep', note: 'smoothstep(a, b, x): 0 to 1 as x goes from a to b' },
  { id: 'delay(', label: 'delay', note: 'delay(value, frames): what it was so many frames ago' },
  { id: 'follow(', label: 'follow', note: 'follow(value, seconds, swing): on a spring of so many seconds a swing' },
];
const FUNCTIONS = [MORE, [...FORMULA_FUNCTIONS].map(([name, { says }]) => ({ id: `${name}(`, label: name, note: says }))];

/** Where a formula is written: from its first sign on, whatever is selected meanwhile. */
export function FormulaBar() {
  const workspace = useWorkspace();
  const { view, documents } = workspace;
  const edit = useEdit();
  const formula = useView((s) => s.formula);
  const called = useProduction((production) => (formula ? nameInFormula(production, formula) : null));
  const input = useRef<HTMLInputElement>(null);
  const isOpen = formula !== null;
  const caret = formula?.caret ?? 0;
  useEffect(() => {
    if (isOpen) input.current?.focus();
  }, [isOpen]);
  // A name that was put in moves the caret behind it.
  useEffect(() => {
    if (document.activeElement === input.current && input.current?.selectionStart !== caret) input.current?.setSelectionRange(caret, caret);
  }, [caret]);
  if (!formula) return null;
  const change = (to: Partial<NonNullable<typeof formula>>) => view.setState({ formula: { ...formula, ...to } });
  const close = () => view.setState({ formula: null });
  const put = () => {
    const { owner, name, text } = formula;
    try {
      const link = text.trim() === '' ? null : readLink(documents.store.getState().production, { owner, name }, text);
      edit((draft) => setLink(draft, { owner, name }, link));
      close();
    } catch (error) {
      if (!(error instanceof FormulaError)) throw error;
      change({ trouble: error.message });
    }
  };
  return (
    <Bar
      aria-label="Formula"
      onSubmit={(event) => {
        event.preventDefault();
        put();
      }}
    >
      <b>{called ?? formula.label} =</b>
      <input
        ref={input}
        aria-label={`Formula of ${formula.label}`}
        aria-invalid={formula.trouble !== null}
        autoComplete="off"
        spellCheck={false}
        maxLength={MAX_FORMULA}
        value={formula.text}
        onChange={(event) =>
          change({ text: event.target.value, caret: event.target.selectionStart ?? event.target.value.length, trouble: null })
        }
        onSelect={(event) => {
          const at = event.currentTarget.selectionStart ?? 0;
          if (at !== formula.caret) change({ caret: at });
        }}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') close();
        }}
      />
      {formula.trouble ? <small role="alert">{formula.trouble}</small> : <small>Press another value to put its name in</small>}
      <MenuButton
        label="Functions"
        groups={FUNCTIONS}
        onChoose={(text) => {
          const { text: before, caret: at } = formula;
          change({ text: before.slice(0, at) + text + before.slice(at), caret: at + text.length });
          requestAnimationFrame(() => input.current?.focus());
        }}
      >
        Functions
      </MenuButton>
      <Button $tone="primary" type="submit">
        Follow
      </Button>
      <Button $tone="quiet" onPress={close}>
        Leave it
      </Button>
    </Bar>
  );
}
