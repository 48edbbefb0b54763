import { flatten } from './flatten';
import { placeRings, ringBounds, type Ring } from './ring';
import type { ShapedGlyph, Typeface } from './typeface';
import { separateTouching, unite } from './unite';

export type Alignment = 'left' | 'centre' | 'right';

export interface TextSettings {
  text: string;
  /** Height of a capital letter, metres. */
  size: number;
  /** Extra space after each letter, thousandths of an em. */
  tracking: number;
  /** Distance of baselines, as a multiple of the em. */
  leading: number;
  alignment: Alignment;
}

/** An outline of a mark that is built as one solid, in metres about its own origin. */
export interface OutlinePiece {
  /** Equal keys mean equal rings: repeated letters are built once. */
  key: string;
  rings: Ring[];
  /** Where the piece stands in the mark, metres. */
  x: number;
  y: number;
}

export interface Layout {
  pieces: OutlinePiece[];
  /** Size that tolerances refer to, metres: the em. */
  scale: number;
  /** Characters that no face covers, each once. */
  missing: string[];
}

interface PlacedGlyph {
  face: number;
  glyph: number;
  x: number;
  y: number;
}

/** Splits text into runs that one face covers: the first face that has the character, else the first face of all. */
function runsByFace(text: string, faces: readonly Typeface[], missing: Set<string>): { face: number; text: string }[] {
  const runs: { face: number; text: string }[] = [];
  for (const character of text) {
    const code = character.codePointAt(0) as number;
    let face = faces.findIndex((f) => f.covers(code));
    if (face < 0) {
      if (character.trim()) missing.add(character);
      face = 0;
    }
    const last = runs[runs.length - 1];
    if (last && (last.face === face || !character.trim())) last.text += character;
    else runs.push({ face, text: character });
  }
  return runs;
}

/**
 * Shapes and sets text in lines about the origin: the alignment edge at x = 0 (for `centre`, the middle) and the block
 * centred up and down between the top of the first line's capitals and the last baseline.
 * @param faces the font, and those that stand in for characters it lacks
 */
export function setText(settings: TextSettings, faces: readonly Typeface[], tolerance = 3e-4): Layout {
  const [main] = faces;
  if (!main) throw new RangeError('Text needs a typeface.');
  const perUnit = settings.size / main.capHeight;
  const em = main.unitsPerEm * perUnit;
  const tracking = (settings.tracking / 1000) * em;
  const missing = new Set<string>();
  const lines = settings.text.split('\n').map((line) => setLine(line, faces, perUnit, main, tracking, missing));
  const height = settings.size + (lines.length - 1) * settings.leading * em;
  const placed: PlacedGlyph[] = [];
  lines.forEach(({ glyphs, width }, i) => {
    const shift = settings.alignment === 'left' ? 0 : settings.alignment === 'right' ? -width : -width / 2;
    const baseline = height / 2 - settings.size - i * settings.leading * em;
    for (const glyph of glyphs) placed.push({ ...glyph, x: glyph.x + shift, y: glyph.y + baseline });
  });
  return { pieces: outlinePieces(placed, faces, perUnit, main, em, tolerance), scale: em, missing: [...missing] };
}

function setLine(line: string, faces: readonly Typeface[], perUnit: number, main: Typeface, tracking: number, missing: Set<string>) {
  const glyphs: PlacedGlyph[] = [];
  let pen = 0;
  for (const run of runsByFace(line, faces, missing)) {
    const face = faces[run.face] as Typeface;
    const unit = (perUnit * main.unitsPerEm) / face.unitsPerEm;
    const shaped: ShapedGlyph[] = face.shape(run.text);
    shaped.forEach((g, i) => {
      glyphs.push({ face: run.face, glyph: g.glyph, x: pen + g.dx * unit, y: g.dy * unit });
      pen += g.advance * unit;
      // Tracking goes between letters, not inside a cluster of one letter and its marks.
      if (shaped[i + 1]?.cluster !== g.cluster) pen += tracking;
    });
  }
  return { glyphs, width: Math.max(0, pen - (glyphs.length > 0 ? tracking : 0)) };
}

/** Letters whose boxes overlap (scripts, tight tracking) are united to one outline, so that none runs through another. */
function outlinePieces(placed: readonly PlacedGlyph[], faces: readonly Typeface[], perUnit: number, main: Typeface, em: number, tolerance: number): OutlinePiece[] {
  const raw = new Map<string, { rings: Ring[]; bounds: ReturnType<typeof ringBounds> }>();
  const letters = placed.flatMap((g) => {
    const id = `${g.face}/${g.glyph}`;
    let outline = raw.get(id);
    if (!outline) {
      const face = faces[g.face] as Typeface;
      const unit = (perUnit * main.unitsPerEm) / face.unitsPerEm;
      const rings = placeRings(flatten(face.outline(g.glyph), { tolerance: face.unitsPerEm * tolerance }), unit, 0, 0);
      outline = { rings, bounds: ringBounds(rings) };
      raw.set(id, outline);
    }
    return outline.bounds ? [{ ...g, id, rings: outline.rings, bounds: outline.bounds }] : [];
  });
  const groups = overlappingGroups(
    letters.map(({ x, y, bounds }) => ({ x0: bounds.x0 + x, x1: bounds.x1 + x, y0: bounds.y0 + y, y1: bounds.y1 + y })),
  );
  const made = new Map<string, Ring[]>();
  return groups.map((members) => {
    const first = letters[members[0] as number] as (typeof letters)[number];
    const relative = members.map((m) => letters[m] as (typeof letters)[number]);
    const key = relative.map((l) => `${l.id}@${(l.x - first.x).toFixed(6)},${(l.y - first.y).toFixed(6)}`).join(' ');
    let rings = made.get(key);
    if (!rings) {
      const all = relative.flatMap((l) => placeRings(l.rings, 1, l.x - first.x, l.y - first.y));
      rings = separateTouching(unite(all, { scale: em }), 2e-5 * em);
      made.set(key, rings);
    }
    return { key, rings, x: first.x, y: first.y };
  }).filter((piece) => piece.rings.length > 0);
}

interface Extent {
  x0: number;
  x1: number;
  y0: number;
  y1: number;
}

function overlappingGroups(boxes: readonly Extent[]): number[][] {
  const parent = boxes.map((_, i) => i);
  const root = (i: number): number => (parent[i] === i ? i : (parent[i] = root(parent[i] as number)));
  const order = boxes.map((_, i) => i).sort((a, b) => (boxes[a] as Extent).x0 - (boxes[b] as Extent).x0);
  order.forEach((i, n) => {
    const a = boxes[i] as Extent;
    for (let m = n + 1; m < order.length; m++) {
      const j = order[m] as number;
      const b = boxes[j] as Extent;
      if (b.x0 >= a.x1) break;
      if (b.y0 < a.y1 && a.y0 < b.y1) parent[root(j)] = root(i);
    }
  });
  const groups = new Map<number, number[]>();
  boxes.forEach((_, i) => groups.set(root(i), [...(groups.get(root(i)) ?? []), i]));
  return [...groups.values()];
}
