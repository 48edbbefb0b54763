import { MAX_BODIES } from '../../fall/fall-settings';
import { textHash } from '../../motion/random';
import { ringsInCell, type HalfPlane } from '../../outline/cells';
import type { Bounds } from '../../outline/ring';
import { overlappingGroups } from '../../outline/overlap';
import type { Mark } from '../../production/mark';
import { buildSolid, SolidError } from '../../solid/bevelled-solid';
import { cutTree, facePoints, shatterSolid, type CutTree, type SolidShard } from '../../solid/shatter';
import type { Mat4 } from '../../space/matrix';
import { boxMiddle, type Box, type Vec3 } from '../../space/vector';
import type { PlacedSolid } from './mark-solids';
import { placedBox } from './placed-box';
import type { Swept } from './shell-orders';
import { shatterKey } from './solids-key';
import { standingSurface } from './standing-solid';

/** Points by which a mark is parted into pieces, for each of those. */
const POINTS_A_PIECE = 48;

/** A solid that is cut, and what it was swept from where it was. */
export interface Whole {
  placed: PlacedSolid;
  swept: Swept | undefined;
}

/** Equal for what is cut alike. */
const cutKey = (mark: Mark, wholes: readonly Whole[]): string =>
  `shard ${textHash(`${shatterKey(mark)}${wholes.map(({ placed: { key, pose } }) => `${key}${pose.join()}`).join()}`)}`;

/** Half planes in which each cell lies, by its way through the lines. */
function cellsOf(tree: CutTree | null, cell = '', halves: readonly HalfPlane[] = []): { cell: string; halves: readonly HalfPlane[] }[] {
  if (!tree) return [{ cell, halves }];
  const { normal, offset } = tree;
  const other: HalfPlane = { normal: [-normal[0], -normal[1]], offset: -offset };
  return [...cellsOf(tree.front, `${cell}1`, [...halves, { normal, offset }]), ...cellsOf(tree.back, `${cell}0`, [...halves, other])];
}

/** A half plane of the mark in the frame of what stands in it, unturned. */
const shifted = ({ normal, offset }: HalfPlane, pose: Mat4): HalfPlane => ({
  normal,
  offset: offset - normal[0] * (pose[12] as number) - normal[1] * (pose[13] as number),
});

const isUnturned = (pose: Mat4): boolean => pose[0] === 1 && pose[5] === 1 && pose[10] === 1;

/** Pieces swept from pieces of an outline, each with bevels all round; null where that is not to be had. */
function bevelledShards({ rings, shape }: Swept, pose: Mat4, tree: CutTree | null, scale: number): SolidShard[] | null {
  if (!isUnturned(pose)) return null;
  try {
    return cellsOf(tree).flatMap(({ cell, halves }) => {
      const own = halves.map((half) => shifted(half, pose));
      return ringsInCell(rings, own, scale).map((inside): SolidShard => ({ cell, mesh: buildSolid(inside, shape, scale) }));
    });
  } catch (error) {
    if (!(error instanceof SolidError)) throw error;
    return null;
  }
}

/** How far a piece reaches across and up in its mark. */
function flatBounds(placed: PlacedSolid): Bounds {
  const { min, max } = placedBox([placed]) as Box;
  return { x0: min[0], x1: max[0], y0: min[1], y1: max[1] };
}

/** Numbers of the bodies that pieces belong to: what of one cell lies one behind the other, in whatever shell, is one body. */
function bodiesOf(shards: readonly { cell: string; placed: PlacedSolid }[]): number[] {
  const numbers = new Array<number>(shards.length).fill(0);
  const byCell = new Map<string, number[]>();
  shards.forEach(({ cell }, i) => byCell.set(cell, [...(byCell.get(cell) ?? []), i]));
  let bodies = 0;
  let cellsLeft = byCell.size;
  for (const members of byCell.values()) {
    cellsLeft--;
    const boxes = members.map((i) => flatBounds((shards[i] as (typeof shards)[number]).placed));
    const groups = overlappingGroups(boxes);
    // Where there would be too many, a cell is one body whether it hangs together or not.
    const isRoom = bodies + groups.length + cellsLeft <= MAX_BODIES;
    for (const group of isRoom ? groups : [members.map((_, k) => k)]) {
      for (const k of group) numbers[members[k] as number] = bodies;
      bodies++;
    }
  }
  return numbers;
}

/** Cuts the solids of a mark into the pieces that it falls into, solid by solid. */
export function* shardSteps(mark: Mark, wholes: readonly Whole[], scale: number): Generator<number, PlacedSolid[], void> {
  const { pieces, cut, cutSeed } = mark.fall.settings;
  const key = cutKey(mark, wholes);
  const tree = cutTree(
    facePoints(
      wholes.map(({ placed }) => placed),
      pieces * POINTS_A_PIECE,
      cutSeed,
    ),
    pieces,
    cutSeed,
  );
  const rest = { inflate: mark.channels.inflate.rest, shells: [], parts: null, line: null };
  const shards: { cell: string; placed: PlacedSolid }[] = [];
  for (const [i, { placed, swept }] of wholes.entries()) {
    const made =
      (cut === 'bevelled' && swept ? bevelledShards(swept, placed.pose, tree, scale) : null) ??
      shatterSolid({ ...placed.mesh, ...standingSurface(placed, rest) }, placed.pose, tree, scale);
    for (const { cell, mesh } of made) {
      shards.push({ cell, placed: { ...placed, key: `${key} ${shards.length}`, mesh, built: null, when: 'always' } });
    }
    yield i + 1;
  }
  const bodies = bodiesOf(shards);
  return shards.map(({ placed }, i) => ({ ...placed, shard: bodies[i] as number }));
}

/** Middles of the pieces that a mark has been cut into, by their numbers, as they lie at rest. */
export function shardMiddles(pieces: readonly PlacedSolid[]): Vec3[] {
  const byShard: PlacedSolid[][] = [];
  for (const piece of pieces) if (piece.shard !== null) (byShard[piece.shard] ??= []).push(piece);
  return byShard.map((each) => boxMiddle(placedBox(each) as Box));
}
