import { flatten } from './flatten';
import { pathCommands } from './path-data';
import { placeRings, ringBounds, type PathCommand } from './ring';
import type { Layout } from './text-layout';
import { separateTouching, unite } from './unite';

const EMPTY: Layout = { pieces: [], scale: 1, missing: [], letters: [], baseline: null };

/** A drawing that a mark is made of: filled paths, Y down as in SVG. */
export interface DrawingPath {
  d: string;
  evenOdd: boolean;
}

/** Extent of filled paths in the drawing's own units, Y down; null where there is nothing. */
export function drawingExtent(paths: readonly DrawingPath[]): { x0: number; y0: number; x1: number; y1: number } | null {
  return ringBounds(paths.flatMap(({ d }) => flatten(pathCommands(d), { tolerance: 1e-3, maxTurnDeg: 5 })));
}

/**
 * Outline pieces of a drawing, scaled to a height in metres and centred. Its paths are united where they overlap;
 * each separate body with its holes is one piece of the whole drawing.
 */
export function outlineLayout({ paths, size }: { paths: readonly DrawingPath[]; size: number }): Layout {
  const drawn = paths.map(({ d, evenOdd }) => ({ commands: pathCommands(d), evenOdd }));
  const rough = drawn.flatMap(({ commands }) => flatten(commands, { tolerance: 1e9, maxTurnDeg: 90 }));
  const bounds = ringBounds(rough);
  if (!bounds || bounds.y1 === bounds.y0) return { ...EMPTY, scale: size };
  const drawnHeight = bounds.y1 - bounds.y0;
  const unit = size / drawnHeight;
  // Each path by its own fill rule first, then all together.
  const filled = drawn.flatMap(({ commands, evenOdd }) => {
    const upright = commands.map(({ kind, points }) => ({ kind, points: points.map((v, i) => (i % 2 === 1 ? -v : v)) }) as PathCommand);
    return unite(flatten(upright, { tolerance: drawnHeight * 2e-4 }), { scale: drawnHeight, evenOdd });
  });
  const exact = ringBounds(filled);
  if (!exact) return { ...EMPTY, scale: size };
  const centred = placeRings(filled, unit, (-unit * (exact.x0 + exact.x1)) / 2, (-unit * (exact.y0 + exact.y1)) / 2);
  const rings = separateTouching(unite(centred, { scale: size }), 2e-5 * size);
  return { ...EMPTY, pieces: rings.length > 0 ? [{ key: 'drawing', rings, x: 0, y: 0, dress: -1 }] : [], scale: size };
}
