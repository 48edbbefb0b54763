'use client';

import { styled } from 'styled-components';
import { Button, Hint } from '@/parts/controls';
import { DrawingSight } from './drawing-sight';
import { ReadingNews } from '../benches/reading-news';
import type { DrawingChoice, DrawingState } from './use-drawing';

const Ways = styled.div`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 6px;
  width: 100%;
  > button {
    border: 1px solid var(--line-strong);
    border-radius: 3px;
    background: none;
    padding: 4px;
    font: 500 12px var(--label);
    display: flex;
    flex-direction: column;
    align-items: center;
    gap: 3px;
    cursor: default;
  }
  > button:hover {
    background: var(--raised);
  }
  svg {
    width: 100%;
  }
`;

/** White over dark is a hole in some drawings and a shape in others: the person sees both and says which. */
function WhiteShapes({ parts, pierced, take }: DrawingChoice) {
  return (
    <div role="group" aria-label="White shapes of the drawing" style={{ width: '100%', padding: '4px 0' }}>
      <Hint>White lies over other shapes. What is it?</Hint>
      <Ways>
        <button type="button" onClick={() => take(pierced)}>
          <DrawingSight parts={pierced} />
          Holes
        </button>
        <button type="button" onClick={() => take(parts)}>
          <DrawingSight parts={parts} />
          White parts
        </button>
      </Ways>
      <Button $tone="quiet" onPress={() => take(null)}>
        Leave the drawing
      </Button>
    </div>
  );
}

/** How the reading of a drawing stands, and the choice that it may leave. */
export function DrawingNews({ choice, ...state }: DrawingState) {
  return (
    <>
      {choice && state.share === null ? <WhiteShapes {...choice} /> : null}
      <ReadingNews what="drawing" state={state} />
    </>
  );
}
