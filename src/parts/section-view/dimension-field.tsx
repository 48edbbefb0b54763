'use client';

import { useId } from 'react';
import { styled } from 'styled-components';
import { readNumber } from '@/core/schema/arithmetic';
import { Unreadable } from '../fields/unreadable';
import { useTyped } from '../fields/use-typed';

const Place = styled.div`
  position: absolute;
  margin-top: -9px;
`;
const Input = styled.input<{ $bad: boolean }>`
  display: block;
  width: 62px;
  height: 18px;
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
  const { size, digits } = UNITS[unit];
  const shown = `${sign && metres > 0 ? '+' : ''}${(metres / size).toFixed(digits).replace(/\.?0+$/, '')} ${unit}`;
  const typed = useTyped(
    shown,
    (text) => readNumber(text, unit),
    (read) => onChange(read * size),
  );
  const id = useId();
  return (
    <Place style={{ left: x, top: y }}>
      <Input
        $bad={typed.isBad}
        aria-label={`Dimension: ${label.toLowerCase()}, ${unit}`}
        aria-invalid={typed.isBad}
        aria-describedby={typed.isBad ? id : undefined}
        data-idle={typed.isTyping ? undefined : true}
        value={typed.text}
        spellCheck={false}
        onFocus={(event) => event.currentTarget.select()}
        onChange={(event) => typed.type(event.target.value)}
        onBlur={typed.commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter') typed.commit();
          if (event.key === 'Escape') typed.drop();
        }}
      />
      {typed.isBad ? <Unreadable id={id} text={typed.text} unit={unit} /> : null}
    </Place>
  );
}
