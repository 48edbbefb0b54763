import { anglesOf, IDENTITY, multiply, transformPoint, translation, type Mat4 } from '../space/matrix';
import { fitted, type Settable } from './fit-width';
import { flatten } from './flatten';
import { partPose, type PartPlace, type PartSeat } from './part-seat';
import { uniteOverlapping, type StandingRings, type UnitedPiece } from './overlap';
import { placeRings, turnRings, type Ring } from './ring';
import { seatAlong, type Setting } from './setting';
import { setLine, type Cluster, type SetGlyph, type SetLine } from './text-line';
import type { Typeface } from './typeface';

export type Alignment = 'left' | 'centre' | 'right';

export interface TextSettings extends Settable {
  /** Distance of baselines, as a multiple of the em. */
  leading: number;
  alignment: Alignment;
  setting?: Setting;
  /** Every letter stands alone: something moves them one by one. */
  apart?: boolean;
}

/** An outline of a mark that is built as one solid, in metres about its own origin. */
export interface OutlinePiece extends UnitedPiece {
  /** Pose in the mark; where there is none it stands at (x, y), unturned. */
  seat?: Mat4;
  /** What colours it: the place of its run, or of the first path that it is made of, among what of the mark has a look; -1 for none. */
  own: number;
  /** Only outlines of which this is equal may become one: others move by themselves, or are coloured otherwise. */
  together: string;
}

/** A letter as it stands: its frame has its left edge on the baseline as origin. */
export interface Letter {
  /** UTF-16 units that it stands for. */
  from: number;
  to: number;
  width: number;
  /** It reads to the left: a caret before it stands at its right edge. */
  rightToLeft: boolean;
  /** Height of a capital of its size, metres. */
  size: number;
  /** Where it is set; a run that moves it takes it on from there. */
  pose: Mat4;
  /** Run it belongs to, as a position in the list of runs; -1 for none. */
  run: number;
  /** Frame in which its run moves and turns it: about the middle of the run, or along arcs and rings about its own. */
  home: Mat4;
  line: number;
  /** Place of the pen and of the baseline before the line is bent, metres. */
  x: number;
  baseline: number;
}

export interface Layout {
  pieces: OutlinePiece[];
  /** Size that tolerances refer to, metres: the em. */
  scale: number;
  /** Characters that no face covers, each once. */
  missing: string[];
  /** In the order of the text. */
  letters: Letter[];
  /** What may move by itself: letters or paths, in their order. */
  parts: PartSeat[];
  /** Where each line ends, for a caret: letters that stand for nothing and have no width. */
  ends: Letter[];
  /** Height of the last baseline, metres; null for what has none. */
  baseline: number | null;
}

/** Letters where their runs have them. */
export const lettersAt = (letters: readonly Letter[], places: readonly PartPlace[]): Letter[] =>
  letters.map((letter) => {
    const place = places[letter.run];
    return place ? { ...letter, pose: multiply(partPose(letter, place), letter.pose) } : letter;
  });

const emOf = (size: number, { unitsPerEm, capHeight }: Typeface): number => (unitsPerEm * size) / capHeight;

/** The lines of a text, each shaped and set by itself. @param missing takes up characters that no face covers */
function linesOf({ text, size, tracking, runs = [] }: Settable, faces: readonly Typeface[], missing = new Set<string>()): SetLine[] {
  const em = emOf(size, faces[0] as Typeface);
  let start = 0;
  return text.split('\n').map((line) => {
    const set = setLine({ line, start, faces, runs, em, tracking: (tracking / 1000) * em }, missing);
    start += line.length + 1;
    return set;
  });
}

/**
 * Shapes and sets text in lines about the origin: the alignment edge at x = 0 (for `centre`, the middle) and the block
 * centred up and down between the top of the first line's capitals and the last baseline.
 * @param faces the font, and those that stand in for characters it lacks
 */
export function setText(settings: TextSettings, faces: readonly Typeface[], tolerance = 3e-4): Layout {
  const [main] = faces;
  if (!main) throw new RangeError('Text needs a typeface.');
  const missing = new Set<string>();
  const { size, text, tracking } = fitted(settings, (tried) => Math.max(0, ...linesOf(tried, faces).map(({ width }) => width)));
  const { alignment, runs = [], setting } = settings;
  const em = emOf(size, main);
  const leading = settings.leading * em;
  const lines = linesOf({ ...settings, size, text, tracking }, faces, missing);
  const height = size + (lines.length - 1) * leading;
  const baselineOf = (line: number) => height / 2 - size - line * leading;
  const shiftOf = (width: number) => (alignment === 'left' ? 0 : alignment === 'right' ? -width : -width / 2);

  const seated = ({ from, to, x, width, rightToLeft, run }: Cluster, line: number, shift: number, middle: number): Letter => {
    const own = runs[run];
    const baseline = baselineOf(line);
    const level = baseline + (own?.rise ?? 0) * size;
    const height = size * (own?.size ?? 1);
    const seat = setting && seatAlong(setting, x + shift + width / 2, level);
    const pose = seat ? multiply(seat, translation(-width / 2, 0, 0)) : translation(x + shift, level, 0);
    const home = seat ? multiply(pose, translation(width / 2, height / 2, 0)) : translation(middle, level + height / 2, 0);
    return { from, to, width, rightToLeft, size: height, pose, run, home, line, x: x + shift, baseline };
  };
  const letters = lines.flatMap(({ clusters, width }, line) => {
    const shift = shiftOf(width);
    const middles = runMiddles(clusters, shift);
    return clusters.map((cluster) => seated(cluster, line, shift, middles.get(cluster.run) ?? 0));
  });
  const ends = lines.map(({ end: { index, x }, width }, line) =>
    seated({ from: index, to: index, x, width: 0, rightToLeft: false, run: -1 }, line, shiftOf(width), 0),
  );
  let first = 0;
  const glyphs = lines.flatMap((line) => {
    const placed = line.glyphs.map((glyph): PlacedGlyph => {
      const part = first + glyph.cluster;
      return { ...glyph, part, letter: letters[part] as Letter };
    });
    first += line.clusters.length;
    return placed;
  });
  return {
    pieces: outlinePieces(glyphs, faces, settings, em, tolerance),
    scale: em,
    missing: [...missing],
    letters,
    ends,
    parts: seatsOf(letters, text),
    baseline: baselineOf(lines.length - 1),
  };
}

