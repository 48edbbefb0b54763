import { useCallback, useState } from 'react';
import type { Production } from '@/core/production/production';
import { useProduction, useWorkspace } from './workspace';

/** What went wrong, in words, until the next act succeeds: whatever changes the production has gone on from there. */
export function useTrouble(): [trouble: string | null, say: (trouble: string | null) => void] {
  const { documents } = useWorkspace();
  const production = useProduction((p) => p);
  const [said, setSaid] = useState<{ trouble: string; of: Production } | null>(null);
  const say = useCallback(
    (trouble: string | null) => setSaid(trouble === null ? null : { trouble, of: documents.store.getState().production }),
    [documents],
  );
  return [said && said.of === production ? said.trouble : null, say];
}
