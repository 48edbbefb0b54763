import { useEffect, useRef, useState } from 'react';
import { DrawingError } from '@/core/outline/path-data';
import type { DrawingPart } from '@/core/outline/svg/read-svg';
import { readDrawing } from '@/parts/drawing-client';

export interface DrawingState {
  /** Share of the reading that is done, from 0 to 1; null while nothing is read. */
  share: number | null;
  trouble: string | null;
  remark: string | null;
  /** A drawing that can be taken in two ways, as long as nobody has said which. */
  choice: DrawingChoice | null;
  stop: () => void;
}

/** White shapes over others: parts of their own, or holes. */
export interface DrawingChoice {
  parts: DrawingPart[];
  pierced: DrawingPart[];
  /** Takes one of the two; null takes neither. */
  take: (parts: DrawingPart[] | null) => void;
}

/** Reads drawings from files; says how far it is, what was wrong with one, or what of it was left out. */
export function useDrawing(): { take: (file: File, onRead: (parts: DrawingPart[]) => void) => Promise<void>; state: DrawingState } {
  const [share, setShare] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [remark, setRemark] = useState<string | null>(null);
  const [choice, setChoice] = useState<DrawingChoice | null>(null);
  const reading = useRef<AbortController | null>(null);
  const stop = () => reading.current?.abort();
  useEffect(() => () => reading.current?.abort(), []);
  const take = async (file: File, onRead: (parts: DrawingPart[]) => void) => {
    stop();
    const own = new AbortController();
    reading.current = own;
    setTrouble(null);
    setRemark(null);
    setChoice(null);
    setShare(0);
    try {
      const { parts, unused, notes, pierced } = await readDrawing(file, setShare, own.signal);
      const taken = (chosen: DrawingPart[] | null) => {
        setChoice(null);
        if (chosen) onRead(chosen);
      };
      if (pierced) setChoice({ parts, pierced, take: taken });
      else onRead(parts);
      const left = unused.length > 0 ? [`Left out of this drawing: ${unused.join(', ')}.`] : [];
      setRemark([...left, ...notes].join(' ') || null);
    } catch (error) {
      if (!own.signal.aborted) setTrouble(error instanceof DrawingError ? error.message : 'This file could not be read.');
    } finally {
      if (reading.current === own) setShare(null);
    }
  };
  return { take, state: { share, trouble, remark, choice, stop } };
}
