'use client';

import { styled } from 'styled-components';

/** Whether a value is keyed, and whether there is a key at the playhead. */
export type Keyed = 'none' | 'keyed' | 'here';

/** The lower edge of something that may be keyed. */
export const edgeOf = (keyed: Keyed, colour = 'var(--brass)'): string =>
  ({ none: '1px solid var(--line-strong)', keyed: `2px dotted ${colour}`, here: `2px solid ${colour}` })[keyed];

/** Holds a value whose lower edge tells of its keys. */
export const Edged = styled.div`
  position: relative;
  min-width: 0;
  display: flex;
  align-items: stretch;
  > :first-child {
    flex: 1;
    min-width: 0;
  }
`;

const Edge = styled.button<{ $state: Keyed }>`
  position: absolute;
  left: 0;
  right: 0;
  bottom: -4px;
  height: 8px;
  padding: 0;
  border: 0;
  background: none;
  cursor: default;
  &::after {
    content: '';
    position: absolute;
    left: 1px;
    right: 1px;
    bottom: 3px;
    border-bottom: ${({ $state }) => edgeOf($state)};
  }
  &:hover::after,
  &:focus-visible::after {
    border-bottom: 2px solid var(--verdigris);
  }
`;

/**
 * The lower edge of a value: plain; dotted where the value has keys; solid where a key stands here. A press sets a key at the playhead or
 * takes it away. Nothing where the value cannot be keyed.
 */
export function KeyToggle({ label, keyed, onToggle }: { label: string; keyed?: Keyed | undefined; onToggle?: (() => void) | undefined }) {
  if (keyed === undefined || !onToggle) return null;
  return (
    <Edge
      type="button"
      $state={keyed}
      data-keyed={keyed}
      aria-pressed={keyed === 'here'}
      aria-label={keyed === 'here' ? `Remove the key of ${label} here` : `Set a key of ${label} here`}
      title={keyed === 'here' ? 'Remove the key here' : 'Set a key here'}
      onClick={onToggle}
    />
  );
}
