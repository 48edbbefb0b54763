import { excerpt } from '@/core/sound/excerpt';

const ramp = Float32Array.from({ length: 10 }, (_, i) => (i + 1) / 10);
const samples = (start: number, seconds: number, gainDb = 0) => [...(excerpt([ramp], 10, { start, seconds, gainDb })[0] as Float32Array)];
const close = (found: number[], wanted: number[]) => {
  expect(found).toHaveLength(wanted.length);
  wanted.forEach((v, i) => expect(found[i]).toBeCloseTo(v, 6));
};

describe('the sound under some frames', () => {
  test('is what lies there', () => close(samples(0.2, 0.3), [0.3, 0.4, 0.5]));
  test('is silent before the sound begins and after it ends', () => {
    close(samples(-0.2, 0.4), [0, 0, 0.1, 0.2]);
    close(samples(0.8, 0.4), [0.9, 1, 0, 0]);
    close(samples(-3, 0.2), [0, 0]);
    close(samples(3, 0.2), [0, 0]);
    close(samples(-0.1, 1.3), [0, ...ramp, 0, 0]);
  });
  test('−6.02 dB is half the amplitude (20·log10 of the ratio, IEC 60027-3), on every channel', () => {
    close(samples(0, 0.2, -6.0206), [0.05, 0.1]);
    const both = excerpt([ramp, ramp.map((v) => -v)], 10, { start: 0.5, seconds: 0.1, gainDb: 0 });
    expect(both.map(([first]) => first)).toEqual([expect.closeTo(0.6), expect.closeTo(-0.6)]);
  });
});
