'use client';

import type { ReactNode } from 'react';
import { styled } from 'styled-components';
import type { ChannelRef } from '@/core/production/owners/owners';
import { useView } from '../workspace/workspace';

const Around = styled.div`
  position: relative;
`;
/** Seen where the pointer is, so that a bench is no field of signs. */
const Begin = styled.button`
  position: absolute;
  left: 78px;
  top: 3px;
  width: 16px;
  height: 18px;
  padding: 0;
  border: 0;
  background: var(--panel);
  font: 12px var(--mono);
  color: var(--verdigris);
  opacity: 0;
  ${Around}:hover > &, &:focus-visible {
    opacity: 1;
  }
`;
const Put = styled.button`
  position: absolute;
  inset: 1px -4px;
  border: 1px dashed var(--verdigris);
  border-radius: 2px;
  background: none;
  cursor: copy;
  &:hover {
    background: color-mix(in oklab, var(--verdigris) 14%, transparent);
  }
`;

/** A value of a bench that can follow others, and whose name is put into a formula while that is written. */
export function Linkable({
  owner,
  name,
  label,
  onBegin,
  onPut,
  children,
}: ChannelRef & { label: string; onBegin: () => void; onPut: () => void; children: ReactNode }) {
  const writing = useView((s) => (s.formula ? (s.formula.owner === owner && s.formula.name === name ? 'own' : 'other') : null));
  return (
    <Around>
      {children}
      {writing === null ? (
        // By the keys an equals sign that is typed does the same.
        <Begin type="button" tabIndex={-1} aria-label={`Let ${label} follow a formula`} title="Follow a formula" onClick={onBegin}>
          =
        </Begin>
      ) : null}
      {writing === 'other' ? (
        // The formula keeps the focus.
        <Put type="button" aria-label={`Put ${label} into the formula`} onPointerDown={(event) => event.preventDefault()} onClick={onPut} />
      ) : null}
    </Around>
  );
}
