import { Blob as HbBlob, Buffer as HbBuffer, Face, Font, shape } from 'harfbuzzjs';
import type { PathCommand } from './ring';

/** A glyph as the shaper places it. Lengths in font units. */
export interface ShapedGlyph {
  glyph: number;
  /** Index of the first UTF-16 unit of the text that it stands for. */
  cluster: number;
  advance: number;
  dx: number;
  dy: number;
}

/** Thrown when bytes are not a font that can be used; the message is for the person. */
export class FontError extends Error {}

/** One font file, ready to shape text and to give outlines. */
export class Typeface {
  readonly unitsPerEm: number;
  /** Height of a capital letter, font units. */
  readonly capHeight: number;
  readonly ascender: number;
  readonly descender: number;
  private readonly font: Font;
  private readonly covered: Set<number>;
  private readonly outlines = new Map<number, PathCommand[]>();

  /** @param sfnt an OpenType or TrueType file, not compressed */
  constructor(sfnt: ArrayBuffer | Uint8Array) {
    const face = new Face(new HbBlob(sfnt));
    this.covered = new Set(face.collectUnicodes());
    if (this.covered.size === 0) throw new FontError('This file holds no characters that can be typed.');
    this.font = new Font(face);
    this.unitsPerEm = face.upem;
    const extents = this.font.hExtents();
    this.ascender = extents.ascender;
    this.descender = extents.descender;
    this.capHeight = this.measuredCapHeight();
  }

  covers(codePoint: number): boolean {
    return this.covered.has(codePoint);
  }

  /** Shapes one run of text with the font's own kerning and ligatures. */
  shape(text: string): ShapedGlyph[] {
    const buffer = new HbBuffer();
    buffer.addText(text);
    buffer.guessSegmentProperties();
    shape(this.font, buffer);
    const positions = buffer.getGlyphPositions();
    return buffer.getGlyphInfos().map((info, i) => {
      const at = positions[i];
      return { glyph: info.codepoint, cluster: info.cluster, advance: at?.xAdvance ?? 0, dx: at?.xOffset ?? 0, dy: at?.yOffset ?? 0 };
    });
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
