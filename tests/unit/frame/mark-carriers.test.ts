import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { addForm } from '@/core/production/edits/mark-edits';
import { addMarkCarrier } from '@/core/production/edits/mark-carrier-edits';
import type { Mark } from '@/core/production/mark';
import { ownerAt } from '@/core/production/owners/owners';
import { emptyProduction, type Production } from '@/core/production/production';
import { straightKey } from '../support/key';

/** A star at (1, 2, 3), turned, and what carries it. */
const carried = (recipe: (mark: Mark) => void): Production =>
  produce(emptyProduction('Carried', { width: 320, height: 180, rate: '25', length: 100 }), (draft) => {
    addForm(draft, 'star');
    const [mark] = draft.marks as [Mark];
    Object.assign(mark.channels.x, { rest: 1 });
    Object.assign(mark.channels.y, { rest: 2 });
    Object.assign(mark.channels.z, { rest: 3 });
    mark.channels.pan.rest = 30;
    recipe(mark);
  });
const poseAt = (production: Production, frame: number) => evaluate(production, frame / 25, () => null).marks[0]?.pose ?? [];

test('a carrier that is added moves nothing', () => {
  const still = poseAt(
    carried(() => undefined),
    0,
  );
  for (const kind of ['orbit', 'slide'] as const)
    poseAt(
      carried((mark) => void addMarkCarrier(mark, kind)),
      0,
    ).forEach((v, i) => expect(v).toBeCloseTo(still[i] as number, 9));
});

test('an orbit takes a mark round the middle behind it, and turns it with it', () => {
  const production = carried((mark) => {
    addMarkCarrier(mark, 'orbit');
    const [orbit] = mark.carriers;
    if (orbit?.kind === 'orbit') orbit.channels.azimuth.keys = [straightKey(0, 0), straightKey(10, 90)];
  });
  // Two metres behind (1, 2, 3) is the middle; a quarter round from before it to its right.
  const pose = poseAt(production, 10);
  expect([12, 13, 14].map((k) => pose[k])).toEqual([expect.closeTo(3, 9), expect.closeTo(2, 9), expect.closeTo(1, 9)]);
  // Its own 30 degrees, and 90.
  expect(pose[0]).toBeCloseTo(Math.cos((120 * Math.PI) / 180), 9);
});

test('a slide adds to its place, a shake shakes it about its own pivot and is the same each time', () => {
  const production = carried((mark) => {
    addMarkCarrier(mark, 'slide');
    addMarkCarrier(mark, 'shake');
    const [slide] = mark.carriers;
    if (slide?.kind === 'slide') slide.channels.x.rest = 5;
  });
  const [a, b] = [poseAt(production, 3), poseAt(production, 40)];
  expect(a).not.toEqual(b);
  expect(poseAt(production, 3)).toEqual(a);
  for (const pose of [a, b])
    expect(Math.hypot((pose[12] as number) - 6, (pose[13] as number) - 2, (pose[14] as number) - 3)).toBeLessThan(0.1);
  expect(ownerAt(production, 'marks/mark-1/carriers/shake-1')?.label).toBe('Star');
});
