import { MenuItem } from 'react-aria-components';
import { styled } from 'styled-components';

/** A line of a menu. */
export const MenuLine = styled(MenuItem)`
  padding: 4px 8px;
  border-radius: 2px;
  cursor: default;
  outline: none;
  &[data-focused] {
    background: var(--verdigris-deep);
  }
  small {
    display: block;
    color: var(--faint);
  }
`;
