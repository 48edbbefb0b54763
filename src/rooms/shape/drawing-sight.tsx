'use client';

import { drawingExtent, type DrawingPath } from '@/core/outline/drawing';

/** A small picture of a drawing, as it is painted. */
export function DrawingSight({ parts, size = 84 }: { parts: readonly (DrawingPath & { colour?: string | undefined })[]; size?: number }) {
  const box = drawingExtent(parts);
  if (!box) return null;
  const [w, h] = [box.x1 - box.x0, box.y1 - box.y0];
  const margin = 0.06 * Math.max(w, h);
  return (
    <svg
      viewBox={`${box.x0 - margin} ${box.y0 - margin} ${w + 2 * margin} ${h + 2 * margin}`}
      width={size}
      height={size * 0.75}
      style={{ background: '#8a8a8a', borderRadius: 2 }}
      aria-hidden
    >
      {parts.map(({ d, evenOdd, colour = '#000' }, i) => (
        <path key={i} d={d} fill={colour} fillRule={evenOdd ? 'evenodd' : 'nonzero'} />
      ))}
    </svg>
  );
}
