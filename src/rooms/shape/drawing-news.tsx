'use client';

import { Button } from '@/parts/controls';
import { Progress } from '@/parts/progress';
import { Hint, Trouble } from '../layout/panes';
import type { DrawingState } from './use-drawing';

/** How the reading of a drawing stands: how far it is, with a stop, or what came of it. */
export function DrawingNews({ share, trouble, remark, stop }: DrawingState) {
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
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {remark ? <Hint role="status">{remark}</Hint> : null}
    </>
  );
}
