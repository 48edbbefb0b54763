import { graphemes } from '../schema/graphemes';
import { readingOrder, type ReadingOrder } from './bidi';
import { isCursive, scriptOf } from './script';
import type { Typeface } from './typeface';

/** Letters that differ from the rest of their text. */
export interface RunSettings {
  /** First and one past the last UTF-16 unit. */
  from: number;
  to: number;
  /** Fonts of its own. */
  faces?: readonly Typeface[];
  /** Size as a multiple of the text's. */
  size: number;
  /** Baseline shift, as a share of the text's capital height. */
  rise: number;
  /** It moves by itself, so its outlines stay apart from those of others. */
  moves: boolean;
  /** It is coloured by itself, so its outlines stay apart from those of others. */
  dressed: boolean;
}

/** A glyph of a line, from the origin of the cluster it belongs to; metres. */
export interface SetGlyph {
  face: Typeface;
  glyph: number;
  /** Position in the line's list of clusters. */
  cluster: number;
  dx: number;
  dy: number;
  /** Metres to a font unit. */
  unit: number;
}

/** Glyphs that stand together for some characters: a letter with its marks, or a ligature. */
export interface Cluster {
  from: number;
  to: number;
  /** Its left edge along the line, metres. */
  x: number;
  /** Its own advance, without what kerning takes from it: the same in any company. */
  width: number;
  /** It reads to the left: its beginning is at its right edge. */
  rightToLeft: boolean;
  /** Run it belongs to; -1 for none. */
  run: number;
}

/** A line as it is set. */
export interface SetLine {
  glyphs: SetGlyph[];
  /** In the order of the text. */
  clusters: Cluster[];
  width: number;
  /** Where the line ends for someone who reads it: its index in the text, and its place along the line, metres. */
  end: { index: number; x: number };
}

interface Line {
  line: string;
  /** Index of the line's first character in the text. */
  start: number;
  faces: readonly Typeface[];
  runs: readonly RunSettings[];
  /** Metres. */
  em: number;
  tracking: number;
}

/** What of a line is shaped at once: one face and size, one script, one way of reading. */
interface Segment {
  text: string;
  from: number;
  face: Typeface;
  /** Size as a multiple of the text's. */
  size: number;
  /** Metres to a font unit. */
  unit: number;
  script: string | null;
  rightToLeft: boolean;
  /** Place among the others from left to right. */
  place: number;
}

const runAt = (runs: readonly RunSettings[], index: number) => runs.findIndex(({ from, to }) => from <= index && index < to);

/** Characters that are never drawn: joiners, variation selectors, controls of direction. */
const UNSEEN = /^\p{Default_Ignorable_Code_Point}$/u;

const lacking = (face: Typeface, text: string): string[] =>
  [...text].filter((character) => !face.covers(character.codePointAt(0) as number) && !UNSEEN.test(character));

/** Whether a face has all of a letter, also where its accents were typed apart from it: the shaper puts them together. */
const hasAll = (face: Typeface, letter: string) =>
  lacking(face, letter.normalize('NFC')).length === 0 || lacking(face, letter).length === 0;

/** The first face that has all of a letter, or else as much of it as its first character. */
const faceFor = (faces: readonly Typeface[], letter: string): Typeface | undefined =>
  faces.find((face) => hasAll(face, letter)) ?? faces.find((face) => face.covers(letter.codePointAt(0) as number));

/** Splits a line, in the order of its text, into what is shaped at once. */
function segments({ line, start, faces, runs, em }: Line, order: ReadingOrder, missing: Set<string>): Segment[] {
  const out: Segment[] = [];
  const main = faces[0] as Typeface;
  // Fonts of a run are sized so that their capitals are as tall as the text's own; a stand-in takes the em of what it stands in for.
  const emOf = (first: Typeface) => (em * (main.capHeight / main.unitsPerEm) * first.unitsPerEm) / first.capHeight;
  for (const { segment: letter, index } of graphemes(line)) {
    const run = runs[runAt(runs, start + index)];
    const own = run?.faces?.length ? [...run.faces, ...faces] : faces;
    const covering = faceFor(own, letter);
    if (letter.trim()) for (const character of lacking(covering ?? main, letter.normalize('NFC'))) missing.add(character);
    const face = covering ?? (own[0] as Typeface);
    const size = run?.size ?? 1;
    const script = scriptOf(letter);
    const rightToLeft = order.isLeftward(index);
    const place = order.placeOf(index);
    const last = out[out.length - 1];
    const goesOn =
      last?.size === size &&
      (last.face === face || (!letter.trim() && own.includes(last.face))) &&
      last.rightToLeft === rightToLeft &&
      (script === null || last.script === null || last.script === script);
    if (last && goesOn) {
      last.text += letter;
      last.script ??= script;
      last.place = Math.min(last.place, place);
    } else {
      const family = run?.faces?.includes(face) ? (run.faces[0] as Typeface) : main;
      out.push({
        text: letter,
        from: start + index,
        face,
        size,
        unit: (size * emOf(family)) / face.unitsPerEm,
        script,
        rightToLeft,
        place,
      });
    }
  }
  return out;
}

/** Shapes one line from its left end at 0. */
export function setLine(line: Line, missing: Set<string>): SetLine {
  const { start, runs, tracking } = line;
  const order = readingOrder(line.line);
  const glyphs: SetGlyph[] = [];
  const clusters: Cluster[] = [];
  let pen = 0;
  let gap = 0;
  for (const { text, from, face, unit, script, rightToLeft } of segments(line, order, missing).sort((a, b) => a.place - b.place)) {
    const shaped = face.shape(text, { rightToLeft, script });
    shaped.forEach((g, i) => {
      const before = clusters[clusters.length - 1];
      const index = from + g.cluster;
      if (before?.from !== index || i === 0)
        clusters.push({ from: index, to: index, x: pen, width: 0, rightToLeft, run: runAt(runs, index) });
      const cluster = clusters[clusters.length - 1] as Cluster;
      glyphs.push({ face, glyph: g.glyph, cluster: clusters.length - 1, dx: pen - cluster.x + g.dx * unit, dy: g.dy * unit, unit });
      pen += g.advance * unit;
      cluster.width += face.advance(g.glyph) * unit;
      const next = shaped[i + 1];
      // Tracking goes between letters, not inside a cluster of one letter and its marks, nor between letters that a stroke joins.
      const joined = isCursive(script) && (rightToLeft ? g : next)?.joinsBefore === true && next !== undefined;
      gap = next?.cluster === g.cluster || joined ? 0 : tracking;
      pen += gap;
    });
  }
  const width = Math.max(0, pen - gap);
  const end = start + line.line.length;
  return { glyphs, clusters: inTextOrder(glyphs, clusters, end), width, end: { index: end, x: order.rightToLeft ? 0 : width } };
}

/** Clusters in the order of the text instead of from left to right, each up to where the next begins. */
function inTextOrder(glyphs: SetGlyph[], fromLeft: readonly Cluster[], end: number): Cluster[] {
  const order = fromLeft.map((_, i) => i).sort((a, b) => (fromLeft[a] as Cluster).from - (fromLeft[b] as Cluster).from);
  const placeOf = new Map(order.map((i, place) => [i, place]));
  for (const glyph of glyphs) glyph.cluster = placeOf.get(glyph.cluster) as number;
  const clusters = order.map((i) => fromLeft[i] as Cluster);
  clusters.forEach((cluster, i) => (cluster.to = clusters[i + 1]?.from ?? end));
  return clusters;
}
