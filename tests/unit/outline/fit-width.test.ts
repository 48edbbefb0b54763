import { setText, type TextSettings } from '@/core/outline/text-layout';
import type { Typeface } from '@/core/outline/typeface';
import { packagedTypeface } from '../support/fonts';

/** Words that grow keep to their width. What a width is, is asked of the shaper itself: the sum of its advances. */

let face: Typeface;
beforeAll(async () => {
  face = await packagedTypeface('archivo-black');
});

const settings = (text: string, change: Partial<TextSettings> = {}): TextSettings => ({
  text,
  size: 1,
  tracking: 0,
  leading: 1.1,
  alignment: 'centre',
  ...change,
});

/** Width of each line from the left of its first letter to the right of its last, metres, and how high its capitals are. */
function linesOf(set: TextSettings): { width: number; size: number; text: string }[] {
  const { letters } = setText(set, [face]);
  return [...new Set(letters.map(({ line }) => line))].map((line) => {
    const own = letters.filter((letter) => letter.line === line);
    const [first, last] = [own[0], own.at(-1)];
    if (!first || !last) throw new Error('an empty line');
    return { width: last.x + last.width - first.x, size: first.size, text: set.text.slice(first.from, last.to) };
  });
}
const only = (set: TextSettings) => linesOf(set)[0] as { width: number; size: number };
const advances = (text: string) => face.shape(text).reduce((sum, { advance }) => sum + advance, 0) / face.capHeight;

const LONG = 'THE LANTERN BELOW THE ICE';

test('what has room stays as it is, by every rule', () => {
  for (const rule of ['none', 'shrink', 'tighten', 'wrap', 'widen'] as const)
    expect(linesOf(settings('DEEP', { fit: { rule, width: 20 } }))).toEqual(linesOf(settings('DEEP')));
});

test('words that shrink are as wide as they may be, and as much smaller as they were too wide', () => {
  const { width, size } = only(settings(LONG, { fit: { rule: 'shrink', width: 6 } }));
  expect(width).toBeCloseTo(6, 6);
  expect(size).toBeCloseTo(6 / advances(LONG), 6);
});

test('words that stand closer keep their size, as far as that goes', () => {
  const own = advances(LONG);
  const close = only(settings(LONG, { fit: { rule: 'tighten', width: own * 0.97 } }));
  expect(close.width).toBeCloseTo(own * 0.97, 3);
  expect(close.size).toBe(1);
  // A twentieth of an em a letter is not enough here: the rest is made up by size.
  const closest = only(settings(LONG, { fit: { rule: 'tighten', width: own * 0.6 } }));
  expect(closest.width).toBeCloseTo(own * 0.6, 3);
  expect(closest.size).toBeLessThan(1);
  expect(closest.size).toBeGreaterThan(0.6);
});

test('words go on in the next line, broken at spaces alone, each line as full as it can be', () => {
  const width = advances('THE LANTERN') + 0.01;
  expect(linesOf(settings(LONG, { fit: { rule: 'wrap', width } })).map(({ text }) => text)).toEqual(['THE LANTERN', 'BELOW THE', 'ICE']);
});

test('lines that were broken by hand stay broken, and a word that is wider than the width becomes smaller', () => {
  const lines = linesOf(settings('ICE\nTHE UNFATHOMABLE', { fit: { rule: 'wrap', width: 4 } }));
  expect(lines.map(({ text }) => text)).toEqual(['ICE', 'THE', 'UNFATHOMABLE']);
  expect(lines[2]?.width).toBeCloseTo(4, 6);
});

test('letters keep their numbers where a line is broken: what is coloured stays so', () => {
  const run = { from: 4, to: 11, size: 1, rise: 0, moves: false, dressed: true };
  const { letters } = setText(settings(LONG, { runs: [run], fit: { rule: 'wrap', width: 5 } }), [face]);
  expect(
    letters
      .filter((letter) => letter.run === 0)
      .map(({ from, to }) => LONG.slice(from, to))
      .join(''),
  ).toBe('LANTERN');
});