/** Letters as parts that may move. */
function seatsOf(letters: readonly Letter[], text: string): PartSeat[] {
  const words = wordStarts(text);
  return letters.map(({ from, to, pose, width, size, run, home, line }) => ({
    middle: transformPoint(pose, [width / 2, size / 2, 0]),
    own: run,
    home,
    word: Math.max(0, words.filter((start) => start <= from).length - 1),
    line,
    baseline: -size / 2,
    isBlank: text.slice(from, to).trim() === '',
  }));
}

/** Where words begin: what spaces part. */
const wordStarts = (text: string): number[] => [...text.matchAll(/\S+/g)].map(({ index }) => index);

/** Middle of each run's letters in a line, metres. */
function runMiddles(clusters: readonly { run: number; x: number; width: number }[], shift: number): Map<number, number> {
  const ends = new Map<number, [number, number]>();
  for (const { run, x, width } of clusters) {
    const [a, b] = ends.get(run) ?? [Infinity, -Infinity];
    ends.set(run, [Math.min(a, x + shift), Math.max(b, x + shift + width)]);
  }
  return new Map([...ends].map(([run, [a, b]]) => [run, (a + b) / 2]));
}

/** A pose that only turns in the plane of the face keeps its outline in that plane: how far it turns; null for any other. */
function turnInPlane(pose: Mat4): number | null {
  const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
  return Math.abs(panDeg) < 1e-9 && Math.abs(tiltDeg) < 1e-9 && Math.abs(pose[14] as number) < 1e-9 ? rollDeg : null;
}

type PlacedGlyph = SetGlyph & { letter: Letter; part: number };

/** What may stand united with a letter: all that is coloured like it and moves with it. */
function togetherness({ letter: { run }, part }: PlacedGlyph, { runs = [], setting, apart = false }: TextSettings): string {
  const own = runs[run];
  const colour = own?.dressed ? `run ${run}` : '';
  if (apart) return `${colour}|letter ${part}`;
  if (!own?.moves) return colour;
  // Along arcs and rings each letter moves about its own middle.
  return setting && setting.along !== 'line' ? `${colour}|letter ${part}` : `${colour}|moves ${run}`;
}

/**
 * Letters in one plane whose boxes overlap (scripts, tight tracking) are united to one outline, so that none runs through another. Letters
 * that are turned out of the plane, coloured by themselves, or move by themselves, stand alone.
 */
function outlinePieces(
  glyphs: readonly PlacedGlyph[],
  faces: readonly Typeface[],
  settings: TextSettings,
  em: number,
  tolerance: number,
): OutlinePiece[] {
  const { runs = [] } = settings;
  const outlines = new Map<string, Ring[]>();
  // By their place among all faces, so that equal keys mean equal outlines whatever the text.
  const faceIds = new Map<Typeface, number>();
  for (const face of [...faces, ...runs.flatMap((run) => run.faces ?? [])]) if (!faceIds.has(face)) faceIds.set(face, faceIds.size);
  const inPlane = new Map<string, { own: number; standing: StandingRings[] }>();
  const free: OutlinePiece[] = [];
  for (const placed of glyphs) {
    const { face, glyph, dx, dy, unit, letter, part } = placed;
    let id = `${faceIds.get(face)}/${glyph}/${unit.toPrecision(9)}`;
    let rings = outlines.get(id);
    if (!rings)
      outlines.set(id, (rings = placeRings(flatten(face.outline(glyph), { tolerance: face.unitsPerEm * tolerance }), unit, 0, 0)));
    if (rings.length === 0) continue;
    const together = togetherness(placed, settings);
    const own = runs[letter.run]?.dressed ? letter.run : -1;
    const pose = multiply(letter.pose, translation(dx, dy, 0));
    const turn = turnInPlane(pose);
    if (turn === null) {
      // United all the same: a variable font's glyph has contours that overlap each other.
      for (const piece of uniteOverlapping([{ id, rings, x: 0, y: 0, parts: [part] }], em))
        free.push({ ...piece, seat: pose, own, together });
      continue;
    }
    if (turn !== 0) {
      id = `${id}/${turn.toFixed(6)}`;
      rings = turnRings(rings, turn);
    }
    const group = inPlane.get(together) ?? { own, standing: [] };
    inPlane.set(together, group);
    group.standing.push({ id, rings, x: pose[12] as number, y: pose[13] as number, parts: [part] });
  }
  const united = [...inPlane].flatMap(([together, { own, standing }]) =>
    uniteOverlapping(standing, em).map((piece): OutlinePiece => ({ ...piece, own, together })),
  );
  return [...united, ...free];
}

/** Pose of a piece in its mark. */
export const seatOf = ({ seat, x, y }: Pick<OutlinePiece, 'seat' | 'x' | 'y'>): Mat4 =>
  seat ? multiply(seat, translation(x, y, 0)) : x === 0 && y === 0 ? IDENTITY : translation(x, y, 0);
