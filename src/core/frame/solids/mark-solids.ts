import type { Letter } from '../../outline/text-layout';
import type { SolidMesh } from '../../solid/mesh';
import type { Mat4 } from '../../space/matrix';
import type { MarkExtent } from '../frame-state';

/** A solid standing in its mark. Equal keys share one mesh. */
export interface PlacedSolid {
  key: string;
  mesh: SolidMesh;
  /** Where it stands as it was set; its part may take it on from there. */
  pose: Mat4;
  /** Shell it belongs to, as a position in the mark's list. */
  shell: number;
  /** Depths that it was built between; null for a body, which knows none. */
  built: { from: number; to: number } | null;
  /** What colours it: the place of its run of letters or path among those of the mark; -1 for its shell alone. */
  own: number;
  /** Parts of the mark that it is made of: letters or paths by their places. All that move by themselves move alike. */
  parts: readonly number[];
  /** Letters that become one where they rest are built twice: united, for when all are at rest, and apart, for when any is not. */
  when: 'always' | 'united' | 'apart';
  /** The body of a fall that it is a piece of: then it is there while that is away from rest, in the place of what it was cut from. */
  shard: number | null;
}

export interface MarkSolids {
  pieces: PlacedSolid[];
  /** Extent of all pieces about the mark's origin, at rest; null for a mark with nothing to see. */
  bounds: MarkExtent | null;
  triangles: number;
  /** Characters that no font at hand has. */
  missing: string[];
  /** Pieces that could not be built, in words. */
  faults: string[];
  /** Where the letters of words are set, and where their lines end. */
  letters: Letter[];
  ends: Letter[];
}
