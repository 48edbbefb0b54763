import { DrawingError, MAX_SVG_BYTES, outlineLayout, readSvgPaths } from '@/core/outline/drawing';
import { ringBounds, signedArea } from '@/core/outline/ring';
import { LANTERN_FISH, LANTERN_FISH_SVG } from '@/demo/lantern-fish';

const layout = (d: string, evenOdd = false, size = 1) => outlineLayout({ paths: [{ d, evenOdd }], size }).pieces.flatMap((piece) => piece.rings);
const area = (rings: ReturnType<typeof layout>) => rings.reduce((sum, ring) => sum + signedArea(ring), 0);

test('a drawing is scaled to its height and stands upright about the origin', () => {
  const rings = layout('M0 0H40V10H10V80H0Z', false, 2);
  const box = ringBounds(rings) as NonNullable<ReturnType<typeof ringBounds>>;
  expect([box.y1, box.y0]).toEqual([expect.closeTo(1, 4), expect.closeTo(-1, 4)]);
  expect(box.x0 + box.x1).toBeCloseTo(0, 4);
  // SVG's Y runs down: the wide bar is at the top.
  const widest = Math.max(...rings.flat().filter((v) => v.y > 0.9).map((v) => v.x));
  expect(widest).toBeCloseTo(0.5, 3);
});

test('a circle of arcs has a circle’s area (πr²)', () => {
  expect(area(layout('M0 5a5 5 0 1 0 10 0a5 5 0 1 0 -10 0Z', false, 2))).toBeCloseTo(Math.PI, 2);
});

test('fill rules (SVG 2): two rings the same way round are one disc by nonzero, a ring by evenodd', () => {
  const d = 'M0 0H10V10H0Z M3 3H7V7H3Z';
  expect(area(layout(d, false, 10))).toBeCloseTo(100, 3);
  expect(area(layout(d, true, 10))).toBeCloseTo(100 - 16, 3);
});

test('relative, smooth and quadratic commands end where absolute ones do', () => {
  const absolute = layout('M0 0C0 5 5 10 10 10S20 5 20 0Q15 -8 10 -8T0 0Z');
  const relative = layout('m0 0c0 5 5 10 10 10s10-5 10-10q-5-8-10-8t-10 8z');
  expect(area(absolute)).toBeCloseTo(area(relative), 9);
  expect(area(absolute)).toBeGreaterThan(0.5);
});

test('the sign of the season is read back from its own file, all of it', () => {
  const { paths, unused } = readSvgPaths(LANTERN_FISH_SVG);
  expect(paths).toEqual(LANTERN_FISH.map((path) => ({ ...path })));
  expect(unused).toEqual([]);
});

test('what is left out of a drawing is named', () => {
  const { paths, unused } = readSvgPaths('<svg xmlns="http://www.w3.org/2000/svg"><rect width="4" height="4"/><path d="M0 0H4V4Z" transform="rotate(9)"/></svg>');
  expect(paths).toHaveLength(1);
  expect(unused.sort()).toEqual(['rect', 'transform']);
});

test.each([
  ['not markup', 'hello'],
  ['broken markup', '<svg><path d="M0 0H1V1Z"></svg>'],
  ['a drawing without a path', '<svg xmlns="http://www.w3.org/2000/svg"><title>x</title></svg>'],
  ['path data that is none', '<svg xmlns="http://www.w3.org/2000/svg"><path d="banana"/></svg>'],
  ['a document type, which could hold entities', '<!DOCTYPE svg [<!ENTITY a "aaaa">]><svg><path d="M0 0H1V1Z"/></svg>'],
  ['too large a file', `<svg>${' '.repeat(MAX_SVG_BYTES)}</svg>`],
])('%s is refused in words', (_name, svg) => {
  expect(() => readSvgPaths(svg)).toThrow(DrawingError);
});
