'use client';

import { styled } from 'styled-components';

/** Whether a value is keyed, and whether there is a key at the playhead. */
export type Keyed = 'none' | 'keyed' | 'here';

const Dot = styled.button<{ $state: Keyed }>`
  justify-self: end;
  width: 11px;
  height: 11px;
  padding: 0;
  border-radius: 50%;
  border: 1px solid ${({ $state }) => ($state === 'none' ? 'var(--line-strong)' : 'var(--text)')};
  background: ${({ $state }) => ($state === 'here' ? 'var(--text)' : 'transparent')};
  box-shadow: ${({ $state }) => ($state === 'keyed' ? 'inset 0 0 0 2px var(--panel), inset 0 0 0 6px var(--dim)' : 'none')};
`;

/** Says whether a value is keyed, and sets or removes its key at the playhead; nothing where it cannot be keyed. */
export function KeyToggle({ label, keyed, onToggle }: { label: string; keyed?: Keyed | undefined; onToggle?: (() => void) | undefined }) {
  if (keyed === undefined || !onToggle) return <span />;
  return (
    <Dot
      type="button"
      $state={keyed}
      aria-pressed={keyed === 'here'}
      aria-label={keyed === 'here' ? `Remove the key of ${label} here` : `Set a key of ${label} here`}
      title={keyed === 'here' ? 'Remove the key here' : 'Set a key here'}
      onClick={onToggle}
    />
  );
}
