import { readingOrder } from '@/core/outline/bidi';
import { ringBounds } from '@/core/outline/ring';
import { setText, type Letter, type TextSettings } from '@/core/outline/text-layout';
import { Typeface } from '@/core/outline/typeface';
import { packagedFont, packagedTypeface } from '../support/fonts';

const settings = (text: string, change: Partial<TextSettings> = {}): TextSettings => ({
  text,
  size: 1,
  tracking: 0,
  leading: 1.1,
  alignment: 'left',
  ...change,
});

/** The family in the subsets that are named: each is a face of its own, as stand-in fonts are. */
const faces = (...subsets: string[]) => Promise.all(subsets.map(async (subset) => new Typeface(await packagedFont('rubik', 900, subset))));

/** What a text reads from left to right. */
const fromLeft = (text: string, letters: readonly Letter[]) =>
  [...letters]
    .sort((a, b) => a.x - b.x)
    .map(({ from, to }) => text.slice(from, to))
    .join('');

/** Latin small letters as they are, capitals as Hebrew letters: the notation of the examples in Unicode Standard Annex 9. */
const hebrew = (text: string) => text.replace(/[A-V]/g, (c) => String.fromCharCode(0x5d0 + c.charCodeAt(0) - 65));
const latin = (text: string) => text.replace(/[\u05d0-\u05ea]/g, (c) => String.fromCharCode(65 + c.charCodeAt(0) - 0x5d0));

/** Written from the examples of UAX 9 and from the trade: numbers and names within such a text read to the right. */
describe('the order of mixed scripts', () => {
  test.each([
    ['car means CAR.', 'car means RAC.'],
    ['CAR means car.', '.means car RAC'],
    ['he said THE CAR 1996', 'he said 1996 RAC EHT'],
    ['DEEP 2024', '2024 PEED'],
    ['DEEP news', 'news PEED'],
    ['plain words 24', 'plain words 24'],
  ])('%s is seen as %s', async (typed, seen) => {
    const text = hebrew(typed);
    const { letters } = setText(settings(text), await faces('hebrew', 'latin'));
    expect(latin(fromLeft(text, letters)).trim()).toBe(seen);
    // And letters are told in the order of the text.
    expect(letters.map(({ from }) => from)).toEqual([...letters.keys()]);
  });

  test('the figures of 2024 within Arabic stand from left to right, in a stand-in font too', async () => {
    const text = '\u0639\u0627\u0645 2024';
    const { letters } = setText(settings(text), await faces('arabic', 'latin'));
    expect(fromLeft(text, letters)).toBe('2024 \u0645\u0627\u0639');
  });

  test('a caret at the end of a line stands where its reader ends: left of Hebrew, right of Latin', async () => {
    const set = async (text: string) => setText(settings(text), await faces('hebrew', 'latin'));
    const leftward = await set(hebrew('DEEP'));
    expect(leftward.ends[0]?.x).toBe(0);
    expect(leftward.letters.every(({ rightToLeft }) => rightToLeft)).toBe(true);
    const rightward = await set('deep');
    expect(rightward.ends[0]?.x).toBeCloseTo(Math.max(...rightward.letters.map(({ x, width }) => x + width)), 6);
  });

  test('brackets are turned: the one that opens a Hebrew aside looks to the left', async () => {
    const [face] = await faces('hebrew');
    const drawn = face?.shape(hebrew('(A)'), { rightToLeft: true, script: 'Hebr' }).map(({ glyph }) => glyph);
    const plain = face?.shape('()', { rightToLeft: false, script: null }).map(({ glyph }) => glyph);
    expect([drawn?.[0], drawn?.[2]]).toEqual(plain);
  });
});

describe('joined letters', () => {
  const word = '\u0644\u0645\u0639'; // three that join
  const widthOf = async (tracking: number) => {
    const { pieces } = setText(settings(word, { tracking }), await faces('arabic'));
    const boxes = pieces.map((piece) => ({ box: ringBounds(piece.rings) as NonNullable<ReturnType<typeof ringBounds>>, x: piece.x }));
    return Math.max(...boxes.map(({ box, x }) => box.x1 + x)) - Math.min(...boxes.map(({ box, x }) => box.x0 + x));
  };
  test('are not parted by tracking (CSS Text Level 3, section 8.2: cursive scripts)', async () => {
    expect(await widthOf(200)).toBeCloseTo(await widthOf(0), 6);
    const { pieces } = setText(settings(word, { tracking: 200 }), await faces('arabic'));
    expect(pieces).toHaveLength(1);
  });
  test('letters that do not join are: two alefs stand farther apart', async () => {
    const gap = async (tracking: number) => {
      const { letters } = setText(settings('\u0627\u0627', { tracking }), await faces('arabic'));
      return Math.abs((letters[1]?.x ?? 0) - (letters[0]?.x ?? 0));
    };
    expect(await gap(200)).toBeGreaterThan((await gap(0)) + 0.2);
  });
});

describe('accents typed apart from their letter', () => {
  test('are the letter that the font has for both: no stand-in, nothing missing', async () => {
    const face = await packagedTypeface('archivo-black');
    expect(face.covers(0x301)).toBe(false);
    const apart = setText(settings('E\u0301TE'), [face]);
    const whole = setText(settings('\u00c9TE'), [face]);
    expect(apart.missing).toEqual([]);
    expect(apart.pieces.map(({ rings, x }) => [rings, x])).toEqual(whole.pieces.map(({ rings, x }) => [rings, x]));
    expect(apart.letters.map(({ from, to }) => [from, to])).toEqual([
      [0, 2],
      [2, 3],
      [3, 4],
    ]);
  });
});

test('letters are letters alone: the end of a line is none', async () => {
  const { letters, ends } = setText(settings('AB\nC'), [await packagedTypeface('archivo-black')]);
  expect(letters.map(({ from, to, line }) => [from, to, line])).toEqual([
    [0, 1, 0],
    [1, 2, 0],
    [3, 4, 1],
  ]);
  expect(ends.map(({ from }) => from)).toEqual([2, 4]);
});

test('the place of every unit is taken once, whatever the text', () => {
  for (const text of [hebrew('AB 12 cd (EF) '), '\u202bab \u05d0\u202c!', 'a\u0301\u05d0\ud83d\ude00\u05d1']) {
    const order = readingOrder(text);
    const places = Array.from(text, (_, i) => i).map((i) => order.placeOf(i));
    expect(new Set(places).size).toBe(places.length);
  }
});
