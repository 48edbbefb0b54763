import type { Mark, Shell } from '../production/mark';
import { outlineLayout } from '../outline/drawing';
import { setText, type Layout } from '../outline/text-layout';
import type { Typeface } from '../outline/typeface';
import type { Box } from '../space/vector';
import { buildSolid, SolidError, type BevelShape, type SolidShape } from '../solid/bevelled-solid';
import type { SolidMesh } from '../solid/mesh';

/** A solid standing at a place in its mark. Equal keys share one mesh. */
export interface PlacedSolid {
  key: string;
  mesh: SolidMesh;
  x: number;
  y: number;
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
  return JSON.stringify([mark.body, mark.shells.map(({ depth, front, back }) => [depth, front, back])]);
}

const bevelShape = ({ kind, size }: Shell['front']): BevelShape => ({ kind, width: size / 1000, height: size / 1000 });

/** The shape of a shell: its depth about the middle, so that turns are about the middle of the depth. */
export function shellShape(shell: Shell): SolidShape {
  return { from: -shell.depth / 2, to: shell.depth / 2, front: bevelShape(shell.front), back: bevelShape(shell.back) };
}

function layoutOf(mark: Mark, faces: readonly Typeface[]): Layout {
  return mark.body.kind === 'words' ? setText(mark.body, faces) : outlineLayout(mark.body);
}

/**
 * Builds all solids of a mark. A piece that cannot be built is left out and named; the rest stands.
 * @param faces the mark's font and its stand-ins; not used for outlines
 * @param onPiece called after each piece with the number done and the number of all, for progress
 * @param cancelled asked between pieces; true ends the work early
 */
export function buildMark(
  mark: Mark,
  faces: readonly Typeface[],
  onPiece?: (done: number, of: number) => void,
  cancelled?: () => boolean,
): MarkSolids {
  const layout = layoutOf(mark, faces);
  const shape = shellShape(mark.shells[0] as Shell);
  const built = new Map<string, SolidMesh | null>();
  const pieces: PlacedSolid[] = [];
  const faults = new Set<string>();
  layout.pieces.forEach(({ key, rings, x, y }, i) => {
    if (cancelled?.()) return;
    if (!built.has(key)) {
      try {
        built.set(key, buildSolid(rings, shape, layout.scale));
      } catch (error) {
        if (!(error instanceof SolidError)) throw error;
        built.set(key, null);
        faults.add(error.message);
      }
    }
    const mesh = built.get(key);
    if (mesh) pieces.push({ key, mesh, x, y });
    onPiece?.(i + 1, layout.pieces.length);
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
