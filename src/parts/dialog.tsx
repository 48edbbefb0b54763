'use client';

import { Dialog, ModalOverlay } from 'react-aria-components';
import { styled } from 'styled-components';

/** What lies over the page while a dialog is open; a press on it closes the dialog. */
export const Veil = styled(ModalOverlay)<{ $middle?: boolean }>`
  position: fixed;
  inset: 0;
  background: rgb(0 0 0 / 0.45);
  display: flex;
  justify-content: center;
  align-items: ${({ $middle }) => ($middle ? 'center' : 'flex-start')};
  padding-top: ${({ $middle }) => ($middle ? '0' : '12vh')};
  z-index: 20;
`;

export const DialogBox = styled(Dialog)`
  outline: none;
  background: var(--panel);
  border: 1px solid var(--line-strong);
  border-radius: 5px;
  box-shadow: 0 12px 40px rgb(0 0 0 / 0.5);
`;
