import type { Bevel, Mark, Shell } from '../production/mark';
import { outlineLayout } from '../outline/drawing';
import { formPath } from '../outline/forms';
import { uniteOverlapping } from '../outline/overlap';
import type { Ring } from '../outline/ring';
import { setText, type Layout, type OutlinePiece } from '../outline/text-layout';
import type { Typeface } from '../outline/typeface';
import type { Box } from '../space/vector';
import { buildSolid, SolidError, type BevelShape, type SolidShape } from '../solid/bevelled-solid';
import type { SolidMesh } from '../solid/mesh';
import { offsetOutline, reversed } from '../solid/offset-outline';
import { WavefrontError } from '../solid/triangulate';

/** A solid standing at a place in its mark. Equal keys share one mesh. */
export interface PlacedSolid {
  key: string;
  mesh: SolidMesh;
  x: number;
  y: number;
  /** Shell it belongs to, as a position in the mark's list. */
  shell: number;
}

export interface MarkSolids {
  pieces: PlacedSolid[];
  /** Extent of all pieces about the mark's origin; null for a mark with nothing to see. */
  bounds: Box | null;
  triangles: number;
  /** Characters that no font at hand has. */
  missing: string[];
  /** Pieces that could not be built, in words. */
  faults: string[];
}

/** What the solids of a mark depend on, as text: equal texts give equal solids. */
export function solidsKey(mark: Mark): string {
  return JSON.stringify([mark.body, mark.shells.map(({ shown, ...shell }) => [shown, geometryOf(shell)])]);
}

/** The part of a shell that its solids depend on. */
function geometryOf({ offset, join, from, to, front, back, rim }: Omit<Shell, 'shown'>) {
  return { offset, join, from, to, front, back, rim };
}

const bevelShape = ({ profile, size, height, ridge }: Bevel): BevelShape => ({ profile, width: size / 1000, height: height / 1000, ridge });

/** The shape of a shell's solids. */
export function shellShape({ from, to, front, back }: Shell): SolidShape {
  return { from, to, front: bevelShape(front), back: bevelShape(back) };
}

/** What a piece's key is relative to: the same letter of the same font is the same piece in any text. */
const sourceOf = ({ body }: Mark): string => JSON.stringify(body.kind === 'words' ? [body.font, body.size] : body);

function layoutOf(mark: Mark, faces: readonly Typeface[]): Layout {
  const { body } = mark;
  if (body.kind === 'words') return setText(body, faces);
  return outlineLayout(body.kind === 'form' ? { paths: [{ d: formPath(body.shape), evenOdd: true }], size: body.size } : body);
}

/** Outlines of one shell: the mark's own, offset, with only a rim left where that is asked for. */
function shellPieces({ pieces, scale }: Layout, { offset, join, rim }: Shell): OutlinePiece[] {
  if (offset === 0 && rim === 0) return pieces;
  const made = new Map<string, Ring[]>();
  const standing = pieces.map(({ key, rings, x, y }) => {
    let shaped = made.get(key);
    if (!shaped) {
      shaped = offsetOutline(rings, offset / 1000, join, scale);
      if (rim > 0) shaped = [...shaped, ...reversed(offsetOutline(shaped, -rim / 1000, 'mitred', scale))];
      made.set(key, shaped);
    }
    return { id: key, rings: shaped, x, y };
  });
  // Outlines that have grown may have met: they become one, so that no letter runs through its neighbour.
  return offset > 0 ? uniteOverlapping(standing, scale) : standing.filter(({ rings }) => rings.length > 0).map(({ id, ...piece }) => ({ key: id, ...piece }));
}

interface Keep<T> {
  get(key: string): T | undefined;
  set(key: string, value: T): unknown;
}

/** What was built before, by what it depends on: a change of one shell builds that shell only. */
export interface BuildCache {
  layouts: Keep<Layout>;
  outlines: Keep<OutlinePiece[]>;
  meshes: Keep<SolidMesh>;
}

function kept<T>(keep: Keep<T> | undefined, key: string, make: () => T): T {
  let value = keep?.get(key);
  if (value === undefined) {
    value = make();
    keep?.set(key, value);
  }
  return value;
}

export interface BuildOptions {
  cache?: BuildCache;
  /** Called after each piece with the number done and the number of all, for progress. */
  onPiece?: (done: number, of: number) => void;
}

/**
 * Builds all solids of a mark. A piece that cannot be built is left out and named; the rest stands.
 * @param faces the mark's font and its stand-ins; not used for outlines
 */
export function buildMark(mark: Mark, faces: readonly Typeface[], { cache, onPiece }: BuildOptions = {}): MarkSolids {
  const body = JSON.stringify(mark.body);
  const layout = kept(cache?.layouts, body, () => layoutOf(mark, faces));
  const source = sourceOf(mark);
  const faults = new Set<string>();
  const orders = mark.shells.flatMap((shell, index) => {
    if (!shell.shown) return [];
    try {
      const outlines = kept(cache?.outlines, JSON.stringify([body, shell.offset, shell.join, shell.rim]), () => shellPieces(layout, shell));
      return outlines.map((piece) => ({ piece, shell, index, shape: JSON.stringify(geometryOf(shell)) }));
    } catch (error) {
      if (!(error instanceof WavefrontError)) throw error;
      faults.add(`The outline of shell “${shell.name}” could not be offset.`);
      return [];
    }
  });
  const built = new Map<string, SolidMesh | null>();
  const pieces: PlacedSolid[] = [];
  orders.forEach(({ piece: { key, rings, x, y }, shell, index, shape }, i) => {
    const id = `${source}|${shape}|${key}`;
    if (!built.has(id)) {
      try {
        built.set(id, kept(cache?.meshes, id, () => buildSolid(rings, shellShape(shell), layout.scale)));
      } catch (error) {
        if (!(error instanceof SolidError)) throw error;
        faults.add(error.message);
        built.set(id, null);
      }
    }
    const mesh = built.get(id);
    if (mesh) pieces.push({ key: id, mesh, x, y, shell: index });
    onPiece?.(i + 1, orders.length);
  });
  return {
    pieces,
    bounds: boundsOf(pieces),
    triangles: pieces.reduce((sum, piece) => sum + piece.mesh.indices.length / 3, 0),
    missing: layout.missing,
    faults: [...faults],
  };
}

function boundsOf(pieces: readonly PlacedSolid[]): Box | null {
  const min = [Infinity, Infinity, Infinity];
  const max = [-Infinity, -Infinity, -Infinity];
  for (const { mesh, x, y } of pieces) {
    const shift = [x, y, 0];
    for (let i = 0; i < mesh.positions.length; i++) {
      const value = (mesh.positions[i] as number) + (shift[i % 3] as number);
      if (value < (min[i % 3] as number)) min[i % 3] = value;
      if (value > (max[i % 3] as number)) max[i % 3] = value;
    }
  }
  return min[0] === Infinity ? null : { min: min as [number, number, number], max: max as [number, number, number] };
}
