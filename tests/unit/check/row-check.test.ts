import { produce } from 'immer';
import { readSettingsSchema } from '@/core/check/read-check';
import { checkRow, framesToRead, type SeenOfRow } from '@/core/check/row-check';
import { buildMark } from '@/core/frame/solids/build-mark';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { packagedTypeface } from '../support/fonts';

const NEEDS = readSettingsSchema.parse({});
const SEEN: SeenOfRow = { missingIn: () => [], contrastOf: () => 12 };

const words = (text: string, recipe: (draft: Production) => void = () => undefined): Production =>
  produce(emptyProduction('Row', { width: 1920, height: 1080, rate: '25', length: 50 }), (draft) => {
    addWordmark(draft, text);
    recipe(draft);
  });

async function verdicts(production: Production, seen = SEEN) {
  const face = await packagedTypeface('archivo-black');
  const built = new Map(production.marks.map((mark) => [mark.id, buildMark(mark, [face])]));
  const steps = checkRow(production, (id) => built.get(id)?.bounds, undefined, seen, NEEDS);
  for (;;) {
    const step = steps.next();
    if (step.done) return Object.fromEntries(step.value.map(({ check, state }) => [check.split(' ')[0], state]));
  }
}

test('a word that stands in the frame is read; one that reaches over its sides is not, and leaves the safe area', async () => {
  expect(await verdicts(words('ICE'))).toEqual({ letters: 'passes', read: 'passes', safe: 'passes' });
  expect(await verdicts(words('UNFATHOMABLE DEPTHS'))).toMatchObject({ read: 'fails' });
});

test('words that are too many for the time that they stand are not read', async () => {
  const short = words('A\nB\nC\nD\nE', ({ format }) => void (format.length = 20));
  expect(await verdicts(short)).toMatchObject({ read: 'fails' });
});

test('contrast of the picture counts, and characters that no font has are told', async () => {
  expect(await verdicts(words('ICE'), { ...SEEN, contrastOf: () => 1.5 })).toMatchObject({ read: 'fails' });
  expect(await verdicts(words('ICE'), { ...SEEN, missingIn: () => ['終'] })).toMatchObject({ letters: 'fails', read: 'passes' });
});

test('of the longest productions some frames are looked at, evenly, from the first on', () => {
  const frames = framesToRead({ format: { width: 1920, height: 1080, rate: '25', length: 36_000 } });
  expect(frames.length).toBeLessThanOrEqual(400);
  expect(frames[0]).toBe(0);
  expect(frames.at(-1)).toBeGreaterThan(35_800);
  expect(framesToRead({ format: { width: 1920, height: 1080, rate: '25', length: 100 } })).toHaveLength(100);
});
