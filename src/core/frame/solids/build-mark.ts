import { partPose, type PartSeat } from '../../outline/part-seat';
import type { Layout, OutlinePiece } from '../../outline/text-layout';
import type { Typeface } from '../../outline/typeface';
import { isBuiltApart, type Mark } from '../../production/mark';
import { ownParts } from '../../production/own-parts';
import { isEverShown } from '../../production/shell';
import { SolidError } from '../../solid/bevelled-solid';
import type { SolidMesh } from '../../solid/mesh';
import type { ModelShape } from '../../solid/model';
import { WavefrontError } from '../../solid/triangulate';
import { multiply, transformPoint, type Mat4 } from '../../space/matrix';
import type { MarkExtent } from '../frame-state';
import { placeAtRest } from '../part-places';
import type { MarkSolids, PlacedSolid } from './mark-solids';
import { modelOrders, shellOrders, type Order } from './shell-orders';
import { placedBox } from './placed-box';
import { layoutOf, outwardReach, shellPieces, type RunFaces } from './shell-outlines';
import { shardMiddles, shardSteps, type Whole } from './shards';
import { layoutKey } from './solids-key';

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
  runFaces?: RunFaces;
  /**
   * Every letter, or path of a drawing, by itself: something moves them one by one. Where they would overlap they run through one
   * another.
   */
  apart?: boolean;
  /** What was read from the file of a model. */
  model?: ModelShape | null;
}

/** How far a mark is built. */
export interface BuildProgress {
  done: number;
  of: number;
}

/**
 * Builds all solids of a mark. A piece that cannot be built is left out and named; the rest stands.
 * @param faces the mark's font and its stand-ins; not used for outlines
 */
export function buildMark(mark: Mark, faces: readonly Typeface[], options: BuildOptions = {}): MarkSolids {
  const steps = buildSteps(mark, faces, options);
  for (;;) {
    const step = steps.next();
    if (step.done) return step.value;
  }
}

/** The same, piece by piece: whoever builds can say how far it is, and stop. */
export function* buildSteps(
  mark: Mark,
  faces: readonly Typeface[],
  { cache, runFaces = () => [], apart = false, model = null }: BuildOptions = {},
): Generator<BuildProgress, MarkSolids, void> {
  const layoutFor = (alone: boolean) =>
    kept(cache?.layouts, `${layoutKey(mark)}|${alone}`, () => layoutOf(mark, faces, runFaces, alone, model));
  const layout = layoutFor(apart);
  const faults = new Set<string>();
  const ordersFor = (alone: boolean) =>
    mark.shells.flatMap((shell, index): Order[] => {
      if (!isEverShown(shell)) return [];
      const { offset, join, rim, front, back } = shell;
      const outlineKey = JSON.stringify([layoutKey(mark), alone, offset, join, rim, outwardReach(front, back)]);
      const outlines = () => kept(cache?.outlines, outlineKey, () => shellPieces(layoutFor(alone), shell));
      try {
        if (mark.body.kind === 'model') return modelOrders(mark, mark.body, index, model);
        return shellOrders(mark, layoutFor(alone), index, outlines);
      } catch (error) {
        if (!(error instanceof WavefrontError)) throw error;
        faults.add(`The outline of shell “${shell.name}” could not be offset.`);
        return [];
      }
    });
  const orders = !apart && isBuiltApart(mark) ? inBothBuilds(ordersFor(false), ordersFor(true)) : ordersFor(apart);
  const built = new Map<string, SolidMesh | null>();
  const pieces: PlacedSolid[] = [];
  const wholes: Whole[] = [];
  const isCut = mark.fall.settings.of === 'pieces';
  const of = orders.length * (isCut ? 2 : 1);
  for (const [i, { build, swept, ...place }] of orders.entries()) {
    if (!built.has(place.key)) {
      try {
        built.set(place.key, kept(cache?.meshes, place.key, build));
      } catch (error) {
        if (!(error instanceof SolidError)) throw error;
        faults.add(error.message);
        built.set(place.key, null);
      }
    }
    const mesh = built.get(place.key);
    if (mesh) {
      const placed = { ...place, mesh };
      pieces.push(placed);
      if (place.when !== 'apart') wholes.push({ placed, swept });
    }
    yield { done: i + 1, of };
  }
  const resting = pieces.slice();
  if (isCut) {
    const steps = shardSteps(mark, wholes, layout.scale);
    let step = steps.next();
    for (; !step.done; step = steps.next()) yield { done: orders.length + step.value, of };
    pieces.push(...step.value);
  }
  const bounds = extentOf(mark, layout, resting);
  return {
    pieces,
    bounds: bounds && isCut ? { ...bounds, shards: shardMiddles(pieces) } : bounds,
    triangles: resting.reduce((sum, { mesh, when }) => sum + (when === 'apart' ? 0 : mesh.indices.length / 3), 0),
    missing: layout.missing,
    faults: [...faults],
    letters: layout.letters,
    ends: layout.ends,
  };
}

/** What stands in two builds of a mark: those of a piece that are the same are one. */
function inBothBuilds(united: readonly Order[], apart: readonly Order[]): Order[] {
  const nameOf = ({ key, shell, parts, pose }: Order) => JSON.stringify([key, shell, parts, pose]);
  const inApart = new Set(apart.map(nameOf));
  const inUnited = new Set(united.map(nameOf));
  return [
    ...united.map((order): Order => (inApart.has(nameOf(order)) ? order : { ...order, when: 'united' })),
    ...apart.filter((order) => !inUnited.has(nameOf(order))).map((order): Order => ({ ...order, when: 'apart' })),
  ];
}

/** Extent of a mark at rest: with its parts where their rest values have them. */
function extentOf({ body }: Mark, { parts, baseline }: Layout, pieces: readonly PlacedSolid[]): MarkExtent | null {
  const places = ownParts(body).list.map(placeAtRest);
  const poseOf = (part: PartSeat | undefined): Mat4 | null => {
    const place = part && places[part.own];
    return place ? partPose(part, place) : null;
  };
  const box = placedBox(
    pieces
      .filter(({ when }) => when !== 'apart')
      .map((piece) => {
        const moved = poseOf(parts[piece.parts[0] ?? -1]);
        return moved ? { ...piece, pose: multiply(moved, piece.pose) } : piece;
      }),
  );
  if (!box || parts.length === 0) return box;
  const standing = parts.map((part) => {
    const moved = poseOf(part);
    return moved ? { ...part, middle: transformPoint(moved, part.middle) } : part;
  });
  return { ...box, ...(baseline === null ? {} : { baseline }), parts: standing };
}
