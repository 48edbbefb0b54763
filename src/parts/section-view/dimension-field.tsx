'use client';

import { useState } from 'react';
import { styled } from 'styled-components';
import { readNumber } from '../fields/arithmetic';

const Input = styled.input<{ $bad: boolean }>`
  position: absolute;
  width: 62px;
  height: 18px;
  margin-top: -9px;
  padding: 0 4px;
  border: 1px solid ${({ $bad }) => ($bad ? 'var(--coral)' : 'transparent')};
  border-radius: 2px;
  background: color-mix(in srgb, var(--well) 80%, transparent);
  font: 11px var(--mono);
  color: var(--text);
  &:hover { border-color: var(--line-strong); }
  &:focus { border-color: var(--verdigris); outline: none; }
`;

/** A dimension on a drawing: read there, and typed there. Shown in millimetres; takes arithmetic and other units of length. */
export function DimensionField({ label, x, y, metres, sign = false, onChange }: { label: string; x: number; y: number; metres: number; sign?: boolean; onChange: (metres: number) => void }) {
  const [text, setText] = useState<string | null>(null);
  const [bad, setBad] = useState(false);
  const shown = `${sign && metres > 0 ? '+' : ''}${(metres * 1000).toFixed(1).replace(/\.0$/, '')} mm`;
  const commit = () => {
    if (text === null || text === shown) {
      setText(null);
      return;
    }
    const read = readNumber(text, 'mm');
    setBad(read === null);
    if (read === null) return;
    setText(null);
    onChange(read / 1000);
  };
  return (
    <Input
      $bad={bad}
      aria-label={`Dimension: ${label.toLowerCase()}, mm`}
      aria-invalid={bad}
      style={{ left: x, top: y }}
      value={text ?? shown}
      spellCheck={false}
      onFocus={(event) => event.currentTarget.select()}
      onChange={(event) => {
        setText(event.target.value);
        setBad(false);
      }}
      onBlur={() => {
        if (bad) {
          setText(null);
          setBad(false);
        } else commit();
      }}
      onKeyDown={(event) => {
        if (event.key === 'Enter') commit();
        if (event.key === 'Escape') {
          setText(null);
          setBad(false);
        }
      }}
    />
  );
}
