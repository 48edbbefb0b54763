'use client';

import { useEffect, useLayoutEffect, useRef, type ReactNode } from 'react';
import { Modal } from 'react-aria-components';
import { styled } from 'styled-components';
import { Button } from './controls';
import { DialogBox, Veil } from './dialog';

const Box = styled(DialogBox)`
  width: 560px;
  max-width: calc(100vw - 40px);
  max-height: 76vh;
  display: flex;
  flex-direction: column;
`;
const Head = styled.header`
  display: flex;
  justify-content: space-between;
  align-items: center;
  padding: 12px 14px 8px 18px;
  h2 {
    font: 600 17px var(--label);
  }
`;
const Body = styled.div`
  overflow-y: auto;
  padding: 0 18px 18px;
  p {
    color: var(--dim);
    margin-bottom: 10px;
  }
`;

/** A line of a sheet's list: what it is, and what can be done with it. */
export const SheetLine = styled.div`
  display: flex;
  align-items: center;
  gap: 10px;
  padding: 6px 0;
  border-top: 1px solid var(--line);
  > div {
    flex: 1;
    min-width: 0;
  }
  strong {
    display: block;
    font: 600 14px var(--label);
    overflow: hidden;
    text-overflow: ellipsis;
    white-space: nowrap;
  }
  small {
    font: 11px var(--mono);
    color: var(--faint);
  }
  img {
    width: 96px;
    height: 54px;
    object-fit: contain;
    background: #0c0f14;
  }
`;

/** A list over the page, with a title and a way to close it. */
export function Sheet({ title, isOpen, onClose, children }: { title: string; isOpen: boolean; onClose: () => void; children: ReactNode }) {
  const close = useRef<HTMLButtonElement>(null);
  // What was pressed in it may be asleep now, or gone, and took the focus along: keys would reach nobody. What falls asleep
  // keeps the focus until the page is painted next, and is deaf all the while: so it is looked at now, not then.
  useLayoutEffect(() => {
    if (isOpen && document.activeElement?.matches(':disabled')) close.current?.focus();
  });
  useEffect(() => {
    if (!isOpen) return undefined;
    const next = requestAnimationFrame(() => {
      if (document.activeElement === document.body) close.current?.focus();
    });
    return () => cancelAnimationFrame(next);
  });
  return (
    <Veil isOpen={isOpen} onOpenChange={(open) => !open && onClose()} isDismissable>
      <Modal>
        <Box aria-label={title}>
          <Head>
            <h2>{title}</h2>
            <Button ref={close} $tone="quiet" onPress={onClose}>
              Close
            </Button>
          </Head>
          <Body>{children}</Body>
        </Box>
      </Modal>
    </Veil>
  );
}
