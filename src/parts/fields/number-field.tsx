'use client';

import { useEffect, useId, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import { styled } from 'styled-components';
import type { FieldMeta } from '@/core/schema/fields';
import { newGesture } from '../gesture';
import { readNumber } from '@/core/schema/arithmetic';
import { FieldLine } from './field-line';
import { Edged, KeyToggle, type Keyed } from './key-toggle';
import { Unreadable } from './unreadable';
import { useTyped } from './use-typed';

const Name = styled.label`
  font: 500 13px var(--label);
  color: var(--dim);
  cursor: ew-resize;
  touch-action: none;
  user-select: none;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
`;
const Box = styled.div<{ $changed: boolean; $bad: boolean }>`
  position: relative;
  display: flex;
  align-items: center;
  min-width: 0;
  height: 21px;
  background: var(--well);
  border: 1px solid ${({ $bad }) => ($bad ? 'var(--coral)' : 'transparent')};
  border-radius: 2px;
  padding-right: 6px;
  &:hover {
    border-color: var(--line-strong);
  }
  &:focus-within {
    border-color: var(--verdigris);
  }
  input {
    flex: 1;
    min-width: 0;
    border: 0;
    outline: 0;
    background: none;
    text-align: right;
    padding: 0 0 0 6px;
    font: 12px var(--mono);
    color: ${({ $changed }) => ($changed ? 'var(--brass)' : 'var(--text)')};
  }
  span {
    font: 11px var(--mono);
    color: var(--faint);
    padding-left: 5px;
  }
`;
export interface NumberFieldProps {
  meta: FieldMeta;
  value: number;
  /** `gesture` is the same for all changes of one drag or one run of key presses. */
  onChange: (value: number, gesture: string) => void;
  /** Whether the value is keyed, and whether there is a key at the playhead; left out where it cannot be keyed. */
  keyed?: Keyed;
  onToggleKey?: () => void;
  onStepKey?: (direction: -1 | 1) => void;
  label?: string;
  /** Of several things that are edited together, some have another value. */
  differs?: boolean;
  /** What a percentage that is typed is of, in the field's unit; percentages are not understood where it is left out. */
  whole?: number;
  /** Told when a formula is begun: by an equals sign. */
  onFormula?: (text: string) => void;
}

const DRAG_PIXELS = 3;

/** A value that is rounded to nothing has no sign. */
const tidyZero = (text: string) => (/^-0(\.0*)?$/.test(text) ? text.slice(1) : text);

/** A value that can be typed (with arithmetic and units), dragged, stepped, reset, and keyed. */
export function NumberField({
  meta,
  value,
  onChange,
  keyed,
  onToggleKey,
  onStepKey,
  label = meta.label,
  differs = false,
  whole,
  onFormula,
}: NumberFieldProps) {
  const gesture = useRef('');
  /** What the value was when the field was taken in hand, or typed last. */
  const before = useRef(value);
  const drag = useRef<{ x: number; value: number; moved: boolean } | null>(null);
  const unitBefore = meta.unit === 'f/';
  const shown = differs ? '' : tidyZero((value * meta.shown).toFixed(meta.digits));
  const read = (text: string) => readNumber(text, meta.unit, whole === undefined ? undefined : { '%': whole / 100 });

  useEffect(() => () => void (drag.current = null), []);
  const begin = () => {
    gesture.current = newGesture(label);
  };
  const put = (next: number) => {
    const bounded = Math.max(meta.min, Math.min(meta.max, next));
    if (bounded !== value || differs) onChange(bounded, gesture.current);
    return bounded;
  };
  const typed = useTyped(shown, read, (read) => {
    begin();
    before.current = put(read / meta.shown);
  });
  const factor = (event: { shiftKey: boolean; altKey: boolean }) => (event.shiftKey ? 10 : event.altKey ? 0.1 : 1);

  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    if (event.key === 'ArrowUp' || event.key === 'ArrowDown') {
      event.preventDefault();
      if (!event.repeat) begin();
      const from = (typed.peek() ?? value * meta.shown) / meta.shown;
      typed.drop();
      put(from + (event.key === 'ArrowUp' ? 1 : -1) * meta.step * factor(event));
    } else if (event.key === 'Enter') {
      typed.commit();
      event.currentTarget.select();
    } else if (event.key === 'Escape') {
      // First what is typed is let go of; where nothing is, the value comes back that the field was taken in hand with.
      if (typed.isTyping) typed.drop();
      else put(before.current);
      event.currentTarget.blur();
    } else if (onStepKey && event.ctrlKey && (event.key === 'ArrowLeft' || event.key === 'ArrowRight')) {
      event.preventDefault();
      onStepKey(event.key === 'ArrowLeft' ? -1 : 1);
    }
  };
  const onPointerDown = (event: PointerEvent<HTMLLabelElement>) => {
    event.preventDefault();
    event.currentTarget.setPointerCapture(event.pointerId);
    drag.current = { x: event.clientX, value, moved: false };
    begin();
  };
  const onPointerMove = (event: PointerEvent<HTMLLabelElement>) => {
    const from = drag.current;
    if (!from) return;
    const by = event.clientX - from.x;
    if (!from.moved && Math.abs(by) < DRAG_PIXELS) return;
    from.moved = true;
    put(from.value + Math.round(by / 2) * meta.step * factor(event));
  };
  const reset = () => {
    typed.drop();
    begin();
    put(meta.rest);
  };

  const id = useId();
  return (
    <FieldLine>
      <Name
        htmlFor={id}
        title={`Drag to change, double-click to reset to ${(meta.rest * meta.shown).toFixed(meta.digits)}`}
        onPointerDown={onPointerDown}
        onPointerMove={onPointerMove}
        onPointerUp={(event) => {
          if (drag.current && !drag.current.moved)
            (event.currentTarget.nextElementSibling?.querySelector('input') as HTMLInputElement | null)?.focus();
          drag.current = null;
        }}
        onDoubleClick={reset}
      >
        {label}
      </Name>
      <Edged>
        <Box $changed={Math.abs(value - meta.rest) > 1e-9} $bad={typed.isBad}>
          {unitBefore ? <span style={{ paddingLeft: 6 }}>{meta.unit}</span> : null}
          <input
            id={id}
            aria-label={`${label}${meta.unit ? `, ${meta.unit}` : ''}${differs ? ', values differ' : ''}`}
            aria-invalid={typed.isBad}
            aria-describedby={typed.isBad ? `${id}-said` : undefined}
            data-idle={typed.isTyping ? undefined : true}
            inputMode="decimal"
            autoComplete="off"
            spellCheck={false}
            value={typed.text}
            placeholder={differs ? 'differ' : undefined}
            onFocus={(event) => {
              before.current = value;
              event.currentTarget.select();
            }}
            onChange={(event) => {
              const text = event.target.value;
              if (!onFormula || !text.startsWith('=')) return typed.type(text);
              typed.drop();
              onFormula(text.slice(1));
            }}
            onBlur={typed.commit}
            onKeyDown={onKeyDown}
          />
          {unitBefore || !meta.unit ? null : <span>{meta.unit}</span>}
          {typed.isBad ? <Unreadable id={`${id}-said`} text={typed.text} unit={meta.unit} /> : null}
        </Box>
        <KeyToggle label={label} keyed={keyed} onToggle={onToggleKey} />
      </Edged>
    </FieldLine>
  );
}
