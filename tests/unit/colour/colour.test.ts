import Color from 'colorjs.io';
import { displayColour, rollOff, film, sceneColour } from '@/core/colour/display';
import { linearColour, linearToSrgb, srgbToLinear } from '@/core/colour/transfer';

// IEC 61966-2-1.
test.each([
  [0.18, 0.46136],
  [0.5, 0.73536],
  [0.04, 0.22092],
])('linear %f is %f in sRGB', (linear, encoded) => {
  expect(linearToSrgb(linear)).toBeCloseTo(encoded, 5);
  expect(srgbToLinear(encoded)).toBeCloseTo(linear, 5);
});

test.each(['#000000', '#ffffff', '#7c1f24', '#1b2634', '#d6ab5c', '#030201'])(
  '%s in linear light agrees with the library colorjs.io',
  (hex) => {
    const theirs = new Color(hex).to('srgb-linear').coords as number[];
    linearColour(hex).forEach((v, i) => expect(v).toBeCloseTo(theirs[i] as number, 6));
  },
);

describe('the display transform', () => {
  test('changes nothing below the knee, so that chosen colours stay what they are', () => {
    for (const v of [0, 0.01, 0.2, 0.55]) expect(rollOff(v, 0.55)).toBe(v);
  });

  test('rolls off: always rising, never over 1, with no crease at the knee', () => {
    const knee = 0.55;
    let before = -1;
    for (let v = 0; v < 40; v += 0.01) {
      const now = rollOff(v, knee);
      expect(now).toBeLessThanOrEqual(1);
      expect(now).toBeGreaterThanOrEqual(before);
      before = now;
    }
    const slope = (v: number) => (rollOff(v + 1e-6, knee) - rollOff(v, knee)) / 1e-6;
    expect(slope(knee + 1e-5)).toBeCloseTo(slope(knee - 1e-3), 3);
  });

  test('very bright colours move towards white, dim ones keep their hue', () => {
    const spread = (c: readonly number[]) => Math.max(...c) - Math.min(...c);
    expect(spread(displayColour([24, 6, 1], 0.55))).toBeLessThan(0.1);
    expect(displayColour([0.4, 0.1, 0.02], 0.55)).toEqual([0.4, 0.1, 0.02]);
  });
});

test('what the display shows of a scene colour is undone: a picture that is put behind comes out as it is', () => {
  for (const knee of [0.3, 0.55, 0.9])
    for (const shown of [
      [0, 0, 0],
      [0.2, 0.5, 0.1],
      [0.9, 0.7, 0.95],
      [1, 0, 0],
      [0.999, 0.999, 0.999],
    ] as const) {
      const again = displayColour(sceneColour(shown, knee), knee);
      // Within a fifth of a step of eight bits: the roll-off itself never reaches white.
      again.forEach((v, k) => expect(Math.abs(v - (shown[k] as number))).toBeLessThan(1 / 1275));
    }
});

test('the filmic curve is that which was published: values of its formula, black to black, never over white', () => {
  // x(2.51x + 0.03) / (x(2.43x + 0.59) + 0.14) at 0.6 times the light (K. Narkowicz, 2015; worked out by hand).
  expect(film(0)).toBe(0);
  expect(film(0.18)).toBeCloseTo((0.108 * 0.30108) / (0.108 * 0.85244 + 0.14), 10);
  expect(film(1)).toBeCloseTo(0.9216 / 1.3688, 10);
  expect(film(100)).toBe(1);
  expect(displayColour([0.18, 1, 0], 0.5, 'filmic')).toEqual([film(0.18), film(1), 0]);
});

test.each(['plain', 'filmic'] as const)('what the %s display shows is undone too', (curve) => {
  for (const shown of [
    [0, 0, 0],
    [0.2, 0.5, 0.1],
    [0.9, 0.7, 0.95],
    [1, 0.001, 0.5],
  ] as const) {
    const again = displayColour(sceneColour(shown, 0.5, curve), 0.5, curve);
    again.forEach((v, k) => expect(v).toBeCloseTo(shown[k] as number, 6));
  }
});
