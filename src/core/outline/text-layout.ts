import { flatten } from './flatten';
import { placeRings, type Ring } from './ring';
import type { ShapedGlyph, Typeface } from './typeface';
import { uniteOverlapping, type UnitedPiece } from './overlap';

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
export type OutlinePiece = UnitedPiece;

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
  const outlines = new Map<string, Ring[]>();
  const letters = placed.map((g) => {
    const id = `${g.face}/${g.glyph}`;
    let rings = outlines.get(id);
    if (!rings) {
      const face = faces[g.face] as Typeface;
      const unit = (perUnit * main.unitsPerEm) / face.unitsPerEm;
      rings = placeRings(flatten(face.outline(g.glyph), { tolerance: face.unitsPerEm * tolerance }), unit, 0, 0);
      outlines.set(id, rings);
    }
    return { id, rings, x: g.x, y: g.y };
  });
  return uniteOverlapping(letters, em);
}
