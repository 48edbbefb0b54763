import type { Channel, Key } from '@/core/motion/channel';
import { keyValue } from '@/core/motion/key-value';
import { keyReader } from '@/core/motion/readers';
import { speedAt } from '@/core/motion/channel-speed';
import { handleEnd, withHandle } from '@/core/motion/handle-edit';
import { curvesOf, speedScale, valueScale } from '@/parts/curve-view/curve-geometry';
import { keysInBox } from '@/parts/timeline/box-selection';
import { key as plain } from '../support/key';
import { timeScale } from '@/parts/timeline/time-scale';

const HANDLE = { influence: 0.4, speed: 0 };
const key = (frame: number, value: number, more: Partial<Key> = {}): Key => plain(frame, value, { arrive: HANDLE, leave: HANDLE, ...more });
const channel: Channel = { rest: 0, keys: [key(0, 0), key(40, 10), key(60, 4)] };

describe('handles in the units of the curve', () => {
  test('end where the Bezier’s control points lie (CSS Easing 1: the curve is tangent to them)', () => {
    const given = withHandle(channel, 1, 'arrive', 0.5, 0.3, false);
    const end = handleEnd(given.keys, 1, 'arrive');
    expect(end).toMatchObject({ frame: 20, speed: expect.closeTo(0.3, 12), influence: 0.5 });
    expect(end?.value).toBeCloseTo(10 - 20 * 0.3, 9);
    // The speed at the key is what was asked for, by finite differences.
    expect((keyValue(given, 40) - keyValue(given, 40 - 1e-5)) / 1e-5).toBeCloseTo(0.3, 3);
  });

  test('joined handles keep one speed on both sides, parted ones do not', () => {
    const joined = withHandle(channel, 1, 'leave', 0.3, -0.25, true);
    expect(speedAt(joined, 40 - 1e-6)).toBeCloseTo(-0.25, 3);
    expect(speedAt(joined, 40)).toBeCloseTo(-0.25, 3);
    const parted = withHandle(channel, 1, 'leave', 0.3, -0.25, false);
    expect(speedAt(parted, 40 - 1e-6)).toBeCloseTo(0, 3);
  });

  test('a straight or flowing key keeps its shape on the side that is not touched', () => {
    for (const join of ['straight', 'flowing'] as const) {
      const before: Channel = { rest: 0, keys: channel.keys.map((k) => ({ ...k, join })) };
      const after = withHandle(before, 1, 'leave', 0.6, 0.1, false);
      for (let f = 0; f <= 40; f += 2.5) expect(keyValue(after, f)).toBeCloseTo(keyValue(before, f), 9);
      expect(after.keys[1]?.join).toBe('eased');
    }
  });

  test('between equal values a handle still has a speed: the curve rises and comes back', () => {
    const flat: Channel = { rest: 0, keys: [key(0, 5), key(20, 5)] };
    const risen = withHandle(flat, 0, 'leave', 0.5, 0.8, false);
    expect(speedAt(risen, 1e-6)).toBeCloseTo(0.8, 3);
    expect(keyValue(risen, 6)).toBeGreaterThan(5.5);
    expect(keyValue(risen, 20)).toBe(5);
  });

  test('the first key has none before it, the last none after; held and bouncing spans have none', () => {
    expect([handleEnd(channel.keys, 0, 'arrive'), handleEnd(channel.keys, 2, 'leave')]).toEqual([null, null]);
    expect(handleEnd([key(0, 0, { join: 'held' }), key(9, 1)], 0, 'leave')).toBeNull();
    expect(handleEnd([key(0, 0, { bounces: 2 }), key(9, 1)], 1, 'arrive')).toBeNull();
  });
});

describe('curves on the page', () => {
  test('speed is units a second, and what is shown lies inside the pane, handles too', () => {
    const { value, speed } = curvesOf(channel, keyReader(channel), 0, 100, 600, 25);
    const at = (frame: number) => speed.reduce((a, b) => (Math.abs(b[0] - frame) < Math.abs(a[0] - frame) ? b : a))[1];
    expect(at(20)).toBeCloseTo(25 * speedAt(channel, 20), 1);
    expect(at(90)).toBe(0);
    const up = valueScale(channel, value, 200);
    for (const [, v] of value) {
      expect(up(v)).toBeGreaterThanOrEqual(0);
      expect(up(v)).toBeLessThanOrEqual(200);
    }
    expect(speedScale(speed, 100)(0)).toBeLessThanOrEqual(100);
  });
});

test('a box over the lanes selects the keys whose rivets lie in it', () => {
  const lane = (id: string, frames: number[]) => ({
    id,
    label: id,
    holder: '',
    hue: null,
    rivets: frames.map((frame) => ({ frame, join: null })),
    moves: [],
    strips: [],
    bars: [],
    fan: [],
  });
  const lanes = [lane('a', [0, 10, 20]), lane('b', [10, 30])];
  const scale = timeScale({ from: 0, to: 40 }, 424);
  expect(keysInBox(lanes, scale, { x0: scale(8), y0: 10, x1: scale(25), y1: 34 })).toEqual([
    { owner: 'a', frame: 10 },
    { owner: 'a', frame: 20 },
  ]);
  // Drawn backwards, over both lanes.
  expect(keysInBox(lanes, scale, { x0: scale(12), y0: 70, x1: scale(5), y1: 5 })).toEqual([
    { owner: 'a', frame: 10 },
    { owner: 'b', frame: 10 },
  ]);
});
