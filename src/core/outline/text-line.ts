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
  /** Place of the pen along the line, metres. */
  x: number;
  /** Its own advance, without what kerning takes from it: the same in any company. */
  width: number;
  /** Run it belongs to; -1 for none. */
  run: number;
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

interface Segment {
  text: string;
  from: number;
  face: Typeface;
  /** Size as a multiple of the text's. */
  size: number;
  /** Metres to a font unit. */
  unit: number;
}

const runAt = (runs: readonly RunSettings[], index: number) => runs.findIndex(({ from, to }) => from <= index && index < to);

/** Splits a line into stretches of one face and size: the first face that has a character, else the first face of all. */
function segments({ line, start, faces, runs, em }: Line, missing: Set<string>): Segment[] {
  const out: Segment[] = [];
  const main = faces[0] as Typeface;
  // Fonts of a run are sized so that their capitals are as tall as the text's own; a stand-in takes the em of what it stands in for.
  const emOf = (first: Typeface) => (em * (main.capHeight / main.unitsPerEm) * first.unitsPerEm) / first.capHeight;
  let index = start;
  for (const character of line) {
    const run = runs[runAt(runs, index)];
    const own = run?.faces?.length ? [...run.faces, ...faces] : faces;
    const code = character.codePointAt(0) as number;
    const covering = own.find((face) => face.covers(code));
    if (!covering && character.trim()) missing.add(character);
    const face = covering ?? (own[0] as Typeface);
    const size = run?.size ?? 1;
    const last = out[out.length - 1];
    if (last && last.size === size && (last.face === face || (!character.trim() && own.includes(last.face)))) last.text += character;
    else {
      const family = run?.faces?.includes(face) ? (run.faces[0] as Typeface) : main;
      out.push({ text: character, from: index, face, size, unit: (size * emOf(family)) / face.unitsPerEm });
    }
    index += character.length;
  }
  return out;
}

/** Shapes one line from its start at 0. The last cluster has no width and stands for the line's end. */
export function setLine(line: Line, missing: Set<string>): { glyphs: SetGlyph[]; clusters: Cluster[]; width: number } {
  const { start, runs, tracking } = line;
  const glyphs: SetGlyph[] = [];
  const clusters: Cluster[] = [];
  let pen = 0;
  for (const { text, from, face, unit } of segments(line, missing)) {
    const shaped = face.shape(text);
    shaped.forEach((g, i) => {
      const before = clusters[clusters.length - 1];
      const index = from + g.cluster;
      if (!before || before.from !== index) clusters.push({ from: index, to: index, x: pen, width: 0, run: runAt(runs, index) });
      const cluster = clusters[clusters.length - 1] as Cluster;
      glyphs.push({ face, glyph: g.glyph, cluster: clusters.length - 1, dx: pen - cluster.x + g.dx * unit, dy: g.dy * unit, unit });
      pen += g.advance * unit;
      cluster.width += face.advance(g.glyph) * unit;
      // Tracking goes between letters, not inside a cluster of one letter and its marks.
      if (shaped[i + 1]?.cluster !== g.cluster) pen += tracking;
    });
  }
  const end = start + line.line.length;
  const starts = [...new Set(clusters.map(({ from }) => from)), end].sort((a, b) => a - b);
  for (const cluster of clusters) cluster.to = starts.find((s) => s > cluster.from) ?? end;
  const width = Math.max(0, pen - (glyphs.length > 0 ? tracking : 0));
  clusters.push({ from: end, to: end, x: width, width: 0, run: -1 });
  return { glyphs, clusters, width };
}
