import { flatten } from './flatten';
import { pathCommands } from './path-data';
import { placeRings, ringBounds, type PathCommand, type Ring } from './ring';
import type { Layout, OutlinePiece } from './text-layout';
import { separateTouching } from './separate';
import { unite } from './unite';

const EMPTY: Layout = { pieces: [], scale: 1, missing: [], letters: [], ends: [], baseline: null };

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
 * Outline pieces of a drawing, scaled to a height in metres and centred. Its paths are united where they overlap, to one piece of the
 * whole drawing, or stand apart, a piece each.
 */
export function outlineLayout({ paths, size }: { paths: readonly DrawingPath[]; size: number }, apart = false): Layout {
  const drawn = paths.map(({ d, evenOdd }) => ({ commands: pathCommands(d), evenOdd }));
  const rough = drawn.flatMap(({ commands }) => flatten(commands, { tolerance: 1e9, maxTurnDeg: 90 }));
  const bounds = ringBounds(rough);
  if (!bounds || bounds.y1 === bounds.y0) return { ...EMPTY, scale: size };
  const drawnHeight = bounds.y1 - bounds.y0;
  const unit = size / drawnHeight;
  // Each path by its own fill rule first, then all together.
  const filled = drawn.map(({ commands, evenOdd }) => {
    const upright = commands.map(({ kind, points }) => ({ kind, points: points.map((v, i) => (i % 2 === 1 ? -v : v)) }) as PathCommand);
    return unite(flatten(upright, { tolerance: drawnHeight * 2e-4 }), { scale: drawnHeight, evenOdd });
  });
  const exact = ringBounds(filled.flat());
  if (!exact) return { ...EMPTY, scale: size };
  const [dx, dy] = [(-unit * (exact.x0 + exact.x1)) / 2, (-unit * (exact.y0 + exact.y1)) / 2];
  const centred = filled.map((path) => placeRings(path, unit, dx, dy));
  const pieceOf = (key: string, rings: Ring[], parts: readonly number[]): OutlinePiece[] => {
    const united = separateTouching(unite(rings, { scale: size }), 2e-5 * size);
    return united.length > 0 ? [{ key, rings: united, x: 0, y: 0, run: -1, parts, together: apart ? key : '' }] : [];
  };
  const all = centred.map((_, i) => i);
  return {
    ...EMPTY,
    pieces: apart ? all.flatMap((i) => pieceOf(`path ${i}`, centred[i] as Ring[], [i])) : pieceOf('drawing', centred.flat(), all),
    scale: size,
  };
}
