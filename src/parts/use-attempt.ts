import { useCallback, useState } from 'react';

/** Does things that can fail, one at a time, and says in words when one has. */
export function useAttempt(): { attempt: (work: () => Promise<unknown>) => Promise<void>; trouble: string | null; busy: boolean } {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const attempt = useCallback(async (work: () => Promise<unknown>) => {
    setTrouble(null);
    setBusy(true);
    try {
      await work();
    } catch (error) {
      setTrouble(error instanceof Error ? error.message : 'That did not work.');
    } finally {
      setBusy(false);
    }
  }, []);
  return { attempt, trouble, busy };
}
