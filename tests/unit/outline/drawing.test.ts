import { drawingExtent, outlineLayout } from '@/core/outline/drawing';
import { flatten } from '@/core/outline/flatten';
import { DrawingError, pathCommands } from '@/core/outline/path-data';
import { MAX_SVG_BYTES, readSvg } from '@/core/outline/svg/read-svg';
import { ringBounds, signedArea } from '@/core/outline/ring';
import { LANTERN_FISH, LANTERN_FISH_SVG } from '@/demo/lantern-fish';

const layout = (d: string, evenOdd = false, size = 1) =>
  outlineLayout({ paths: [{ d, evenOdd }], size }).pieces.flatMap((piece) => piece.rings);
const area = (rings: ReturnType<typeof layout>) => rings.reduce((sum, ring) => sum + signedArea(ring), 0);

test('a drawing is scaled to its height and stands upright about the origin', () => {
  const rings = layout('M0 0H40V10H10V80H0Z', false, 2);
  const box = ringBounds(rings) as NonNullable<ReturnType<typeof ringBounds>>;
  expect([box.y1, box.y0]).toEqual([expect.closeTo(1, 4), expect.closeTo(-1, 4)]);
  expect(box.x0 + box.x1).toBeCloseTo(0, 4);
  // SVG's Y runs down: the wide bar is at the top.
  const widest = Math.max(
    ...rings
      .flat()
      .filter((v) => v.y > 0.9)
      .map((v) => v.x),
  );
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

const svg = (inner: string, root = '') =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" ${root}>${inner}</svg>`;
const extentOf = (inner: string) => drawingExtent(readSvg(svg(inner)).parts) as NonNullable<ReturnType<typeof drawingExtent>>;

test('the sign of the season is read back from its own file, all of it', () => {
  const { parts, unused } = readSvg(LANTERN_FISH_SVG);
  expect(parts.map(({ d, evenOdd }) => ({ d, evenOdd }))).toEqual(LANTERN_FISH.map((path) => ({ ...path })));
  expect(unused).toEqual([]);
});

describe('styles (SVG 2, CSS Cascading)', () => {
  const colours = (inner: string) => readSvg(svg(inner)).parts.map(({ colour }) => colour);

  test('attributes are inherited; rules beat attributes, the style attribute beats rules, ids beat classes beat tags', () => {
    const sheet = '<style>.a{fill:#00ff00} #b{fill:blue} rect{fill:red}</style>';
    const shapes =
      '<g fill="#123456"><path d="M0 0H1V1Z"/><rect width="1" height="1"/><rect class="a" width="1" height="1"/><rect ' +
      'id="b" class="a" width="1" height="1"/><rect id="b" style="fill:#fff" width="1" height="1"/></g>';
    expect(colours(sheet + shapes)).toEqual(['#123456', '#ff0000', '#00ff00', '#0000ff', '#ffffff']);
  });

  test('currentColor, named colours and hidden things', () => {
    expect(
      colours(
        '<g color="teal"><path fill="currentColor" d="M0 0H1V1Z"/></g><path fill="gold" d="M0 0H1V1Z"/><path ' +
          'visibility="hidden" d="M0 0H1V1Z"/><g display="none"><path d="M0 0H1V1Z"/></g>',
      ),
    ).toEqual(['#008080', '#ffd700']);
  });

  test('a gradient becomes its mean, and this is said; rules that ask for more are named', () => {
    const { parts, notes } = readSvg(
      svg(
        '<defs><linearGradient id="g"><stop stop-color="#000000"/><stop style="stop-color:#ffffff"/></linearGradient>' +
          '</defs><rect fill="url(#g)" width="4" height="4"/>',
      ),
    );
    expect(parts[0]?.colour).toBe('#808080');
    expect(notes).toEqual(['A gradient became its mean colour.']);
    expect(readSvg(svg('<style>g > path{fill:red}</style><path d="M0 0H1V1Z"/>')).unused).toEqual(['style rule “g>path”']);
  });
});

describe('strokes become outlines', () => {
  test('a line with each cap covers what SVG 2 says', () => {
    const area = (cap: string) => {
      const { parts } = readSvg(svg(`<line x1="0" y1="0" x2="10" y2="0" stroke="red" stroke-width="2" stroke-linecap="${cap}"/>`));
      return Math.abs(
        outlineLayout({ paths: parts, size: 2 })
          .pieces.flatMap((p) => p.rings)
          .reduce((sum, ring) => sum + signedArea(ring), 0),
      );
    };
    expect(area('butt')).toBeCloseTo(20, 2);
    expect(area('square')).toBeCloseTo(24, 2);
    expect(area('round')).toBeCloseTo(20 + Math.PI, 1);
  });

  test('joins: a mitre reaches its point, over its limit it is cut', () => {
    const width = (join: string, limit = 4) => {
      const { x0, x1 } = extentOf(
        `<polyline points="0,0 10,2 0,4" fill="none" stroke="red" stroke-width="1" stroke-linejoin="${join}" ` +
          `stroke-miterlimit="${limit}"/>`,
      );
      return x1 - x0;
    };
    expect(width('miter', 10)).toBeGreaterThan(width('round') + 1);
    expect(width('miter', 2)).toBeCloseTo(width('bevel'), 6);
    // The lines meet under 2·atan(1/5): the tip lies half the width over the sine of half of that beyond the corner (geometry).
    const half = Math.atan(2 / 10);
    expect(extentOf('<polyline points="0,0 10,2 0,4" fill="none" stroke="red" stroke-width="1" stroke-miterlimit="10"/>').x1).toBeCloseTo(
      10 + 0.5 / Math.sin(half),
      4,
    );
  });
});

describe('uses, symbols and transforms', () => {
  test('a use moves what it uses; inner views are fitted into their place', () => {
    expect(extentOf('<defs><rect id="r" width="4" height="2"/></defs><use href="#r" x="10" y="5"/>')).toEqual({
      x0: 10,
      y0: 5,
      x1: 14,
      y1: 7,
    });
    expect(
      extentOf('<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol><use xlink:href="#s" width="20" height="40"/>'),
    ).toEqual({ x0: 0, y0: 10, x1: 20, y1: 30 });
    expect(extentOf('<g transform="translate(10 0)"><g transform="scale(2)"><rect x="1" width="3" height="1"/></g></g>')).toEqual({
      x0: 12,
      y0: 0,
      x1: 18,
      y1: 2,
    });
  });
  test('units of length are those of CSS: 96 to the inch', () => {
    const { x1 } = extentOf('<rect width="25.4mm" height="1"/>');
    expect(x1).toBeCloseTo(96, 6);
  });
});

test('parts know where they come from, and how much they cover', () => {
  const { parts } = readSvg(
    svg('<g id="sign" opacity=".5"><path id="fin" d="M0 0H1V1Z"/><path d="M2 0H3V1Z" fill-opacity="50%"/></g><path d="M4 0H5V1Z"/>'),
  );
  expect(parts.map(({ id, opacity }) => [id, opacity])).toEqual([
    ['fin', 0.5],
    ['sign', 0.25],
    [undefined, 1],
  ]);
});

test('what lies outside the view is cut off with its curve kept: a circle cut in half is half as large', () => {
  const { parts } = readSvg(svg('<circle cx="0" cy="50" r="40"/>', 'viewBox="0 0 100 100"'));
  const rings = parts.flatMap(({ d }) => flatten(pathCommands(d), { tolerance: 1e-3 }));
  expect(Math.abs(area(rings)) / (Math.PI * 800)).toBeCloseTo(1, 3);
  // Written as curves, not as the steps that they were cut in.
  expect(parts[0]?.d).toContain('C');
});

test('a look that is not plainly one is told of: soft masks, patterns, markers, unknown colours and transforms', () => {
  const { unused, notes } = readSvg(
    svg(
      '<mask id="m"><rect width="9" height="9" fill="#777"/></mask><pattern id="p"/><g marker-end="url(#x)"><path d="M0 0H4V4Z"/></g>' +
        '<rect width="4" height="4" fill="url(#p)"/><rect width="4" height="4" fill="lab(1 2 3)" transform="rotate3d(1,1,1,4deg)"/>' +
        '<rect width="4" height="4" style="clip-path:circle(3px)"/><path d="M0 0H1V1Z" mask="url(#m)"/>',
    ),
  );
  expect(unused.sort()).toEqual(['clip-path circle(3px)', 'colour “lab(1 2 3)”', 'marker', 'pattern', 'transform “rotate3d(1,1,1,4deg)”']);
  expect(notes).toEqual(['A soft mask became a sharp one.']);
});

describe('white shapes over others', () => {
  const areaOfParts = (parts: readonly { d: string }[]) =>
    parts.map(({ d }) => Math.abs(area(flatten(pathCommands(d), { tolerance: 1e-3 }))));
  const disc = '<circle cx="10" cy="10" r="8"/>';

  test('can be read as holes: what they lie over is cut, and they are gone', () => {
    const { parts, pierced } = readSvg(svg(`${disc}<rect x="8" y="8" width="4" height="4" fill="#fff"/>`));
    expect(parts.map(({ colour }) => colour)).toEqual(['#000000', '#ffffff']);
    expect(pierced?.map(({ colour }) => colour)).toEqual(['#000000']);
    expect(areaOfParts(pierced ?? [])[0]).toBeCloseTo(64 * Math.PI - 16, 0);
  });

  test('what lies over a hole stays', () => {
    const { pierced } = readSvg(
      svg(`${disc}<rect x="6" y="6" width="8" height="8" fill="white"/><rect x="9" y="9" width="2" height="2"/>`),
    );
    expect(areaOfParts(pierced ?? []).map((a) => Math.round(a))).toEqual([Math.round(64 * Math.PI - 64), 4]);
  });

  test.each([
    ['white beside others', `${disc}<rect x="30" width="4" height="4" fill="#fff"/>`],
    ['nothing white', `${disc}<rect x="8" y="8" width="4" height="4" fill="#c00"/>`],
    ['white under others', `<rect width="20" height="20" fill="#fff"/>${disc}`],
  ])('there is nothing to choose for %s', (_name, inner) => {
    expect(readSvg(svg(inner)).pierced).toBeNull();
  });
});

test('what is left out of a drawing is named', () => {
  const { parts, unused } = readSvg(
    svg(
      '<path d="M0 0H4V4Z"/><text>words</text><image href="a.png"/><rect width="1" height="1" filter="url(#f)"/>' +
        '<script>alert(1)</script><use href="other.svg#a"/><foreignObject/>',
    ),
  );
  expect(parts).toHaveLength(2);
  expect(unused.sort()).toEqual(['filter', 'foreignObject', 'image', 'script', 'text', 'use of another file']);
});

const bomb =
  `<g id="a0"><path d="M0 0H1V1Z"/></g>` +
  `${Array.from({ length: 30 }, (_, i) => `<g id="a${i + 1}"><use href="#a${i}"/><use href="#a${i}"/></g>`).join('')}`;

test.each([
  ['not markup', 'hello', 'not readable'],
  ['broken markup', '<svg><path d="M0 0H1V1Z"></svg>', 'not readable'],
  ['markup of something else', '<html><body/></html>', 'not a drawing in SVG'],
  ['a drawing with words only', svg('<text>x</text>'), 'holds only text'],
  ['an empty path', svg('<path d=""/>'), 'nothing in this file'],
  ['path data that is none', svg('<path d="banana"/>'), 'cannot be read'],
  ['a number that is none', svg('<rect width="1e999" height="2"/>'), ''],
  [
    'entities that stand for others',
    `<!DOCTYPE svg [<!ENTITY a "lol"><!ENTITY b "&a;&a;">]><svg><desc>&b;</desc><path d="M0 0H1V1Z"/></svg>`,
    'not readable',
  ],
  ['a part that uses itself', svg('<g id="a"><use href="#a"/></g>'), 'uses itself'],
  ['parts that unfold without end', svg(bomb), 'more than'],
  ['a hundred thousand points', svg(`<path d="M0 0${'l1 1'.repeat(100_000)}Z"/>`), 'points'],
  ['too large a file', svg(' '.repeat(MAX_SVG_BYTES)), 'larger than'],
])('%s is refused in words', (_name, text, words) => {
  expect(() => readSvg(text)).toThrow(DrawingError);
  expect(() => readSvg(text)).toThrow(words);
});
