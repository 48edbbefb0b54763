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
  &:hover {
    border-color: var(--line-strong);
  }
  &:focus {
    border-color: var(--verdigris);
    outline: none;
  }
`;

/** Metres in each unit, and the digits that give about a tenth of a millimetre. */
const UNITS = {
  mm: { size: 0.001, digits: 1 },
  cm: { size: 0.01, digits: 2 },
  m: { size: 1, digits: 4 },
  in: { size: 0.0254, digits: 3 },
} as const;
export type LengthUnit = keyof typeof UNITS;

/** A dimension on a drawing: read there, and typed there. Takes arithmetic and any unit of length. */
export function DimensionField({
  label,
  unit,
  x,
  y,
  metres,
  sign = false,
  onChange,
}: {
  label: string;
  unit: LengthUnit;
  x: number;
  y: number;
  metres: number;
  sign?: boolean;
  onChange: (metres: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [bad, setBad] = useState(false);
  const { size, digits } = UNITS[unit];
  const shown = `${sign && metres > 0 ? '+' : ''}${(metres / size).toFixed(digits).replace(/\.?0+$/, '')} ${unit}`;
  const commit = () => {
    if (text === null || text === shown) {
      setText(null);
      return;
    }
    const read = readNumber(text, unit);
    setBad(read === null);
    if (read === null) return;
    setText(null);
    onChange(read * size);
  };
  return (
    <Input
      $bad={bad}
      aria-label={`Dimension: ${label.toLowerCase()}, ${unit}`}
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
