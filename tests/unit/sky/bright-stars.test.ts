import { brightStars, starKelvin, type Star } from '@/core/sky/bright-stars';

const degrees = (radians: number) => (radians * 180) / Math.PI;
const stars = brightStars();
/** Right ascension and declination, degrees. */
const placeOf = ({ direction: [x, y, z] }: Star): [number, number] => [(degrees(Math.atan2(x, z)) + 360) % 360, degrees(Math.asin(y))];
const brightest = [...stars].sort((a, b) => a.magnitude - b.magnitude);

test('all stars of the bare eye are there, and the brightest are those of the handbooks, where they stand', () => {
  expect(stars).toHaveLength(5044);
  // J2000 places and magnitudes, from memory: Sirius and Canopus.
  const known: [number, number, number][] = [
    [101.29, -16.72, -1.46],
    [95.99, -52.7, -0.74],
  ];
  known.forEach(([ascension, declination, magnitude], i) => {
    const star = brightest[i] as Star;
    const [a, d] = placeOf(star);
    expect(Math.abs(a - ascension)).toBeLessThan(0.05);
    expect(Math.abs(d - declination)).toBeLessThan(0.05);
    expect(Math.abs(star.magnitude - magnitude)).toBeLessThan(0.15);
  });
});

test('the star of the north stands at the pole, and Betelgeuse is redder than Rigel', () => {
  const near = stars.filter(({ direction }) => direction[1] > Math.cos((1 * Math.PI) / 180));
  expect(Math.min(...near.map(({ magnitude }) => magnitude))).toBeCloseTo(1.97, 0);
  const at = (ascension: number, declination: number) =>
    brightest.find((star) => Math.hypot(placeOf(star)[0] - ascension, placeOf(star)[1] - declination) < 0.1) as Star;
  const [betelgeuse, rigel] = [at(88.79, 7.41), at(78.63, -8.2)];
  expect(betelgeuse.colour[0] / betelgeuse.colour[2]).toBeGreaterThan(2);
  expect(rigel.colour[0] / rigel.colour[2]).toBeLessThan(1);
});

// The sun's index B-V is about 0.65 and its temperature 5772 K (International Astronomical Union, 2015, resolution B3).
test('a star as the sun is has the temperature of the sun', () => {
  expect(Math.abs(starKelvin(0.65) - 5772)).toBeLessThan(60);
});
