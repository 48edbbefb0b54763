import { lensFit, lensSource, type LensMap } from '@/core/finish/lens-map';

const NONE: LensMap = { bend: 0, bulge: 0, bulgeX: 0, bulgeY: 0, bulgeSize: 0.4, fringe: 0 };
const ASPECT = 16 / 9;
const [EX, EY] = [16 / Math.hypot(16, 9), 9 / Math.hypot(16, 9)];

test('light is bent by the radius: r (1 + k r²), the first term of the usual lens polynomial', () => {
  for (const [x, y] of [
    [0.3, 0.1],
    [-0.6, 0.4],
  ] as const) {
    const r = Math.hypot(x, y);
    const [sx, sy] = lensSource({ ...NONE, bend: 0.2 }, [x, y]);
    expect(Math.hypot(sx, sy)).toBeCloseTo(r * (1 + 0.2 * r * r), 12);
    expect(Math.atan2(sy, sx)).toBeCloseTo(Math.atan2(y, x), 12);
  }
  expect(lensSource(NONE, [0.3, 0.4])).toEqual([0.3, 0.4]);
});

test('a bulge makes its middle larger, and leaves what is farther off than its size', () => {
  const map = { ...NONE, bulge: 1, bulgeX: 0.2 };
  // About the middle sources lie half as far apart: what is there is twice as large.
  expect(lensSource(map, [0.2 + 1e-4, 0])[0] - 0.2).toBeCloseTo(0.5e-4, 8);
  expect(lensSource(map, [0.2, 0.5])).toEqual([0.2, 0.5]);
});

test('the picture is fitted: every place is lit from within the frame, and its border is touched', () => {
  for (const change of [
    { bend: 0.3 },
    { bend: -0.3 },
    { fringe: 0.1 },
    { bulge: -0.8, bulgeX: 0.5 },
    { bend: 0.2, bulge: 0.7, fringe: 0.02 },
  ]) {
    const map = { ...NONE, ...change };
    const fit = lensFit(map, ASPECT);
    let most = 0;
    for (let i = 0; i <= 40; i++)
      for (let j = 0; j <= 40; j++)
        for (const hue of [-1, 0, 1]) {
          const [sx, sy] = lensSource(map, [(i / 20 - 1) * EX, (j / 20 - 1) * EY], hue);
          most = Math.max(most, (fit * Math.abs(sx)) / EX, (fit * Math.abs(sy)) / EY);
        }
    expect(most).toBeLessThan(1.002);
    expect(most).toBeGreaterThan(0.97);
  }
  expect(lensFit(NONE, ASPECT)).toBeCloseTo(1, 12);
  // A barrel is farthest out in the corners.
  expect(lensFit({ ...NONE, bend: 0.25 }, ASPECT)).toBeCloseTo(1 / 1.25, 9);
});
