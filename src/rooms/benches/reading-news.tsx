'use client';

import { Hint, Trouble } from '@/parts/controls';
import { Working } from '@/parts/working';
import type { ReadingState } from './use-reading';

/** How the reading of a file stands: how far it is, with a stop, or what came of it. */
export function ReadingNews({ what, state: { share, trouble, remark, stop } }: { what: string; state: ReadingState }) {
  if (share !== null) return <Working label={`Reading the ${what}`} share={share} onStop={stop} />;
  return (
    <>
      {trouble ? <Trouble>{trouble}</Trouble> : null}
      {remark ? <Hint role="status">{remark}</Hint> : null}
    </>
  );
}
