import { CURVE_PLACES, CURVE_SIZE, curvesTable, curveThrough, type ToneCurves } from '@/core/colour/tone-curves';

const straight: ToneCurves = { all: CURVE_PLACES, red: CURVE_PLACES, green: CURVE_PLACES, blue: CURVE_PLACES };
const codes = Array.from({ length: 201 }, (_, i) => i / 200);

test('a straight curve gives each code value back, and takes what lies beyond as the ends', () => {
  const curve = curveThrough(CURVE_PLACES);
  for (const code of codes) expect(curve(code)).toBe(code);
  expect([curve(-0.2), curve(1.3)]).toEqual([0, 1]);
});

test('points are passed, and between them nothing goes beyond its neighbours: no bumps in rising, flat or steep curves', () => {
  const shapes = [
    [0, 0.1, 0.5, 0.9, 1],
    [0, 0, 0, 1, 1],
    [0.1, 0.1, 0.6, 0.6, 0.95],
    [1, 0.75, 0.5, 0.25, 0],
    [0, 0.9, 0.91, 0.92, 1],
    [0, 1, 0, 1, 0],
  ];
  for (const points of shapes) {
    const curve = curveThrough(points);
    CURVE_PLACES.forEach((place, i) => expect(curve(place)).toBeCloseTo(points[i] as number, 12));
    for (const code of codes) {
      const i = Math.min(3, Math.floor(code * 4));
      const [low, high] = [points[i] as number, points[i + 1] as number].sort((a, b) => a - b) as [number, number];
      expect(curve(code)).toBeGreaterThanOrEqual(low - 1e-12);
      expect(curve(code)).toBeLessThanOrEqual(high + 1e-12);
    }
  }
});

test('its speed does not jump at a point', () => {
  const curve = curveThrough([0, 0.1, 0.55, 0.8, 1]);
  const h = 1e-5;
  for (const place of [0.25, 0.5, 0.75])
    expect((curve(place + h) - curve(place)) / h).toBeCloseTo((curve(place) - curve(place - h)) / h, 3);
});

test('points on a straight line of another slope give that line: a curve of contrast alone', () => {
  const points = CURVE_PLACES.map((place) => 0.2 + 0.6 * place);
  const curve = curveThrough(points);
  for (const code of codes) expect(curve(code)).toBeCloseTo(0.2 + 0.6 * code, 12);
});

test('the table has the curve of all first, then that of each colour', () => {
  const invert = [1, 0.75, 0.5, 0.25, 0];
  const half = CURVE_PLACES.map((place) => place / 2);
  const table = curvesTable({ ...straight, all: invert, red: half });
  const at = (i: number) => [...table.subarray(4 * i, 4 * i + 4)];
  expect(at(0)).toEqual([0.5, 1, 1, 1]);
  expect(at(CURVE_SIZE - 1)).toEqual([0, 0, 0, 1]);
});
