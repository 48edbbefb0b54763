import { outlineLayout } from '../outline/drawing';
import { fontKey, type FontRef } from '../outline/font-ref';
import { formPath } from '../outline/forms';
import { mirrored } from '../outline/mirrored';
import { joinNear, uniteOverlapping, type StandingRings, type UnitedPiece } from '../outline/overlap';
import { insideBox, pressApart } from '../outline/press-apart';
import type { Ring } from '../outline/ring';
import { seatOf, setText, type Layout, type Letter, type OutlinePiece } from '../outline/text-layout';
import type { Typeface } from '../outline/typeface';
import type { Bevel, Mark, Shell } from '../production/mark';
import { buildSolid, SolidError, type BevelShape, type SolidShape } from '../solid/bevelled-solid';
import { bodyMesh } from '../solid/bodies';
import type { SolidMesh } from '../solid/mesh';
import { offsetOutline } from '../solid/offset-outline';
import { reversed } from '../solid/outline-frame';
import { buildSkin } from '../solid/skin';
import { WavefrontError } from '../solid/triangulate';
import { IDENTITY, transformPoint, type Mat4 } from '../space/matrix';
import type { Box } from '../space/vector';
import type { MarkExtent } from './frame-state';

/** A solid standing in its mark. Equal keys share one mesh. */
export interface PlacedSolid {
  key: string;
  mesh: SolidMesh;
  pose: Mat4;
  /** Shell it belongs to, as a position in the mark's list. */
  shell: number;
  /** Run of letters that colours it, as a position in the list of runs; -1 for none. */
  dress: number;
}

export interface MarkSolids {
  pieces: PlacedSolid[];
  /** Extent of all pieces about the mark's origin; null for a mark with nothing to see. */
  bounds: MarkExtent | null;
  triangles: number;
  /** Characters that no font at hand has. */
  missing: string[];
  /** Pieces that could not be built, in words. */
  faults: string[];
  /** Where the letters of words stand. */
  letters: Letter[];
}

/** What the solids of a mark depend on, as text: equal texts give equal solids. */
export function solidsKey(mark: Mark): string {
  return JSON.stringify([layoutKey(mark), skinOf(mark), mark.shells.map(({ shown, ...shell }) => [shown, geometryOf(shell)])]);
}

/** What the outlines of a mark depend on. */
function layoutKey({ body, mirror }: Mark): string {
  if (body.kind !== 'words') return JSON.stringify([body, mirror]);
  const { before: _before, runs, ...words } = body;
  return JSON.stringify([words, runs.map(({ surface, ...run }) => [run, surface !== undefined]), mirror]);
}

const skinOf = ({ skin }: Mark) => (skin.on ? skin : null);

