import { create, type Font } from 'fontkit';
import { ringBounds } from '@/core/outline/ring';
import { setText, type TextSettings } from '@/core/outline/text-layout';
import { FontError, Typeface } from '@/core/outline/typeface';
import { packagedFont, packagedTypeface, SHIPPED } from '../support/fonts';

const settings = (change: Partial<TextSettings> = {}): TextSettings => ({
  text: 'AV',
  size: 1,
  tracking: 0,
  leading: 1.1,
  alignment: 'left',
  ...change,
});
const SAMPLES = ['AVATAR', 'LANTERN', 'DEEP', 'Tolkovy', 'Ypsilon WAVE', 'fjord office', 'To. Ty, L’Y'];

describe('a second shaper, fontkit, agrees on advances and kerning', () => {
  test.each(SHIPPED)('%s', async (family, weight) => {
    const bytes = await packagedFont(family, weight);
    const ours = new Typeface(bytes);
    const theirs = create(Buffer.from(bytes)) as Font;
    expect(ours.unitsPerEm).toBe(theirs.unitsPerEm);
    for (const text of SAMPLES) {
      const run = theirs.layout(text);
      const shaped = ours.shape(text);
      expect(shaped.map((g) => g.glyph)).toEqual(run.glyphs.map((g) => g.id));
      shaped.forEach((g, i) => expect(Math.abs(g.advance - (run.positions[i]?.xAdvance ?? NaN))).toBeLessThanOrEqual(1));
    }
  });

  test('and there is kerning to agree on', async () => {
    const face = await packagedTypeface('archivo-black');
    const width = (text: string) => face.shape(text).reduce((sum, g) => sum + g.advance, 0);
    expect(width('AV')).toBeLessThan(width('A') + width('V'));
  });
});

describe('setting text', () => {
  let face: Typeface;
  beforeAll(async () => {
    face = await packagedTypeface('archivo-black');
  });
  const bounds = (text: TextSettings) => {
    const { pieces } = setText(text, [face]);
    const all = pieces.map(({ rings, x, y }) => {
      const b = ringBounds(rings) as NonNullable<ReturnType<typeof ringBounds>>;
      return { x0: b.x0 + x, x1: b.x1 + x, y0: b.y0 + y, y1: b.y1 + y };
    });
    return {
      x0: Math.min(...all.map((b) => b.x0)),
      x1: Math.max(...all.map((b) => b.x1)),
      y0: Math.min(...all.map((b) => b.y0)),
      y1: Math.max(...all.map((b) => b.y1)),
    };
  };

  test('a capital is as tall as the size says, about the origin', () => {
    const { y0, y1 } = bounds(settings({ text: 'H', size: 1.7 }));
    expect(y1 - y0).toBeCloseTo(1.7, 3);
    expect(y0 + y1).toBeCloseTo(0, 3);
  });

  test('tracking opens the gaps between letters and adds nothing at the end', () => {
    const widthOf = (tracking: number) => {
      const { x0, x1 } = bounds(settings({ text: 'HHHH', tracking }));
      return x1 - x0;
    };
    const em = face.unitsPerEm / face.capHeight;
    expect(widthOf(100) - widthOf(0)).toBeCloseTo(3 * 0.1 * em, 4);
  });

  test('lines lie a leading apart and align where they should', () => {
    const em = face.unitsPerEm / face.capHeight;
    const two = bounds(settings({ text: 'H\nH', leading: 1.5 }));
    expect(two.y1 - two.y0).toBeCloseTo(1 + 1.5 * em, 3);
    // Of three letters over one: where the one stands under the three.
    const under = (alignment: TextSettings['alignment']) => {
      const xs = setText(settings({ text: 'HHH\nH', alignment }), [face]).pieces.map((piece) => piece.x);
      return xs.slice(0, 3).findIndex((x) => Math.abs(x - (xs[3] as number)) < 1e-6);
    };
    expect([under('left'), under('centre'), under('right')]).toEqual([0, 1, 2]);
  });

  test('characters that no font has are named once each and stand as the font’s box', () => {
    const { missing, pieces } = setText(settings({ text: 'A漢B漢' }), [face]);
    expect(missing).toEqual(['漢']);
    expect(pieces).toHaveLength(4);
  });

  test('a second font stands in for letters the first one lacks', async () => {
    const extended = new Typeface(await packagedFont('archivo-black', 400, 'latin-ext'));
    expect(setText(settings({ text: 'žąsis' }), [face]).missing).toEqual(['ž', 'ą']);
    expect(setText(settings({ text: 'žąsis' }), [face, extended]).missing).toEqual([]);
  });

  test.each(['', '   ', '\n\n'])('“%s” has no outlines and is no error', (text) => {
    expect(setText(settings({ text }), [face]).pieces).toEqual([]);
  });

  test('equal letters share one outline, so that they are built once', () => {
    const { pieces } = setText(settings({ text: 'EEE' }), [face]);
    expect(new Set(pieces.map((p) => p.key)).size).toBe(1);
    expect(pieces[0]?.rings).toBe(pieces[2]?.rings);
  });

  test('letters of a script that run into one another become one outline', async () => {
    const script = await packagedTypeface('pacifico');
    expect(setText(settings({ text: 'minimum' }), [script]).pieces.length).toBeLessThan(7);
  });
});

test('bytes that are no font are refused in words', () => {
  expect(() => new Typeface(new Uint8Array(100))).toThrow(FontError);
  expect(() => new Typeface(new TextEncoder().encode('not a font at all, however long this may go on'))).toThrow(FontError);
});
