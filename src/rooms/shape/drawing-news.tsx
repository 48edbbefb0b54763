'use client';

import { styled } from 'styled-components';
import { Button } from '@/parts/controls';
import { Progress } from '@/parts/progress';
import { Hint, Trouble } from '../layout/panes';
import { DrawingSight } from './drawing-sight';
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

/** How the reading of a drawing stands: how far it is, with a stop, or what came of it. */
export function DrawingNews({ share, trouble, remark, choice, stop }: DrawingState) {
  if (share !== null)
    return (
      <div role="status" style={{ display: 'flex', alignItems: 'center', gap: 8, width: '100%' }}>
        <Progress label="Reading the drawing" share={share} />
        <Button $tone="quiet" onPress={stop}>
          Stop
        </Button>
      </div>
    );
  return (
    <>
      {choice ? <WhiteShapes {...choice} /> : null}
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {remark ? <Hint role="status">{remark}</Hint> : null}
    </>
  );
}
