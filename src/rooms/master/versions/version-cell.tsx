'use client';

import type { ClipboardEvent, KeyboardEvent } from 'react';
import { styled } from 'styled-components';
import { MAX_CELL } from '@/core/production/versions';
import { cutText } from '@/core/schema/text';
import { useTyped } from '@/parts/fields/use-typed';

const Box = styled.textarea<{ $wrong: boolean; $lines: boolean }>`
  display: block;
  width: 100%;
  min-width: 90px;
  height: 40px;
  padding: ${({ $lines }) => ($lines ? 3 : 11)}px 7px 0;
  white-space: pre;
  border: 1px solid ${({ $wrong }) => ($wrong ? 'var(--coral)' : 'transparent')};
  border-radius: 2px;
  background: none;
  font-size: 12px;
  line-height: 16px;
  resize: none;
  overflow: hidden;
  &:hover {
    border-color: ${({ $wrong }) => ($wrong ? 'var(--coral)' : 'var(--line-strong)')};
  }
  &:focus {
    background: var(--well);
  }
  &::placeholder {
    color: var(--faint);
  }
`;

/** Puts the focus into the cell of the same field some rows further on. */
function goTo(from: HTMLElement, by: number): void {
  const cell = from.closest('td');
  const row = cell?.parentElement;
  const next = by > 0 ? row?.nextElementSibling : row?.previousElementSibling;
  const at = cell && row ? [...row.children].indexOf(cell) : -1;
  next?.children[at]?.querySelector('textarea')?.focus();
}

interface CellProps {
  label: string;
  text: string;
  /** What the production has where the cell says nothing. */
  own: string;
  /** Why it cannot be read, in words. */
  trouble: string | null;
  onText: (text: string) => void;
  /** Lines of cells were pasted into it. @returns whether they were taken */
  onPaste: (text: string) => boolean;
}

/** A cell of the table. Enter goes down, Alt Enter begins a line, Escape takes back what was typed. */
export function VersionCell({ label, text, own, trouble, onText, onPaste }: CellProps) {
  const typed = useTyped<string>(text, (said) => said, onText);
  const keyed = (event: KeyboardEvent<HTMLTextAreaElement>) => {
    const box = event.currentTarget;
    if (event.key === 'Escape' && typed.isTyping) {
      event.stopPropagation();
      typed.drop();
    } else if (event.key === 'Enter' && event.altKey) {
      const { selectionStart: at, selectionEnd: to, value } = box;
      typed.type(cutText(`${value.slice(0, at)}\n${value.slice(to)}`, MAX_CELL));
    } else if (event.key === 'Enter') {
      event.preventDefault();
      typed.commit();
      goTo(box, event.shiftKey ? -1 : 1);
    } else if (event.key === 'ArrowDown' && box.selectionEnd === box.value.length) goTo(box, 1);
    else if (event.key === 'ArrowUp' && box.selectionStart === 0) goTo(box, -1);
  };
  const pasted = (event: ClipboardEvent<HTMLTextAreaElement>) => {
    if (!onPaste(event.clipboardData.getData('text/plain'))) return;
    event.preventDefault();
    typed.drop();
  };
  return (
    <Box
      $wrong={trouble !== null}
      $lines={typed.text.includes('\n')}
      aria-label={label}
      aria-invalid={trouble !== null}
      title={trouble ?? undefined}
      rows={1}
      maxLength={MAX_CELL}
      placeholder={own}
      value={typed.text}
      onChange={(event) => typed.type(event.target.value)}
      onBlur={typed.commit}
      onKeyDown={keyed}
      onPaste={pasted}
    />
  );
}
