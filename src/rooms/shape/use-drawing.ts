import { useEffect, useRef, useState } from 'react';
import { DrawingError } from '@/core/outline/path-data';
import type { DrawingPart } from '@/core/outline/svg/read-svg';
import { readDrawing } from '@/parts/drawing-client';

export interface DrawingState {
  /** Share of the reading that is done, from 0 to 1; null while nothing is read. */
  share: number | null;
  trouble: string | null;
  remark: string | null;
  stop: () => void;
}

/** Reads drawings from files; says how far it is, what was wrong with one, or what of it was left out. */
export function useDrawing(): { take: (file: File, onRead: (parts: DrawingPart[]) => void) => Promise<void>; state: DrawingState } {
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [remark, setRemark] = useState<string | null>(null);
  const reading = useRef<AbortController | null>(null);
  const stop = () => reading.current?.abort();
  useEffect(() => () => reading.current?.abort(), []);
  const take = async (file: File, onRead: (parts: DrawingPart[]) => void) => {
    stop();
    const own = new AbortController();
    reading.current = own;
    setTrouble(null);
    setRemark(null);
    setShare(0);
    try {
      const { parts, unused, notes } = await readDrawing(file, setShare, own.signal);
      onRead(parts);
      const left = unused.length > 0 ? [`Left out of this drawing: ${unused.join(', ')}.`] : [];
      setRemark([...left, ...notes].join(' ') || null);
    } catch (error) {
      if (!own.signal.aborted) setTrouble(error instanceof DrawingError ? error.message : 'This file could not be read.');
    } finally {
      if (reading.current === own) setShare(null);
    }
  };
  return { take, state: { share, trouble, remark, stop } };
}
