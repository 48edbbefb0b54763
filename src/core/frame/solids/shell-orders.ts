import { fontKey } from '../../outline/font-ref';
import type { StandingRings } from '../../outline/overlap';
import { insideBox, pressApart } from '../../outline/press-apart';
import type { Ring } from '../../outline/ring';
import { seatOf, type Layout, type OutlinePiece } from '../../outline/text-layout';
import type { Mark, Model } from '../../production/mark';
import { depthsOf, type Bevel, type Shell } from '../../production/shell';
import { bodyMesh } from '../../solid/bodies';
import { buildSolid, type BevelShape, type SolidShape } from '../../solid/bevelled-solid';
import type { SolidMesh } from '../../solid/mesh';
import { lineSolid } from '../../solid/line/drawn-line';
import { modelSolid, type ModelShape } from '../../solid/model';
import { offsetOutline } from '../../solid/offset-outline';
import { buildSkin } from '../../solid/skin';
import { IDENTITY } from '../../space/matrix';
import { lineShape } from './line-shape';
import type { PlacedSolid } from './mark-solids';
import { shellPieces } from './shell-outlines';
import { layoutKey, shellKey } from './solids-key';

/** A solid to be built, and where it stands. */
export interface Order extends Omit<PlacedSolid, 'mesh'> {
  build: () => SolidMesh;
  /** The outline that it is swept from in its own frame, and how; left out where it is not. */
  swept?: Swept;
}

export interface Swept {
  rings: readonly Ring[];
  shape: SolidShape;
}

const bevelShape = ({ profile, points, outward, size, height, ridge }: Bevel): BevelShape => ({
  profile,
  points,
  outward,
  width: size / 1000,
  height: height / 1000,
  ridge,
});

/** The shape of a shell's solids. */
function shellShape(shell: Shell): SolidShape {
  return { ...depthsOf(shell), front: bevelShape(shell.front), back: bevelShape(shell.back), wall: shell.wall / 1000 };
}

/** What a piece's key is relative to: the same letter of the same font is the same piece in any text. */
function sourceOf(mark: Mark): string {
  const { body, mirror } = mark;
  if (body.kind !== 'words') return layoutKey(mark);
  return JSON.stringify([fontKey(body.font), body.size, body.runs.map(({ font }) => font && fontKey(font)), mirror]);
}

/** What one shell is made of. */
export function shellOrders(mark: Mark, layout: Layout, index: number, outlinesOf: () => OutlinePiece[]): Order[] {
  const shell = mark.shells[index] as Shell;
  if (mark.body.kind === 'body') {
    const { shape } = mark.body;
    const key = `${layoutKey(mark)}|${shell.offset}`;
    const build = () => bodyMesh(shape, shell.offset / 1000);
    return [{ key, build, pose: IDENTITY, shell: index, built: null, own: -1, parts: [0], when: 'always', shard: null }];
  }
  const { body } = mark;
  if (body.kind === 'line') {
    const key = `${layoutKey(mark)}|${shellKey(shell)}`;
    const build = () => lineSolid(lineShape(body, shell), body.channels.width.rest, depthsOf(shell));
    return [{ key, build, pose: IDENTITY, shell: index, built: null, own: -1, parts: [0], when: 'always', shard: null }];
  }
  const source = sourceOf(mark);
  if (mark.skin.on) return skinOrders(mark, layout, index, source);
  const shape = shellKey(shell);
  return outlinesOf().map((piece) => ({
    ...placeOf(piece, shell, index),
    key: `${source}|${shape}|${piece.key}`,
    build: () => buildSolid(piece.rings, shellShape(shell), layout.scale),
    swept: { rings: piece.rings, shape: shellShape(shell) },
  }));
}

/** What a model is made of: a solid for each of its materials. It is a matter of the first shell alone. */
export function modelOrders(mark: Mark, { size }: Model, index: number, model: ModelShape | null): Order[] {
  if (!model || index > 0) return [];
  const unit = size / model.height;
  return model.parts.map((part, own) => ({
    key: `${layoutKey(mark)}|part ${own}`,
    build: () => modelSolid(part, unit),
    pose: IDENTITY,
    shell: index,
    built: null,
    own,
    parts: [own],
    when: 'always',
    shard: null,
  }));
}

const placeOf = (piece: OutlinePiece, shell: Shell, index: number) => ({
  pose: seatOf(piece),
  shell: index,
  built: depthsOf(shell),
  own: piece.own,
  parts: piece.parts,
  when: 'always' as const,
  shard: null,
});

/** Skins over the outlines of a shell, bulging past them and pressing on one another where they meet. */
function skinOrders(mark: Mark, layout: Layout, index: number, source: string): Order[] {
  const shell = mark.shells[index] as Shell;
  const { spread, lid, box } = mark.skin;
  const pieces = shellPieces(layout, { ...shell, offset: Math.min(0, shell.offset), rim: shell.rim });
  const grown = (Math.max(0, shell.offset) + spread) / 1000;
  const bulged = pieces.map(({ key, rings, x, y, parts }): StandingRings => ({
    id: key,
    rings: grown > 0 ? offsetOutline(rings, grown, 'rounded', layout.scale) : rings,
    x,
    y,
    parts,
  }));
  const flat = pieces.flatMap(({ seat }, i) => (seat ? [] : [i]));
  const boxed = flat.map((i) => {
    const own = bulged[i] as StandingRings;
    return box > 0 ? insideBox(own, (pieces[i] as OutlinePiece).rings, box / 1000, layout.scale) : { ...own, contacts: [] };
  });
  const pressed = pressApart(boxed, layout.scale).map((piece, i) => ({
    ...piece,
    contacts: [...piece.contacts, ...(boxed[i]?.contacts ?? [])],
  }));
  const { from, to } = depthsOf(shell);
  const middle = (from + to) / 2;
  return pieces.flatMap((piece, i): Order[] => {
    const own = pressed[flat.indexOf(i)] ?? { ...(bulged[i] as StandingRings), contacts: [] };
    if (own.rings.length === 0) return [];
    const key = `${source}|skin ${middle} ${lid} ${grown} ${shell.offset} ${shell.join} ${shell.rim}|${own.id}`;
    const build = () => buildSkin(own.rings, { middle, lid: lid / 1000, contacts: own.contacts }, layout.scale);
    return [{ ...placeOf(piece, shell, index), key, build }];
  });
}
