import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { addForm } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { emptyProduction } from '@/core/production/production';
import { multiply } from '@/core/space/matrix';
import { straightKey } from '../support/key';

/** A star that goes a metre a frame for ten frames, with two copies after it. */
const trailed = (recipe: (mark: Mark) => void = () => undefined) =>
  produce(emptyProduction('Trails', { width: 320, height: 180, rate: '25', length: 100 }), (draft) => {
    addForm(draft, 'star');
    const [mark] = draft.marks as [Mark];
    mark.channels.x.keys = [straightKey(0, 0), straightKey(10, 10)];
    mark.trail.settings.count = 2;
    recipe(mark);
  });
const stepsAt = (production: ReturnType<typeof trailed>, frame: number) => {
  const [mark] = evaluate(production, frame / 25, () => null).marks;
  return (mark?.trail ?? []).map(({ state, copies }) => {
    const pose = multiply(mark?.pose ?? [], copies[0] ?? []);
    return { x: pose[12] as number, z: pose[14] as number, size: pose[0] as number, opacity: state.opacity, tints: state.look?.tints ?? 0 };
  });
};

test('each copy is where the mark was, and less there than the one before it', () => {
  const [first, second] = stepsAt(trailed(), 8);
  expect(first?.x).toBeCloseTo(6, 9);
  expect(second?.x).toBeCloseTo(4, 9);
  expect([first?.opacity, second?.opacity]).toEqual([0.6, expect.closeTo(0.36, 12)]);
});

test('where the mark rests nothing comes after it, but in depth', () => {
  expect(stepsAt(trailed(), 50)).toEqual([]);
  const deep = stepsAt(
    trailed(({ trail: { channels } }) => {
      [channels.deep.rest, channels.size.rest, channels.tints.rest, channels.opacity.rest] = [0.5, 0.9, 1, 1];
    }),
    50,
  );
  expect(deep.map(({ z }) => z)).toEqual([expect.closeTo(-0.5, 3), expect.closeTo(-1, 3)]);
  expect(deep.map(({ size }) => size)).toEqual([expect.closeTo(0.9, 9), expect.closeTo(0.81, 9)]);
  expect(deep.map(({ tints }) => tints)).toEqual([0.5, 1]);
});
