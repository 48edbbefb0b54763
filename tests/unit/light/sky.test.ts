import { fromChromaticity } from '@/core/colour/transfer';
import { skyAt, zenithLuminance } from '@/core/light/sky';
import { radians } from '@/core/space/angle';

const sunAt = (height: number) => radians(90 - height);
/** Angle to a sun in the plane of x = 0, of a direction by its angle from the zenith and round it. */
const gammaOf = (theta: number, phi: number, sun: number) =>
  Math.acos(Math.max(-1, Math.min(1, Math.cos(theta) * Math.cos(sun) + Math.sin(theta) * Math.sin(sun) * Math.cos(phi))));

/** Light of the sky on a level surface, klx. */
function falling(height: number, turbidity: number): number {
  const [sun, steps] = [sunAt(height), 60];
  let sum = 0;
  for (let i = 0; i < steps; i++) {
    const theta = ((i + 0.5) / steps) * (Math.PI / 2);
    for (let j = 0; j < steps; j++) {
      const { Y } = skyAt(Math.cos(theta), gammaOf(theta, ((j + 0.5) / steps) * 2 * Math.PI, sun), sun, turbidity);
      sum += Y * Math.cos(theta) * Math.sin(theta) * (Math.PI / 2 / steps) * ((2 * Math.PI) / steps);
    }
  }
  return sum;
}

// Illuminance of a clear sky without its sun: 0.8 + 15.5 √(sin of its height) klx (IES Lighting Handbook, after J. Krochmann; from
// memory). The model is known to be brighter than measured skies, low suns most (G. Zotti and others, A
// Critical Review of the Preetham Skylight Model, 2007).
test.each([40, 60])('under the clearest sky with the sun at %i° it is about as light as the handbook says', (height) => {
  const handbook = 0.8 + 15.5 * Math.sqrt(Math.sin(radians(height)));
  const model = falling(height, 2);
  expect(model / handbook).toBeGreaterThan(0.6);
  expect(model / handbook).toBeLessThan(2);
});

// Overhead (the paper's equation worked out by hand): turbidity 2, sun at 60° from the zenith: χ = (4/9 - 1/60)(π - 2π/3) = 0.44797,
// (4.0453 · 2 - 4.971) tan χ - 0.431 + 2.4192 = 3.4878 kcd/m².
test('overhead it is as bright as the paper’s equation says', () => {
  expect(zenithLuminance(Math.PI / 3, 2)).toBeCloseTo(3.1196 * Math.tan((4 / 9 - 1 / 60) * (Math.PI / 3)) + 1.9882, 4);
  expect(zenithLuminance(Math.PI / 3, 2)).toBeCloseTo(3.488, 2);
});

test('it is blue overhead, paler in haze, brightest about the sun, and lighter at the horizon than overhead', () => {
  const sun = sunAt(35);
  const at = (theta: number, phi: number, turbidity = 2.5) => skyAt(Math.cos(theta), gammaOf(theta, phi, sun), sun, turbidity);
  const overhead = at(0, 0);
  // North light of a clear sky: 10,000 K and more (common practice); daylight of 10,000 K has x = 0.2788, y = 0.2920 (CIE 015).
  expect(overhead.x).toBeLessThan(0.279);
  expect(overhead.y).toBeLessThan(0.292);
  const [red, , blue] = fromChromaticity(overhead);
  expect(blue).toBeGreaterThan(2 * red);
  expect(at(0, 0, 8).x).toBeGreaterThan(overhead.x);
  expect(at(sun, 0).Y).toBeGreaterThan(3 * overhead.Y);
  expect(at(radians(87), Math.PI).Y).toBeGreaterThan(overhead.Y);
  // A sun that has set is that of the last moment: nothing turns into no number.
  for (const height of [-20, 0, 90])
    expect(fromChromaticity(skyAt(0.3, 1, sunAt(height), 4)).every((v) => Number.isFinite(v) && v >= 0)).toBe(true);
});
