import bezierEasing from 'bezier-easing';
import { z } from 'zod';
import { cubicBezierEasing } from '@/core/motion/bezier';
import { bounceProgress } from '@/core/motion/bounce';
import { keysOf, type Channel, type Join, type Key } from '@/core/motion/channel';
import { withPace } from '@/core/motion/edit-channel';
import { withKeysReversed } from '@/core/motion/edit-keys';
import { keyValue } from '@/core/motion/key-value';
import { speedAt } from '@/core/motion/channel-speed';
import { PACE_NAMES, paceName, PACES } from '@/core/motion/pace';
import { reboundOf, swingProgress } from '@/core/motion/rebound';
import { speedSilhouette } from '@/core/motion/silhouette';
import { key } from '../support/key';

const channel = (...keys: Key[]): Channel => ({ rest: 0, keys });
const joined = (join: Join, ...points: [number, number][]) => channel(...points.map(([frame, value]) => key(frame, value, { join })));

describe('cubic Bezier easing', () => {
  // W3C CSS Easing Functions Level 1, the keywords; values by the library bezier-easing.
  test.each([
    ['ease', 0.25, 0.1, 0.25, 1],
    ['ease-in', 0.42, 0, 1, 1],
    ['ease-out', 0, 0, 0.58, 1],
    ['ease-in-out', 0.42, 0, 0.58, 1],
  ])('%s', (_name, x1, y1, x2, y2) => {
    const theirs = bezierEasing(x1, y1, x2, y2);
    for (let i = 0; i <= 100; i++) expect(Math.abs(cubicBezierEasing(x1, y1, x2, y2, i / 100) - theirs(i / 100))).toBeLessThan(1e-5);
  });

  test('a grid of curves agrees with bezier-easing', () => {
    for (const x1 of [0, 0.1, 0.5, 0.9, 1]) {
      for (const x2 of [0, 0.1, 0.5, 0.9, 1]) {
        for (const y1 of [-0.6, 0, 1.4]) {
          for (const y2 of [-0.3, 1, 1.6]) {
            const theirs = bezierEasing(x1, y1, x2, y2);
            for (const x of [0.05, 0.31, 0.5, 0.77, 0.98])
              expect(Math.abs(cubicBezierEasing(x1, y1, x2, y2, x) - theirs(x))).toBeLessThan(2e-4);
          }
        }
      }
    }
  });

  test('an eased span with the default handles is ease-in-out', () => {
    const span = channel(key(10, -2), key(60, 4));
    for (const x of [0.1, 0.35, 0.8]) expect(keyValue(span, 10 + 50 * x)).toBeCloseTo(-2 + 6 * cubicBezierEasing(0.42, 0, 0.58, 1, x), 9);
  });
});

describe('joins', () => {
  test('straight keeps one speed', () => {
    const line = joined('straight', [0, 0], [100, 50]);
    for (const frame of [0, 13, 50, 99]) {
      expect(keyValue(line, frame)).toBeCloseTo(frame / 2, 9);
      expect(speedAt(line, frame)).toBeCloseTo(0.5, 9);
    }
  });

  test('held stays, and jumps at the next key', () => {
    const steps = joined('held', [0, 1], [10, 5]);
    expect(keyValue(steps, 9.999)).toBe(1);
    expect(keyValue(steps, 10)).toBe(5);
    expect(speedAt(steps, 5)).toBe(0);
  });

  test('flowing passes a key with one speed and never overshoots between keys', () => {
    const flow = joined('flowing', [0, 0], [10, 3], [40, 4], [50, 12]);
    for (const frame of [10, 40]) expect(speedAt(flow, frame - 1e-6)).toBeCloseTo(speedAt(flow, frame + 1e-6), 4);
    for (let frame = 0; frame < 50; frame += 0.5) expect(keyValue(flow, frame + 0.5)).toBeGreaterThanOrEqual(keyValue(flow, frame) - 1e-12);
  });

  test('flowing through a turning point stops there (monotone interpolation, M. Steffen 1990)', () => {
    expect(speedAt(joined('flowing', [0, 0], [10, 8], [20, 0]), 10)).toBeCloseTo(0, 12);
  });

  test('before the first key and after the last the value holds; without keys it rests', () => {
    const span = channel(key(10, 2), key(20, 3));
    expect([keyValue(span, -100), keyValue(span, 1e6)]).toEqual([2, 3]);
    expect(keyValue({ rest: 7, keys: [] }, 3)).toBe(7);
  });

  test('angles are plain numbers: 720° is two turns', () => {
    expect(keyValue(joined('straight', [0, 0], [100, 720]), 75)).toBeCloseTo(540, 9);
  });

  test('a turntable from frame 1 to 120 is at even steps all round, and frame 120 would repeat frame 1 (common practice)', () => {
    const turn = joined('straight', [1, 0], [120, 360]);
    const step = keyValue(turn, 2) - keyValue(turn, 1);
    for (let frame = 1; frame < 120; frame++) expect(keyValue(turn, frame + 1) - keyValue(turn, frame)).toBeCloseTo(step, 9);
    expect(keyValue(turn, 120) % 360).toBeCloseTo(keyValue(turn, 1), 9);
  });
});

