import { styled } from 'styled-components';

/** A line of a bench: what it is called, its value, its key. */
export const FieldLine = styled.div`
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr) 20px;
  align-items: center;
  min-height: 25px;
  > span:first-child {
    font: 500 13px var(--label);
    color: var(--dim);
    white-space: nowrap;
  }
`;
