import { Blob as HbBlob, Buffer as HbBuffer, Direction, Face, Font, GlyphFlag, shape, Variation } from 'harfbuzzjs';
import type { PathCommand } from './ring';

/** A glyph as the shaper places it. Lengths in font units. */
export interface ShapedGlyph {
  glyph: number;
  /** Index of the first UTF-16 unit of the text that it stands for. */
  cluster: number;
  advance: number;
  dx: number;
  dy: number;
  /** Its shape hangs on what stands before it in the text: by a joining stroke, kerning or a ligature. */
  joinsBefore: boolean;
}

/** How a text is to be shaped. */
export interface ShapingOptions {
  /** It reads to the left; glyphs come out from left to right all the same. */
  rightToLeft: boolean;
  /** ISO 15924 code; null where the text itself tells. */
  script: string | null;
}

/** Thrown when bytes are not a font that can be used; the message is for the person. */
export class FontError extends Error {}

/** One axis along which a variable font can be set. */
export interface FontAxis {
  tag: string;
  label: string;
  min: number;
  rest: number;
  max: number;
}

/** Registered axes (OpenType specification, Design-Variation Axis Tag Registry). */
const AXIS_LABELS: Record<string, string> = { wght: 'Weight', wdth: 'Width', opsz: 'Optical size', slnt: 'Slant', ital: 'Italic' };

/** One font file, ready to shape text and to give outlines. */
export class Typeface {
  readonly unitsPerEm: number;
  /** Height of a capital letter, font units. */
  readonly capHeight: number;
  readonly ascender: number;
  readonly descender: number;
  /** Axes that it can be set along; none for a static font. */
  readonly axes: FontAxis[];
  /** Its maker forbids embedding it without leave (OpenType specification, OS/2 fsType, bit 1 alone of bits 1 to 3). */
  readonly restricted: boolean;
  private readonly font: Font;
  private readonly covered: Set<number>;
  private readonly outlines = new Map<number, PathCommand[]>();

  /**
   * @param sfnt an OpenType or TrueType file, not compressed
   * @param set values of a variable font's axes by tag; those left out stay at their default
   */
  constructor(sfnt: ArrayBuffer | Uint8Array, set: Readonly<Record<string, number>> = {}) {
    const face = new Face(new HbBlob(sfnt));
    this.covered = new Set(face.collectUnicodes());
    if (this.covered.size === 0) throw new FontError('This file holds no characters that can be typed.');
    this.font = new Font(face);
    this.axes = Object.entries(face.getAxisInfos()).map(([tag, { min, default: rest, max }]) => ({
      tag,
      label: AXIS_LABELS[tag] ?? tag,
      min,
      rest,
      max,
    }));
    const known = this.axes.filter(({ tag }) => set[tag] !== undefined);
    if (known.length > 0)
      this.font.setVariations(known.map(({ tag, min, max }) => new Variation(tag, Math.max(min, Math.min(max, set[tag] as number)))));
    const os2 = face.referenceTable('OS/2');
    this.restricted = os2 !== undefined && os2.length >= 10 && ((((os2[8] as number) << 8) | (os2[9] as number)) & 0x000e) === 0x0002;
    this.unitsPerEm = face.upem;
    const extents = this.font.hExtents();
    this.ascender = extents.ascender;
    this.descender = extents.descender;
    this.capHeight = this.measuredCapHeight();
  }

  covers(codePoint: number): boolean {
    return this.covered.has(codePoint);
  }

  /** Shapes one run of text with the font's own kerning and ligatures; its direction is that of its script where nothing is said. */
  shape(text: string, options?: ShapingOptions): ShapedGlyph[] {
    const buffer = new HbBuffer();
    buffer.addText(text);
    if (options) {
      buffer.setDirection(options.rightToLeft ? Direction.RTL : Direction.LTR);
      if (options.script) buffer.setScript(options.script);
    }
    buffer.guessSegmentProperties();
    shape(this.font, buffer);
    const positions = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map(({ codepoint: glyph, cluster, flags }, i) => {
      const at = positions[i];
      const joinsBefore = (flags & GlyphFlag.UNSAFE_TO_BREAK) !== 0;
      return { glyph, cluster, advance: at?.xAdvance ?? 0, dx: at?.xOffset ?? 0, dy: at?.yOffset ?? 0, joinsBefore };
    });
  }

  /** Advance of a glyph by itself, font units. */
  advance(glyph: number): number {
    return this.font.glyphHAdvance(glyph);
  }

  /** Outline of a glyph as drawing commands in font units, Y up. */
  outline(glyph: number): PathCommand[] {
    let commands = this.outlines.get(glyph);
    if (!commands) {
      commands = this.font.glyphToJson(glyph).map(({ type, values }) => ({ kind: type, points: values }) as PathCommand);
      this.outlines.set(glyph, commands);
    }
    return commands;
  }

  private measuredCapHeight(): number {
    const glyph = this.font.nominalGlyph('H'.codePointAt(0) as number);
    const extents = glyph === undefined ? undefined : this.font.glyphExtents(glyph);
    return extents && extents.yBearing > 0 ? extents.yBearing : this.unitsPerEm * 0.7;
  }
}
