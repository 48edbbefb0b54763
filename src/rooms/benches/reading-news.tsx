'use client';

import { Button, Hint, Trouble } from '@/parts/controls';
import { Progress } from '@/parts/progress';
import type { ReadingState } from './use-reading';

/** How the reading of a file stands: how far it is, with a stop, or what came of it. */
export function ReadingNews({ what, state: { share, trouble, remark, stop } }: { what: string; state: ReadingState }) {
  if (share !== null)
    return (
      <div role="status" style={{ display: 'flex', alignItems: 'center', gap: 8, width: '100%' }}>
        <Progress label={`Reading the ${what}`} share={share} />
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
