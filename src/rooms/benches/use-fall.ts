import { useEffect, useRef, useState } from 'react';
import { keepSolved } from '@/core/production/edits/fall-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import { solveInWorker, SolvingError } from '@/parts/fall-client';
import { useTrouble } from '../workspace/use-trouble';
import { useEdit, useWorkspace } from '../workspace/workspace';

/** Solves the fall of a mark: how far it is, what was wrong, and a stop. */
export function useFall(markId: string) {
  const { picture, documents } = useWorkspace();
  const edit = useEdit();
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useTrouble();
  const solving = useRef<AbortController | null>(null);
  useEffect(() => () => solving.current?.abort(), []);
  const solve = async () => {
    const own = new AbortController();
    solving.current?.abort();
    solving.current = own;
    setTrouble(null);
    setShare(0);
    try {
      const asked = await picture?.fallOrder(markId);
      if (own.signal.aborted) return;
      if (!asked?.order) throw new SolvingError('There is nothing here that could fall yet.');
      const motion = await solveInWorker(asked.order, setShare, own.signal);
      edit((draft) => changeMark(draft, markId, (found) => keepSolved(documents.store.getState().production, found, asked.from, motion)));
    } catch (error) {
      if (!own.signal.aborted) setTrouble(error instanceof SolvingError ? error.message : 'This fall could not be solved.');
    } finally {
      if (solving.current === own) setShare(null);
    }
  };
  return { solve, stop: () => solving.current?.abort(), share, trouble };
}
