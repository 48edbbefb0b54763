import { outlineLayout, type LayoutPath } from '../../outline/drawing';
import type { FontRef } from '../../outline/font-ref';
import { formPath } from '../../outline/forms';
import { mirrored } from '../../outline/mirrored';
import { joinNear, uniteOverlapping, type StandingRings, type UnitedPiece } from '../../outline/overlap';
import { NO_LETTER, type PartSeat } from '../../outline/part-seat';
import type { Ring } from '../../outline/ring';
import { setText, type Layout, type OutlinePiece } from '../../outline/text-layout';
import type { RunSettings } from '../../outline/text-line';
import type { Typeface } from '../../outline/typeface';
import type { Mark, Model, Outline } from '../../production/mark';
import { isPartMoved } from '../../production/own-parts';
import type { Bevel, Shell } from '../../production/shell';
import type { Words } from '../../production/words';
import type { ModelShape } from '../../solid/model';
import { offsetOutline } from '../../solid/offset-outline';
import { translation } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import { lookKey } from './solids-key';
import { reversed } from '../../solid/outline-frame';

/** The faces of a font that some letters have for themselves. */
export type RunFaces = (font: FontRef) => readonly Typeface[];

/** Runs of letters as they are set: where each is moved to is not the setter's matter, only that it is. */
export const runSettings = (runs: Words['runs'], runFaces: RunFaces): RunSettings[] =>
  runs.map((run) => {
    const { from, to, size, rise, font, surface } = run;
    return { from, to, size, rise, ...(font ? { faces: runFaces(font) } : {}), dressed: surface !== undefined, moves: isPartMoved(run) };
  });

/** Paths of a drawing with what they are built by: those that look alike and stand still are one. */
function standingPaths({ paths }: Outline): LayoutPath[] {
  return paths.map((path, i) => ({ d: path.d, evenOdd: path.evenOdd, look: lookKey(path, i), moves: isPartMoved(path) }));
}

const NOTHING: Layout = { pieces: [], scale: 1, missing: [], letters: [], ends: [], parts: [], baseline: null };

/** Where the parts of a model stand: all are set about its middle, and each turns about its own. */
function modelLayout({ size }: Model, { parts, height }: ModelShape): Layout {
  const seats = parts.map(({ positions }, own): PartSeat => {
    const middle = middleOf(positions, size / height);
    return { middle, own, home: translation(...middle), ...NO_LETTER };
  });
  return { ...NOTHING, parts: seats, scale: size };
}

function middleOf(positions: Float32Array, unit: number): Vec3 {
  const at = (k: number) => {
    let [min, max] = [Infinity, -Infinity];
    for (let i = k; i < positions.length; i += 3) {
      min = Math.min(min, positions[i] as number);
      max = Math.max(max, positions[i] as number);
    }
    return ((min + max) / 2) * unit;
  };
  return [at(0), at(1), at(2)];
}

/**
 * The outlines of a mark; of a model, which has none, where its parts stand.
 * @param apart every letter, or path of a drawing, by itself
 */
export function layoutOf(
  { body, mirror }: Mark,
  faces: readonly Typeface[],
  runFaces: RunFaces,
  apart: boolean,
  model: ModelShape | null,
): Layout {
  switch (body.kind) {
    case 'words':
      return mirrored(setText({ ...body, runs: runSettings(body.runs, runFaces), apart }, faces), mirror);
    case 'form':
      return mirrored(outlineLayout({ paths: [{ d: formPath(body.shape), evenOdd: true }], size: body.size }), mirror);
    case 'outline':
      return mirrored(outlineLayout({ size: body.size, paths: standingPaths(body) }, apart), mirror);
    case 'panel': {
      const { picture, corner, size } = body;
      const d = formPath({ form: 'plate', ratio: picture.width / picture.height, corner });
      return mirrored(outlineLayout({ paths: [{ d, evenOdd: true }], size }), mirror);
    }
    case 'model':
      return model ? modelLayout(body, model) : NOTHING;
    case 'body':
    case 'line':
      return NOTHING;
  }
}

/** How far bevels grow out of an outline, millimetres. */
export const outwardReach = (...bevels: Bevel[]): number =>
  Math.max(...bevels.map(({ outward, profile, size }) => (outward && profile !== 'none' ? size : 0)));

/** Outlines of one shell: the mark's own, offset, with only a rim left where that is asked for. */
export function shellPieces({ pieces, scale }: Layout, { offset, join, rim, front, back }: Shell): OutlinePiece[] {
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

/** Does something to the outlines that stand in the plane of the face and may become one; those turned out of it stay as they are. */
function inOnePlane(pieces: readonly OutlinePiece[], work: (standing: StandingRings[]) => UnitedPiece[]): OutlinePiece[] {
  const flat = new Map<string, { own: number; standing: StandingRings[] }>();
  for (const { key, rings, x, y, own, parts, seat, together } of pieces) {
    if (seat) continue;
    const group = flat.get(together) ?? { own, standing: [] };
    flat.set(together, group);
    group.standing.push({ id: key, rings, x, y, parts });
  }
  const worked = [...flat].flatMap(([together, { own, standing }]) => work(standing).map((piece) => ({ ...piece, own, together })));
  return [...worked, ...pieces.filter((piece) => piece.seat)];
}
