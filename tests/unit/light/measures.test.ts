import { blackBodyEfficacy, planckianColour, planckianXy } from '@/core/light/black-body';
import { fromLux, LUX_OF_WHITE } from '@/core/light/photometry';
import { srgbToLinear } from '@/core/colour/transfer';

describe('the light of a black body', () => {
  test.each([
    // CIE standard illuminant A (CIE 15): a black body at 2856 K.
    [2856, 0.44757, 0.40745],
    // Points of the Planckian locus (Y. Ohno, LEUKOS 10, 2014, and handbook tables): from memory, to three places.
    [2000, 0.527, 0.413],
    [4000, 0.381, 0.377],
    [6500, 0.314, 0.324],
    [10_000, 0.281, 0.288],
  ])('at %d K lies at x %f, y %f', (kelvin, x, y) => {
    const [ownX, ownY] = planckianXy(kelvin);
    expect(Math.abs(ownX - x)).toBeLessThan(0.001);
    expect(Math.abs(ownY - y)).toBeLessThan(0.001);
  });

  test('is warm below, nearly white by 6500 K and blue above, always of luminance 1', () => {
    for (const kelvin of [1700, 2700, 4000, 6500, 12_000, 25_000]) {
      const [r, g, b] = planckianColour(kelvin);
      expect(0.2126 * r + 0.7152 * g + 0.0722 * b).toBeCloseTo(1, 9);
    }
    const [warm, white, cold] = [2700, 6500, 15_000].map((kelvin) => planckianColour(kelvin)) as unknown as [number[], number[], number[]];
    expect((warm[0] as number) / (warm[2] as number)).toBeGreaterThan(3);
    // D65 lies a little beside the locus; as sRGB it is white (IEC 61966-2-1).
    for (const c of white) expect(Math.abs(c - srgbToLinear(1))).toBeLessThan(0.08);
    expect((cold[2] as number) / (cold[0] as number)).toBeGreaterThan(1.5);
  });

  // The greatest efficacy of a black body is about 96 lm/W near 6640 K; at 2800 K, a lamp's filament, it is about 15 (lighting handbooks).
  test('gives most lumens a watt near 6640 K', () => {
    expect(Math.abs(blackBodyEfficacy(6640) / 96.1 - 1)).toBeLessThan(0.02);
    expect(blackBodyEfficacy(5600)).toBeLessThan(blackBodyEfficacy(6640));
    expect(blackBodyEfficacy(8000)).toBeLessThan(blackBodyEfficacy(6640));
    expect(Math.abs(blackBodyEfficacy(2800) - 15.3)).toBeLessThan(1);
  });
});

test('a white matte surface under the lux of white sends a radiance of 1: irradiance over π (Lambert)', () => {
  expect(fromLux(LUX_OF_WHITE) / Math.PI).toBeCloseTo(1, 12);
});
