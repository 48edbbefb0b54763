import { useEffect, useRef, useState } from 'react';
import { ApiError } from '@/parts/api';
import { readFile, ReadingError } from '@/parts/reading-client';
import type { ReadKind, ReadOf } from '@/workers/reading-messages';
import { useTrouble } from '../workspace/use-trouble';

export interface ReadingState {
  /** Share of the reading that is done, from 0 to 1; null while nothing is read. */
  share: number | null;
  trouble: string | null;
  remark: string | null;
  stop: () => void;
}

/** Takes what was read; what it returns is said of the file. */
type Taken<K extends ReadKind> = (read: ReadOf[K]) => Promise<string | null> | string | null;

/** Reads files of a kind; says how far it is, what was wrong with one, or what is to be known of it. */
export function useReading<K extends ReadKind>(
  kind: K,
): { take: (file: File | readonly File[], onRead: Taken<K>) => Promise<void>; state: ReadingState } {
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useTrouble();
  const [remark, setRemark] = useState<string | null>(null);
  const reading = useRef<AbortController | null>(null);
  const stop = () => reading.current?.abort();
  useEffect(() => () => reading.current?.abort(), []);
  const take = async (given: File | readonly File[], onRead: Taken<K>) => {
    const files = given instanceof File ? [given] : given;
    stop();
    const own = new AbortController();
    reading.current = own;
    setTrouble(null);
    setRemark(null);
    setShare(0);
    try {
      const read = await readFile(kind, files, setShare, own.signal);
      setRemark((await onRead(read)) || null);
    } catch (error) {
      const isPlain = error instanceof ReadingError || error instanceof ApiError;
      if (!own.signal.aborted) setTrouble(isPlain ? error.message : 'This file could not be taken in.');
    } finally {
      if (reading.current === own) setShare(null);
    }
  };
  return { take, state: { share, trouble, remark, stop } };
}