describe('paces', () => {
  const span = (name: keyof typeof PACES) =>
    channel(key(0, 0, { leave: PACES[name].leave, ...reboundOf(PACES[name]) }), key(100, 1, { arrive: PACES[name].arrive }));

  test.each(PACE_NAMES)('%s begins and ends where it should, and is known by its name', (name) => {
    expect([keyValue(span(name), 0), keyValue(span(name), 100)]).toEqual([0, 1]);
    expect(paceName(PACES[name])).toBe(name);
  });

  test('settle leaves fast and arrives slowly; launch is the reverse (common practice)', () => {
    expect(keyValue(span('settle'), 30)).toBeGreaterThan(0.6);
    expect(speedAt(span('settle'), 99)).toBeLessThan(0.001);
    for (let frame = 0; frame <= 100; frame += 5)
      expect(keyValue(span('launch'), frame)).toBeCloseTo(1 - keyValue(span('settle'), 100 - frame), 6);
  });

  test('even moves at one speed; linger is slow in the middle', () => {
    expect(speedAt(span('even'), 3)).toBeCloseTo(speedAt(span('even'), 70), 6);
    expect(speedAt(span('linger'), 50)).toBeLessThan(0.5 * speedAt(span('linger'), 5));
  });

  test('only overshoot goes past its end, by about a tenth (common practice: 110 %), and what swings', () => {
    const highest = (name: keyof typeof PACES) => Math.max(...Array.from({ length: 1001 }, (_, i) => keyValue(span(name), i / 10)));
    expect(highest('overshoot')).toBeGreaterThan(1.05);
    expect(highest('overshoot')).toBeLessThan(1.2);
    for (const name of PACE_NAMES.filter((n) => n !== 'overshoot' && n !== 'swing')) expect(highest(name)).toBeLessThan(1 + 1e-9);
  });
});

describe('a bounce', () => {
  test('falls as bodies fall, and each rebound lasts and rises as its speed says (free fall)', () => {
    const restitution = 0.5;
    const touches: number[] = [];
    const tops: number[] = [];
    let before = 0;
    let rising = false;
    for (let i = 1; i <= 200_000; i++) {
      const value = bounceProgress(i / 200_000, 3, restitution);
      if (value < before && !rising) touches.push((i - 1) / 200_000);
      if (value > before && rising) tops.push(1 - before);
      rising = value < before;
      before = value;
    }
    const [fall] = touches as [number];
    // From the top: half of the fall's time covers a quarter of its height.
    expect(bounceProgress(fall / 2, 3, restitution)).toBeCloseTo(0.25, 3);
    tops.forEach((height, k) => expect(height).toBeCloseTo(restitution ** (2 * (k + 1)), 3));
    expect(tops).toHaveLength(3);
  });
});

describe('a swing', () => {
  /** Places and values at which a function turns, sampled. */
  const turns = (count: number, damping: number) => {
    const values = Array.from({ length: 100_001 }, (_, i) => swingProgress(i / 100_000, count, damping));
    return values.flatMap((v, i) => {
      const [before, after] = [values[i - 1], values[i + 1]];
      return before !== undefined && after !== undefined && (v - before) * (after - v) < 0 ? [[i / 100_000, v] as const] : [];
    });
  };

  test('goes past its goal as far and as often as a damped oscillator does (step response, handbooks of control)', () => {
    // 10 % over at ζ 0.59116, 25 % at ζ 0.40371; each extreme is e^(−πζ/√(1−ζ²)) of the one before, on the other side.
    for (const [damping, over] of [
      [0.59116, 0.1],
      [0.40371, 0.25],
    ] as const) {
      const found = turns(4, damping);
      expect(found.slice(0, 4).map(([, v]) => v - 1)).toEqual(
        [over, -(over ** 2), over ** 3, -(over ** 4)].map((v) => expect.closeTo(v, 5)),
      );
      // Extremes come at even times, one a half swing.
      expect(found.slice(0, 4).map(([x]) => x)).toEqual([0.2, 0.4, 0.6, 0.8].map((x) => expect.closeTo(x, 4)));
    }
  });

  test('begins and comes to rest without a jolt, however little it is damped', () => {
    for (const damping of [0.02, 0.3, 0.95]) {
      expect([swingProgress(0, 3, damping), swingProgress(1, 3, damping)]).toEqual([0, 1]);
      for (const [x, value] of [
        [1e-4, 0],
        [1 - 1e-4, 1],
      ] as const)
        expect(Math.abs(swingProgress(x, 3, damping) - value)).toBeLessThan(1e-5);
    }
  });

  test('is kept by keys: reversed, set as a pace, and written as it was', () => {
    const swung = withPace(channel(key(0, 0), key(50, 4)), 0, 50, PACES.swing);
    expect(keyValue(swung, 50 / 4)).toBeCloseTo(4 * swingProgress(0.25, 3, 0.4), 9);
    expect(keysOf(z.number()).parse(swung.keys)).toEqual(swung.keys);
    const back = withPace(swung, 0, 50, PACES.glide);
    expect(keyValue(back, 25)).toBeCloseTo(2, 9);
    // Read backwards the span begins at the other key, and swings about what is now its end.
    expect(keyValue(withKeysReversed(swung, [0, 50], 0, 50), 50 / 4)).toBeCloseTo(4 - 4 * swingProgress(0.25, 3, 0.4), 9);
  });
});

test('the silhouette of a move is its speed: highest where it is fastest, nought where nothing moves', () => {
  const settle = channel(key(0, 0, { leave: PACES.settle.leave }), key(100, 8, { arrive: PACES.settle.arrive }));
  const shape = speedSilhouette([settle, { rest: 3, keys: [] }], 0, 100, 20);
  const fastest = shape.indexOf(Math.max(...shape));
  expect(fastest).toBeLessThan(4);
  expect(shape[20]).toBeLessThan(0.01 * (shape[fastest] as number));
  expect(Math.max(...speedSilhouette([channel(key(0, 2), key(9, 2))], 0, 9, 8), 0)).toBe(0);
});
