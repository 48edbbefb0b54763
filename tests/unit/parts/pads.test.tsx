/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { useState } from 'react';
import { PACES, type Pace } from '@/core/motion/pace';
import type { DrawnPoint } from '@/core/solid/profile';
import { PaceCurve } from '@/parts/pad/pace-curve';
import { ProfileDrawing } from '@/parts/pad/profile-drawing';
import { drag, HIGH, show, WIDE } from '../support/page';

/** Something with a value of its own, and all that it was changed to. */
function held<T>(first: T, element: (value: T, put: (value: T, gesture: string) => void) => React.ReactElement) {
  const changes: { value: T; gesture: string }[] = [];
  function Holder() {
    const [value, setValue] = useState(first);
    return element(value, (next, gesture) => {
      changes.push({ value: next, gesture });
      setValue(next);
    });
  }
  return { ...show(<Holder />), changes, last: () => changes.at(-1)?.value };
}

describe('a pace', () => {
  const pace = (first: Pace) => held(first, (value, put) => <PaceCurve pace={value} colour="#888" onChange={put} />);
  /** Page of the pad: 208 by 84 with an edge of 8, values from -0.3 to 1.3. */
  const at = (time: number, value: number) => ({
    x: ((8 + time * 192) / 208) * WIDE,
    y: ((76 - ((value + 0.3) / 1.6) * 68) / 84) * HIGH,
  });

  test('is drawn by its handles: how long one is, how steep it stands', async () => {
    const { user, last, changes } = pace(PACES.even);
    await drag(user, screen.getByRole('slider', { name: 'Handle of leaving' }), at(0, 0), at(0.3, 0.2), at(0.5, 0.25));
    expect(last()?.leave).toMatchObject({ influence: expect.closeTo(0.5, 6), speed: expect.closeTo(0.5, 6) });
    expect(last()?.arrive).toEqual(PACES.even.arrive);
    expect(new Set(changes.map(({ gesture }) => gesture)).size).toBe(1);
    await drag(user, screen.getByRole('slider', { name: 'Handle of arriving' }), at(1, 1), at(0.6, 1.2));
    // It arrives from above: it has overshot.
    expect(last()?.arrive).toMatchObject({ influence: expect.closeTo(0.4, 6), speed: expect.closeTo(-0.5, 6) });
  });

  test('is stepped by the arrow keys, larger with Shift', async () => {
    const { user, last } = pace({ leave: { influence: 0.5, speed: 0 }, arrive: { influence: 0.5, speed: 0 }, bounces: 0 });
    act(() => screen.getByRole('slider', { name: 'Handle of leaving' }).focus());
    await user.keyboard('{ArrowRight}{Shift>}{ArrowRight}{/Shift}');
    expect(last()?.leave.influence).toBeCloseTo(0.62, 9);
  });

  test('that bounces has no handles', () => {
    pace(PACES.bounce);
    expect(screen.queryByRole('slider')).toBeNull();
  });
});

describe('a profile', () => {
  const drawn = (points: DrawnPoint[], most = 8) =>
    held(points, (value, put) => <ProfileDrawing points={value} most={most} onChange={(next, gesture) => put(next, gesture)} />);
  /** Page of the pad: 212 by 132 with an edge of 12. */
  const at = (across: number, up: number) => ({ x: ((12 + across * 188) / 212) * WIDE, y: ((120 - up * 108) / 132) * HIGH });
  const TWO: DrawnPoint[] = [
    { in: 0.3, up: 0.5, smooth: true },
    { in: 0.7, up: 0.8, smooth: false },
  ];
  const point = (i: number) => screen.getByRole('slider', { name: new RegExp(`^Point ${i} `) });

  test('is drawn by its points, which do not pass one another', async () => {
    const { user, last } = drawn(TWO);
    await drag(user, point(1), at(0.3, 0.5), at(0.5, 0.25));
    expect(last()?.[0]).toMatchObject({ in: expect.closeTo(0.5, 6), up: expect.closeTo(0.25, 6) });
    await drag(user, point(1), at(0.5, 0.25), at(0.95, 2));
    expect(last()?.[0]).toMatchObject({ in: 0.7, up: 1 });
  });

  test('a double press adds a point in its place, up to as many as it may have', async () => {
    const { user, last, changes } = drawn(TWO, 3);
    const pad = screen.getByRole('group');
    const press = (place: { x: number; y: number }) => {
      const target = { target: pad, coords: { clientX: place.x, clientY: place.y } };
      return user.pointer([target, { ...target, keys: '[MouseLeft][MouseLeft]' }]);
    };
    await press(at(0.5, 0.6));
    expect(last()?.map((each) => Math.round(each.in * 10))).toEqual([3, 5, 7]);
    await press(at(0.6, 0.6));
    expect(changes).toHaveLength(1);
  });

  test('by keyboard: arrows move a point, Enter makes it a corner or smooth, Delete takes it away', async () => {
    const { user, last } = drawn(TWO);
    act(() => point(2).focus());
    await user.keyboard('{ArrowDown}');
    expect(last()?.[1]?.up).toBeCloseTo(0.79, 9);
    await user.keyboard('{Enter}');
    expect(last()?.[1]?.smooth).toBe(true);
    act(() => point(2).focus());
    await user.keyboard('{Delete}');
    expect(last()).toHaveLength(1);
  });
});
