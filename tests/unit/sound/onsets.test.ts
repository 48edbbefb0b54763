import { seededRandom } from '@/core/motion/random';
import { findOnsets } from '@/core/sound/onsets';
import { mono, stretchesOf } from '@/core/sound/waveform';

const RATE = 44_100;

/** A click track: short bursts of a decaying tone at given times over soft noise. */
function clicks(times: readonly number[], seconds: number, levels: readonly number[] = [0.8]): Float32Array {
  const random = seededRandom(3);
  const signal = Float32Array.from({ length: seconds * RATE }, () => (random() - 0.5) * 0.004);
  times.forEach((time, n) => {
    const start = Math.round(time * RATE);
    for (let i = 0; i < 0.05 * RATE && start + i < signal.length; i++) {
      const at = start + i;
      signal[at] =
        (signal[at] as number) +
        (levels[n % levels.length] as number) * Math.exp(-i / (0.008 * RATE)) * Math.sin((2 * Math.PI * 1400 * i) / RATE + 0.4);
    }
  });
  return signal;
}

test.each([
  [120, 0.13],
  [93, 0.4],
  [150, 0.05],
])('the onsets of a click track at %d beats a minute are found to within 10 ms, and so is its tempo', (tempo, first) => {
  const times = Array.from({ length: Math.floor((7.5 - first) / (60 / tempo)) }, (_, i) => first + (i * 60) / tempo);
  const found = findOnsets(clicks(times, 8), RATE);
  expect(found.onsets).toHaveLength(times.length);
  found.onsets.forEach(({ seconds }, i) => expect(Math.abs(seconds - (times[i] as number))).toBeLessThan(0.01));
  expect(Math.abs((found.tempo ?? 0) / tempo - 1)).toBeLessThan(0.02);
});

test('a click at the very beginning is found too', () => {
  const found = findOnsets(clicks([0, 0.5, 1], 1.6), RATE).onsets.map(({ seconds }) => seconds);
  expect(found).toEqual([expect.closeTo(0, 2), expect.closeTo(0.5, 2), expect.closeTo(1, 2)]);
});

test('uneven clicks are found where they are; a higher threshold leaves the weak ones out', () => {
  const times = [0.31, 0.9, 1.02, 2.4, 2.95, 3.61];
  const signal = clicks(times, 4.5, [0.8, 0.02]);
  const all = findOnsets(signal, RATE, 0.05).onsets;
  expect(all.map(({ seconds }) => Math.round(seconds * 100) / 100)).toEqual(times.map((t) => expect.closeTo(t, 1)));
  const strong = findOnsets(signal, RATE, 0.8).onsets;
  expect(strong.map(({ seconds }) => seconds)).toEqual([0.31, 1.02, 2.95].map((t) => expect.closeTo(t, 2)));
});

test('silence and a steady tone have no onsets but their beginning', () => {
  expect(findOnsets(new Float32Array(RATE), RATE)).toEqual({ onsets: [], tempo: null });
  const tone = Float32Array.from({ length: 2 * RATE }, (_, i) => 0.5 * Math.sin((2 * Math.PI * 220 * i) / RATE));
  expect(findOnsets(tone, RATE).onsets.filter(({ seconds }) => seconds > 0.1 && seconds < 1.9)).toEqual([]);
});

test('a waveform keeps the extremes of all channels', () => {
  const [left, right] = [new Float32Array(1000), new Float32Array(1000)];
  left[333] = 0.9;
  right[334] = -0.7;
  const { lows, highs, seconds } = stretchesOf([left, right], 1000, 100);
  expect(seconds).toBeCloseTo(0.01, 12);
  expect([lows.length, highs[33], lows[33], highs[34]]).toEqual([100, expect.closeTo(0.9, 6), expect.closeTo(-0.7, 6), 0]);
  expect(mono([left, right])[333]).toBeCloseTo(0.45, 6);
});
