import { useState } from 'react';
import type { DrawingPart } from '@/core/outline/svg/read-svg';
import { useReading, type ReadingState } from '../benches/use-reading';

export interface DrawingState extends ReadingState {
  /** A drawing that can be taken in two ways, as long as nobody has said which. */
  choice: DrawingChoice | null;
}

/** White shapes over others: parts of their own, or holes. */
export interface DrawingChoice {
  parts: DrawingPart[];
  pierced: DrawingPart[];
  /** Takes one of the two; null takes neither. */
  take: (parts: DrawingPart[] | null) => void;
}

/** Reads drawings from files; where one can be taken in two ways, the person chooses. */
export function useDrawing(): { take: (file: File, onRead: (parts: DrawingPart[]) => void) => Promise<void>; state: DrawingState } {
  const [choice, setChoice] = useState<DrawingChoice | null>(null);
  const { take: read, state } = useReading('drawing');
  const take = (file: File, onRead: (parts: DrawingPart[]) => void) => {
    setChoice(null);
    return read(file, ({ parts, unused, notes, pierced }) => {
      const taken = (chosen: DrawingPart[] | null) => {
        setChoice(null);
        if (chosen) onRead(chosen);
      };
      if (pierced) setChoice({ parts, pierced, take: taken });
      else onRead(parts);
      const left = unused.length > 0 ? [`Left out of this drawing: ${unused.join(', ')}.`] : [];
      return [...left, ...notes].join(' ');
    });
  };
  return { take, state: { ...state, choice } };
}
