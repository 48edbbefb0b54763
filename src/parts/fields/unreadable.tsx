'use client';

import { styled } from 'styled-components';

const Said = styled.div`
  position: absolute;
  z-index: 5;
  top: 100%;
  right: 0;
  width: max-content;
  max-width: 184px;
  margin-top: 2px;
  padding: 3px 7px;
  border-radius: 3px;
  background: var(--coral);
  color: #101010;
  font: 500 12px/1.3 var(--label);
  white-space: normal;
`;

/** What a person is told whose typing cannot be read, under the field. */
export function Unreadable({ id, text, unit }: { id: string; text: string; unit: string }) {
  return (
    <Said id={id} role="alert">
      {text.trim() === '' ? 'Nothing is typed here.' : `“${text.length > 24 ? `${text.slice(0, 24)}…` : text}” is no number.`}
      {unit && unit !== 'f/' ? ` It is in ${unit}; sums like 2*3 are worked out.` : ' Sums like 2*3 are worked out.'}
    </Said>
  );
}
