'use client';

import { useState, type ReactNode } from 'react';
import { Button, Disclosure, DisclosurePanel, Heading } from 'react-aria-components';
import { styled } from 'styled-components';

const Box = styled(Disclosure)`
  margin-top: 12px;
  border-top: 1px solid var(--line);
  h3 {
    margin: 0;
  }
`;
const Opener = styled(Button)`
  display: flex;
  width: 100%;
  align-items: baseline;
  gap: 7px;
  padding: 7px 0 5px;
  border: 0;
  background: none;
  font: 500 12px var(--label);
  letter-spacing: 0.03em;
  color: var(--dim);
  text-align: left;
  cursor: default;
  &::before {
    content: '▸' / '';
    font-size: 9px;
    color: var(--faint);
  }
  [data-expanded] > h3 > &::before {
    content: '▾' / '';
  }
  small {
    margin-left: auto;
    color: var(--faint);
    font-size: 12px;
  }
  &[data-hovered] {
    color: var(--text);
  }
`;

/** A part of the bench that is folded away until it is needed; beside its title, in a word, what it holds. */
export function Fold({
  title,
  note,
  open,
  lazy = false,
  children,
}: {
  title: string;
  note?: string;
  open?: boolean;
  /** Holds nothing as long as it is folded: what it holds costs something, or shows elsewhere too. */
  lazy?: boolean;
  children: ReactNode;
}) {
  const [isOpen, setOpen] = useState(open ?? false);
  return (
    <Box isExpanded={isOpen} onExpandedChange={setOpen}>
      <Heading level={3}>
        <Opener slot="trigger">
          {title}
          {note ? <small>{note}</small> : null}
        </Opener>
      </Heading>
      <DisclosurePanel>{lazy && !isOpen ? null : children}</DisclosurePanel>
    </Box>
  );
}
