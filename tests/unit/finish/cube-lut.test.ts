import { CubeLutError, MOST_POINTS_3D, readCube, throughCube } from '@/core/finish/cube-lut';

/** A 3D table of a formula, as a file (Cube LUT Specification 1.0: red runs fastest). */
function cube(size: number, of: (r: number, g: number, b: number) => readonly [number, number, number], head = ''): string {
  const lines = [`TITLE "Lantern"`, '# made by hand', head, `LUT_3D_SIZE ${size}`];
  for (let b = 0; b < size; b++)
    for (let g = 0; g < size; g++)
      for (let r = 0; r < size; r++) lines.push(of(...([r, g, b].map((v) => v / (size - 1)) as [number, number, number])).join(' '));
  return lines.join('\n');
}

test('the identity brings every colour as it is; a linear table is met exactly between its points', () => {
  const identity = readCube(cube(5, (r, g, b) => [r, g, b]));
  expect(identity).toMatchObject({ title: 'Lantern', size: 5, is3d: true, min: [0, 0, 0], max: [1, 1, 1] });
  const mixed = readCube(cube(3, (r, g, b) => [0.5 * r + 0.25 * g, g, 1 - b]));
  for (const colour of [
    [0.1, 0.7, 0.33],
    [0.9, 0.2, 0.55],
    [1, 0, 0.5],
  ] as const) {
    const [r, g, b] = colour;
    expect(throughCube(identity, colour)).toEqual(colour.map((v) => expect.closeTo(v, 6)));
    expect(throughCube(mixed, colour)).toEqual([0.5 * r + 0.25 * g, g, 1 - b].map((v) => expect.closeTo(v, 6)));
  }
});

test('within a cell the tetrahedron of a colour counts, worked out by hand; greys stay grey', () => {
  // Of two points each way only the corner of full red and green is 1.
  const corner = readCube(cube(2, (r, g, b) => (r === 1 && g === 1 && b === 0 ? [1, 1, 1] : [0, 0, 0])));
  // r > g > b: 0 at black, 0 at red, 1 at yellow, 0 at white: (g − b).
  expect(throughCube(corner, [0.8, 0.5, 0.2])).toEqual([0.3, 0.3, 0.3].map((v) => expect.closeTo(v, 6)));
  // b > r > g: yellow is no corner of that tetrahedron.
  expect(throughCube(corner, [0.5, 0.2, 0.8])).toEqual([0, 0, 0]);
  const twisted = readCube(
    cube(
      4,
      (r, g, b) => [(r + g + b) / 3, r * g * b, b ** 2].map((v, k) => (r === g && g === b ? r : v + 0.01 * k)) as [number, number, number],
    ),
  );
  for (const v of [0.11, 0.42, 0.87]) expect(throughCube(twisted, [v, v, v])).toEqual([v, v, v].map((x) => expect.closeTo(x, 6)));
});

test('a table by one value runs straight from point to point over its domain, and holds beyond it', () => {
  const lut = readCube('LUT_1D_SIZE 3\r\nDOMAIN_MIN 0 0 -1\r\nDOMAIN_MAX 2 1 1\r\n0 0 0\r\n0.5 1 0.25\r\n1 0 1\r\n');
  expect(throughCube(lut, [0.5, 0.25, 0])).toEqual([0.25, 0.5, 0.25]);
  expect(throughCube(lut, [9, -3, 5])).toEqual([1, 0, 1]);
});

test.each([
  ['nothing', '', /no size/],
  ['cut short', 'LUT_3D_SIZE 2\n0 0 0\n', /cut short: 1 of 8/],
  ['too many points', 'LUT_1D_SIZE 2\n0 0 0\n1 1 1\n2 2 2', /more points/],
  ['two tables', 'LUT_1D_SIZE 2\nLUT_3D_SIZE 2', /two tables/],
  ['a point before its size', '0 0 0\nLUT_1D_SIZE 2', /before its first point/],
  ['a line of two', 'LUT_1D_SIZE 2\n0 0\n1 1 1', /Line 2/],
  ['no number', 'LUT_1D_SIZE 2\n0 0 1e999\n1 1 1', /Line 2/],
  ['one too large', `LUT_3D_SIZE ${MOST_POINTS_3D + 1}`, /at most 129/],
  ['a domain without room', 'LUT_1D_SIZE 2\nDOMAIN_MIN 1 0 0\n0 0 0\n1 1 1', /no room/],
])('%s is refused in plain words', (_, text, why) => {
  expect(() => readCube(text)).toThrow(CubeLutError);
  expect(() => readCube(text)).toThrow(why);
});
