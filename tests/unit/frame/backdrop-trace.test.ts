import { backdropTraces } from '@/core/frame/backdrop-trace';
import type { SetState } from '@/core/frame/frame-state';

const of = (kind: string, values: Record<string, number>) => [{ kind, values }] as unknown as SetState[];

test('a floor is a level line from the side, and nothing from above', () => {
  const floor = of('floor', { level: -0.9, x: 0, z: 0, pan: 0 });
  expect(backdropTraces(floor, 'above')).toEqual([]);
  const [line] = backdropTraces(floor, 'side');
  expect(line?.map(([, y]) => y)).toEqual([-0.9, -0.9]);
});

test('a turned wall crosses the middle where its plane does', () => {
  // Facing (sin 45°, 0, cos 45°) through (1, 0, -2): points of it satisfy (x - 1) + (z + 2) = 0, so x = 0 at z = -1.
  const wall = of('wall', { x: 1, y: 0, z: -2, pan: 45 });
  for (const [x, , z] of backdropTraces(wall, 'above').flat()) expect(x - 1 + z + 2).toBeCloseTo(0, 9);
  for (const [x, , z] of backdropTraces(wall, 'side').flat()) {
    expect(x).toBeCloseTo(0, 9);
    expect(z).toBeCloseTo(-1, 9);
  }
  expect(backdropTraces(of('wall', { x: 1, y: 0, z: -2, pan: 90 }), 'side')).toEqual([]);
});

test('a sweep runs level to where its curve begins, a quarter round, and up', () => {
  const sweep = of('sweep', { level: -0.9, x: 0, z: -4, radius: 3, pan: 0 });
  const [line = []] = backdropTraces(sweep, 'side');
  const [first, begins] = line as unknown as [number[], number[]];
  expect([first[1], begins[1], begins[2]]).toEqual([-0.9, -0.9, -4]);
  for (const [, y, z] of line.slice(1, -1)) expect(Math.hypot(z + 4, y - (-0.9 + 3))).toBeCloseTo(3, 9);
  expect(line.at(-1)?.[2]).toBeCloseTo(-7, 9);
  expect(backdropTraces(sweep, 'above').map(([p]) => p?.[2])).toEqual([-7, -4]);
});
