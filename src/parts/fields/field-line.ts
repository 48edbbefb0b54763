import { styled } from 'styled-components';

/** A line of a bench: what it is called, and its value. */
export const FieldLine = styled.div`
  display: grid;
  grid-template-columns: 96px minmax(0, 1fr);
  align-items: center;
  min-height: 25px;
  > span:first-child {
    font: 500 13px var(--label);
    color: var(--dim);
    white-space: nowrap;
  }
`;
