import { useState } from 'react';
import { DrawingError } from '@/core/outline/path-data';
import { MAX_SVG_BYTES, readSvg, type DrawingPart } from '@/core/outline/svg/read-svg';

/** Reads drawings from files; says what was wrong with one, or what of it was left out. */
export function useDrawing(): {
  take: (file: File, onRead: (parts: DrawingPart[]) => void) => Promise<void>;
  trouble: string | null;
  remark: string | null;
} {
  const [trouble, setTrouble] = useState<string | null>(null);
  const [remark, setRemark] = useState<string | null>(null);
  const take = async (file: File, onRead: (parts: DrawingPart[]) => void) => {
    setTrouble(null);
    setRemark(null);
    try {
      if (file.size > MAX_SVG_BYTES) throw new DrawingError(`“${file.name}” is larger than ${MAX_SVG_BYTES / 1e6} MB.`);
      const { parts, unused, notes } = readSvg(await file.text());
      onRead(parts);
      const left = unused.length > 0 ? [`Left out of this drawing: ${unused.join(', ')}.`] : [];
      setRemark([...left, ...notes].join(' ') || null);
    } catch (error) {
      setTrouble(error instanceof DrawingError ? error.message : 'This file could not be read.');
    }
  };
  return { take, trouble, remark };
}
