import { product, transformPoint, type Mat4 } from '../space/matrix';
import type { Ring } from './ring';
import type { Layout, Letter } from './text-layout';

export type Mirror = 'none' | 'across' | 'up';

const MIRRORS: Record<Exclude<Mirror, 'none'>, Mat4> = {
  across: [-1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1],
  up: [1, 0, 0, 0, 0, -1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1],
};

/** Rings as a mirror shows them, run the other way so that the inside stays on the left. */
function mirroredRings(rings: readonly Ring[], sx: number, sy: number): Ring[] {
  return rings.map((ring) =>
    [...ring].reverse().map((v) => ({
      x: v.x * sx,
      y: v.y * sy,
      arriveX: -v.leaveX * sx,
      arriveY: -v.leaveY * sy,
      leaveX: -v.arriveX * sx,
      leaveY: -v.arriveY * sy,
    })),
  );
}

/** A layout as a mirror through the origin shows it. */
export function mirrored(layout: Layout, mirror: Mirror): Layout {
  if (mirror === 'none') return layout;
  const glass = MIRRORS[mirror];
  const [sx, sy] = [glass[0] as number, glass[5] as number];
  const seen = (letter: Letter): Letter => ({ ...letter, pose: product(glass, letter.pose), home: product(glass, letter.home) });
  return {
    ...layout,
    pieces: layout.pieces.map((piece) => ({
      ...piece,
      rings: mirroredRings(piece.rings, sx, sy),
      x: piece.x * sx,
      y: piece.y * sy,
      seat: piece.seat && product(glass, piece.seat, glass),
    })),
    letters: layout.letters.map(seen),
    ends: layout.ends.map(seen),
    parts: layout.parts.map((part) => ({ ...part, middle: transformPoint(glass, part.middle), home: product(glass, part.home) })),
  };
}