/** The part of a shell that its solids depend on. */
function geometryOf({ offset, join, from, to, front, back, rim, wall }: Omit<Shell, 'shown'>) {
  return { offset, join, from, to, front, back, rim, wall };
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
export function shellShape({ from, to, front, back, wall }: Shell): SolidShape {
  return { from, to, front: bevelShape(front), back: bevelShape(back), wall: wall / 1000 };
}

/** What a piece's key is relative to: the same letter of the same font is the same piece in any text. */
const sourceOf = (mark: Mark): string =>
  mark.body.kind === 'words'
    ? JSON.stringify([fontKey(mark.body.font), mark.body.size, mark.body.runs.map(({ font }) => font && fontKey(font)), mark.mirror])
    : layoutKey(mark);

const NO_LETTERS = { letters: [], baseline: null };

function layoutOf(mark: Mark, faces: readonly Typeface[], runFaces: RunFaces): Layout {
  const { body, mirror } = mark;
  if (body.kind === 'words') {
    const runs = body.runs.map(({ font, surface, ...run }) => ({ ...run, faces: font && runFaces(font), dressed: surface !== undefined }));
    return mirrored(setText({ ...body, runs }, faces), mirror);
  }
  if (body.kind === 'body') return { pieces: [], scale: 1, missing: [], ...NO_LETTERS };
  return mirrored(
    outlineLayout(body.kind === 'form' ? { paths: [{ d: formPath(body.shape), evenOdd: true }], size: body.size } : body),
    mirror,
  );
}

/** Outlines of one shell: the mark's own, offset, with only a rim left where that is asked for. */
function shellPieces({ pieces, scale }: Layout, { offset, join, rim, front, back }: Shell): OutlinePiece[] {
  const reach = outwardReach(front, back);
  if (offset === 0 && rim === 0 && reach === 0) return pieces;
  const made = new Map<string, Ring[]>();
  const shaped = pieces.flatMap((piece) => {
    let rings = made.get(piece.key);
    if (!rings) {
      rings = offsetOutline(piece.rings, offset / 1000, join, scale);
      if (rim > 0) rings = [...rings, ...reversed(offsetOutline(rings, -rim / 1000, 'mitred', scale))];
      made.set(piece.key, rings);
    }
    return rings.length > 0 ? [{ ...piece, rings }] : [];
  });
  // Outlines that have grown may have met: those in one plane become one, so that no letter runs through its neighbour.
  const united = offset > 0 ? inOnePlane(shaped, (standing) => uniteOverlapping(standing, scale)) : shaped;
  // Bevels that grow meet in a valley, for which their outlines are swept together.
  return reach > 0 ? inOnePlane(united, (standing) => joinNear(standing, reach / 1000)) : united;
}

/** How far bevels grow out of an outline, millimetres. */
const outwardReach = (...bevels: Bevel[]): number =>
  Math.max(...bevels.map(({ outward, profile, size }) => (outward && profile !== 'none' ? size : 0)));

/** Does something to the outlines that stand in the plane of the face and are coloured alike; those turned out of it stay as they are. */
function inOnePlane(pieces: readonly OutlinePiece[], work: (standing: StandingRings[]) => UnitedPiece[]): OutlinePiece[] {
  const flat = new Map<number, StandingRings[]>();
  for (const { key, rings, x, y, dress, seat } of pieces)
    if (!seat) flat.set(dress, [...(flat.get(dress) ?? []), { id: key, rings, x, y }]);
  return [
    ...[...flat].flatMap(([dress, members]) => work(members).map((piece) => ({ ...piece, dress }))),
    ...pieces.filter((piece) => piece.seat),
  ];
}

/** What one shell is made of: solids to be built, each at its place. */
interface Order {
  id: string;
  build: () => SolidMesh;
  pose: Mat4;
  shell: number;
  dress: number;
}

/** Skins over the outlines of a shell, bulging past them and pressing on one another where they meet. */
function skinOrders(mark: Mark, layout: Layout, shell: Shell, index: number, source: string): Order[] {
  const { spread, lid, box } = mark.skin;
  const pieces = shellPieces(layout, { ...shell, offset: Math.min(0, shell.offset), rim: shell.rim });
  const grown = (Math.max(0, shell.offset) + spread) / 1000;
  const bulged = pieces.map(({ key, rings, x, y }) => ({
    id: key,
    rings: grown > 0 ? offsetOutline(rings, grown, 'rounded', layout.scale) : rings,
    x,
    y,
  }));
  const flat = pieces.flatMap(({ seat }, i) => (seat ? [] : [i]));
  const boxed = flat.map((i) =>
    box > 0
      ? insideBox(bulged[i] as StandingRings, (pieces[i] as OutlinePiece).rings, box / 1000, layout.scale)
      : { ...(bulged[i] as StandingRings), contacts: [] },
  );
  const pressed = pressApart(boxed, layout.scale).map((piece, i) => ({
    ...piece,
    contacts: [...piece.contacts, ...(boxed[i]?.contacts ?? [])],
  }));
  const middle = (shell.from + shell.to) / 2;
  return pieces.flatMap((piece, i): Order[] => {
    const own = pressed[flat.indexOf(i)] ?? { ...(bulged[i] as StandingRings), contacts: [] };
    if (own.rings.length === 0) return [];
    const id = `${source}|skin ${middle} ${lid} ${grown} ${shell.offset} ${shell.join} ${shell.rim}|${own.id}`;
    return [
      {
        id,
        build: () => buildSkin(own.rings, { middle, lid: lid / 1000, contacts: own.contacts }, layout.scale),
        pose: seatOf(piece),
        shell: index,
        dress: piece.dress,
      },
    ];
  });
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

/** The faces of a font that some letters have for themselves. */
export type RunFaces = (font: FontRef) => readonly Typeface[];

export interface BuildOptions {
  cache?: BuildCache;
  runFaces?: RunFaces;
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
  { cache, runFaces = () => [] }: BuildOptions = {},
): Generator<BuildProgress, MarkSolids, void> {
  const key = layoutKey(mark);
  const layout = kept(cache?.layouts, key, () => layoutOf(mark, faces, runFaces));
  const source = sourceOf(mark);
  const faults = new Set<string>();
  const orders = mark.shells.flatMap((shell, index): Order[] => {
    if (!shell.shown) return [];
    try {
      if (mark.body.kind === 'body') {
        const { shape } = mark.body;
        return [
          { id: `${key}|${shell.offset}`, build: () => bodyMesh(shape, shell.offset / 1000), pose: IDENTITY, shell: index, dress: -1 },
        ];
      }
      if (mark.skin.on) return skinOrders(mark, layout, shell, index, source);
      const outlines = kept(
        cache?.outlines,
        JSON.stringify([key, shell.offset, shell.join, shell.rim, outwardReach(shell.front, shell.back)]),
        () => shellPieces(layout, shell),
      );
      const shape = JSON.stringify(geometryOf(shell));
      return outlines.map((piece) => ({
        id: `${source}|${shape}|${piece.key}`,
        build: () => buildSolid(piece.rings, shellShape(shell), layout.scale),
        pose: seatOf(piece),
        shell: index,
        dress: piece.dress,
      }));
    } catch (error) {
      if (!(error instanceof WavefrontError)) throw error;
      faults.add(`The outline of shell “${shell.name}” could not be offset.`);
      return [];
    }
  });
  const built = new Map<string, SolidMesh | null>();
  const pieces: PlacedSolid[] = [];
  for (const [i, { id, build, pose, shell, dress }] of orders.entries()) {
    if (!built.has(id)) {
      try {
        built.set(id, kept(cache?.meshes, id, build));
      } catch (error) {
        if (!(error instanceof SolidError)) throw error;
        faults.add(error.message);
        built.set(id, null);
      }
    }
    const mesh = built.get(id);
    if (mesh) pieces.push({ key: id, mesh, pose, shell, dress });
    yield { done: i + 1, of: orders.length };
  }
  const box = boundsOf(pieces);
  return {
    pieces,
    bounds:
      box && layout.baseline !== null
        ? {
            ...box,
            baseline: layout.baseline,
            letters: layout.letters.map(({ pose, width, size }) => transformPoint(pose, [width / 2, size / 2, 0])),
          }
        : box,
    triangles: pieces.reduce((sum, piece) => sum + piece.mesh.indices.length / 3, 0),
    missing: layout.missing,
    faults: [...faults],
    letters: layout.letters,
  };
}

function boundsOf(pieces: readonly PlacedSolid[]): Box | null {
  const min: [number, number, number] = [Infinity, Infinity, Infinity];
  const max: [number, number, number] = [-Infinity, -Infinity, -Infinity];
  for (const { mesh, pose } of pieces) {
    const { positions } = mesh;
    for (let i = 0; i < positions.length; i += 3) {
      const [x, y, z] = [positions[i] as number, positions[i + 1] as number, positions[i + 2] as number];
      for (let k = 0; k < 3; k++) {
        const value = (pose[k] as number) * x + (pose[4 + k] as number) * y + (pose[8 + k] as number) * z + (pose[12 + k] as number);
        if (value < (min[k] as number)) min[k] = value;
        if (value > (max[k] as number)) max[k] = value;
      }
    }
  }
  return min[0] === Infinity ? null : { min, max };
}
