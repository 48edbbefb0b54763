import { translation } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import { flatten } from './flatten';
import { NO_LETTER, type PartSeat } from './part-seat';
import { pathCommands } from './path-data';
import { boundsMeet, placeRings, ringBounds, type Bounds, type PathCommand, type Ring } from './ring';
import type { Layout, OutlinePiece } from './text-layout';
import { separateTouching } from './separate';
import { cutAway, unite } from './unite';

const EMPTY: Layout = { pieces: [], scale: 1, missing: [], letters: [], ends: [], parts: [], baseline: null };

/** A drawing that a mark is made of: filled paths, Y down as in SVG. */
export interface DrawingPath {
  d: string;
  evenOdd: boolean;
}

/** Extent of filled paths in the drawing's own units, Y down; null where there is nothing. */
export function drawingExtent(paths: readonly DrawingPath[]): Bounds | null {
  return ringBounds(paths.flatMap(({ d }) => flatten(pathCommands(d), { tolerance: 1e-3, maxTurnDeg: 5 })));
}

/** A path as it is set among others. The later ones lie over the earlier ones. */
export interface LayoutPath extends DrawingPath {
  /** Equal for paths that look alike, which become one where they meet; null, or nothing, for the look of the shell. */
  look?: string | null;
  /** It moves by itself, so it becomes one with no other. */
  moves?: boolean;
}

/**
 * Outline pieces of a drawing, scaled to a height in metres and centred. Paths that look alike are united where they overlap; where
 * others lie over them they are cut away, so that no two share a plane. Paths that move by themselves stand alone.
 * @param apart every path stands alone
 */
export function outlineLayout({ paths, size }: { paths: readonly LayoutPath[]; size: number }, apart = false): Layout {
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
  return {
    ...EMPTY,
    pieces: inlaid(centred, paths, size, apart).flatMap(({ rings, ...piece }): OutlinePiece[] => {
      const united = separateTouching(unite(rings, { scale: size }), 2e-5 * size);
      return united.length > 0 ? [{ ...piece, rings: united, x: 0, y: 0 }] : [];
    }),
    parts: centred.map((rings, own) => seatOfPath(rings, own)),
    scale: size,
  };
}

type Piece = Pick<OutlinePiece, 'key' | 'rings' | 'own' | 'parts' | 'together'>;

function seatOfPath(rings: readonly Ring[], own: number): PartSeat {
  const box = ringBounds(rings);
  const middle: Vec3 = box ? [(box.x0 + box.x1) / 2, (box.y0 + box.y1) / 2, 0] : [0, 0, 0];
  return { middle, own, home: translation(...middle), ...NO_LETTER };
}

/**
 * Pieces of some paths, one for each look and for each path that moves: laid into one another as they lie over one another. What moves
 * leaves its place empty; whole below it, the two would share a plane where it rests.
 */
function inlaid(centred: readonly Ring[][], paths: readonly LayoutPath[], scale: number, apart: boolean): Piece[] {
  const groups = new Map<string, { rings: Ring[]; parts: number[] }>();
  paths.forEach(({ look, moves }, i) => {
    const rings = centred[i] as Ring[];
    const box = ringBounds(rings);
    const name = apart || moves ? `path ${i}` : (look ?? '');
    for (const [other, under] of groups) {
      const below = ringBounds(under.rings);
      if (other === name || !box || !below || !boundsMeet(box, below)) continue;
      under.rings = cutAway(unite(under.rings, { scale }), rings, { scale });
    }
    const own = groups.get(name) ?? { rings: [], parts: [] };
    groups.set(name, own);
    own.rings = [...own.rings, ...rings];
    own.parts.push(i);
  });
  return [...groups].map(([name, { rings, parts }]) => ({
    key: groups.size === 1 ? 'drawing' : `paths ${parts.join()}`,
    rings,
    own: parts.find((i) => paths[i]?.look) ?? -1,
    parts,
    together: name,
  }));
}
