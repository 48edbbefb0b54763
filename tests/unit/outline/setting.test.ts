import { lettersAt, seatOf, setText, type TextSettings } from '@/core/outline/text-layout';
import type { RunSettings } from '@/core/outline/text-line';
import { settingSchema, travelTurn } from '@/core/outline/setting';
import { Typeface } from '@/core/outline/typeface';
import { multiply, positionOf, transformDirection, transformPoint } from '@/core/space/matrix';
import { packagedFont, packagedTypeface, variableFont } from '../support/fonts';

/** Letters on arcs and rings, and runs that differ from the rest. Geometry of circles; the facts of setting are common practice. */

let face: Typeface;
beforeAll(async () => {
  face = await packagedTypeface('archivo-black');
});

const settings = (change: Partial<TextSettings>): TextSettings => ({
  text: 'LANTERN',
  size: 1,
  tracking: 0,
  leading: 1.2,
  alignment: 'centre',
  ...change,
});
const run = (change: Partial<RunSettings>): RunSettings => ({
  from: 0,
  to: 1,
  size: 1,
  rise: 0,
  moves: false,
  dressed: false,
  ...change,
});
const setting = (change: object) => settingSchema.parse(change);
const middle = ({ pose, width }: { pose: readonly number[]; width: number }) => transformPoint(pose, [width / 2, 0, 0]);

test.each([
  ['arc', 'out'],
  ['arc', 'in'],
  ['ring', 'out'],
  ['ring', 'in'],
  ['ring', 'up'],
] as const)(
  'on an %s facing %s the letters stand on their circle, spaced by their own widths along it, and read from left to right',
  (along, facing) => {
    const flat = setText(settings({}), [face]).letters.filter(({ width }) => width > 0);
    const bent = setText(settings({ setting: setting({ along, facing, radius: 3 }) }), [face]).letters.filter(({ width }) => width > 0);
    const baseline = flat[0]?.baseline ?? 0;
    const radius = along === 'ring' && facing !== 'up' ? 3 : along === 'arc' && facing === 'out' ? 3 + baseline : 3 - baseline;
    const angleOf = ([x, y, z]: readonly number[]) =>
      along === 'arc'
        ? Math.atan2(x as number, facing === 'out' ? (y as number) : -(y as number))
        : Math.atan2(x as number, facing === 'in' ? -(z as number) : (z as number));
    bent.forEach((letter, i) => {
      const at = middle(letter);
      expect(along === 'arc' ? Math.hypot(at[0], at[1]) : Math.hypot(at[0], at[2])).toBeCloseTo(radius, 6);
      const before = bent[i - 1];
      const flatBefore = flat[i - 1];
      const own = flat[i];
      if (!before || !flatBefore || !own) return;
      expect((angleOf(at) - angleOf(middle(before))) * radius).toBeCloseTo(own.x + own.width / 2 - flatBefore.x - flatBefore.width / 2, 6);
    });
    // Which way the faces look, at the letter in the middle.
    const [x, y, z] = transformDirection((bent[3] as { pose: readonly number[] }).pose, [0, 0, 1]);
    if (along === 'arc' || facing !== 'up') expect(z).toBeGreaterThan(0.95);
    else expect([x, y, z][1]).toBeCloseTo(1, 6);
  },
);

test('travelling by an angle is the same as starting by that much later', () => {
  for (const [along, facing] of [
    ['arc', 'out'],
    ['arc', 'in'],
    ['ring', 'out'],
    ['ring', 'in'],
    ['ring', 'up'],
  ] as const) {
    const here = setting({ along, facing, radius: 2 });
    const there = setting({ along, facing, radius: 2, start: 40 });
    const from = setText(settings({ setting: here }), [face]).letters[2];
    const to = setText(settings({ setting: there }), [face]).letters[2];
    multiply(travelTurn(here, 40), from?.pose ?? []).forEach((v, i) => expect(v).toBeCloseTo(to?.pose[i] as number, 9));
  }
});

test('a run has its own size, baseline, place and turn; the rest of the line makes room and stays level', () => {
  const plain = setText(settings({}), [face]).letters;
  const place = { x: 0, y: 0, z: 0.3, pan: 90, tilt: 0, roll: 0 };
  const layout = setText(settings({ runs: [run({ from: 2, to: 4, size: 0.5, rise: 0.4, moves: true })] }), [face]);
  const letters = lettersAt(layout.letters, [place]);
  expect(letters[2]?.size).toBe(0.5);
  expect(letters[2]?.width).toBeCloseTo((plain[2]?.width ?? 0) / 2, 2);
  expect(positionOf(letters[0]?.pose ?? [])[1]).toBeCloseTo(positionOf(plain[0]?.pose ?? [])[1], 9);
  // Turned by 90° about the middle of the run, its letters stand one behind the other, at one place across.
  const [a, b] = [middle(letters[2] as never), middle(letters[3] as never)];
  expect(a[0]).toBeCloseTo(b[0], 6);
  expect(a[2] - 0.3).toBeCloseTo(0.3 - b[2], 1);
  expect(a[1]).toBeCloseTo((plain[0]?.baseline ?? 0) + 0.4, 6);
  expect(layout.pieces.filter((piece) => piece.parts.some((part) => part === 2 || part === 3))).toHaveLength(2);
});

test('letters coloured by themselves stay apart, so that each can have its surface', () => {
  const united = setText(settings({ text: 'EEEE', tracking: -200 }), [face]).pieces;
  const apart = setText(settings({ text: 'EEEE', tracking: -200, runs: [run({ from: 1, to: 2, dressed: true })] }), [face]).pieces;
  expect(united).toHaveLength(1);
  expect(apart.filter((piece) => piece.own === 0)).toHaveLength(1);
  expect(apart.length).toBeGreaterThan(1);
});

test('capitals of a run in another font are as tall as those around it', async () => {
  const other = await packagedTypeface('abril-fatface');
  const { pieces } = setText(settings({ text: 'HH', runs: [run({ from: 1, to: 2, faces: [other] })] }), [face]);
  const heights = pieces.map(({ rings }) => Math.max(...rings.flat().map((v) => v.y)) - Math.min(...rings.flat().map((v) => v.y)));
  expect(heights[0]).toBeCloseTo(1, 2);
  expect(heights[1]).toBeCloseTo(1, 2);
  expect(pieces[0]?.key).not.toBe(pieces[1]?.key);
});

test('letters turned in the plane of the face keep their shape', () => {
  const [straight] = setText(settings({ text: 'R' }), [face]).pieces;
  const [turned] = setText(settings({ text: 'R', setting: setting({ along: 'arc', radius: 2, start: 30 }) }), [face]).pieces;
  const sizes = (piece: typeof straight) =>
    piece?.rings.flatMap((ring) =>
      ring.map((v, i) => Math.hypot(v.x - (ring[(i + 1) % ring.length] as typeof v).x, v.y - (ring[(i + 1) % ring.length] as typeof v).y)),
    ) ?? [];
  expect(sizes(turned).reduce((a, b) => a + b, 0)).toBeCloseTo(
    sizes(straight).reduce((a, b) => a + b, 0),
    4,
  );
  expect(turned?.seat).toBeUndefined();
  expect(seatOf(turned as never).slice(0, 3)).toEqual([1, 0, 0]);
});

describe('variable fonts', () => {
  test('have their axes, and letters grow wider and heavier along them', async () => {
    const bytes = await variableFont();
    const at = (axes?: Record<string, number>) => new Typeface(bytes, axes);
    expect(
      at()
        .axes.map(({ tag }) => tag)
        .sort(),
    ).toEqual(['wdth', 'wght']);
    expect(at().axes.find(({ tag }) => tag === 'wght')).toMatchObject({ label: 'Weight', min: 100, max: 900 });
    const advance = (typeface: Typeface) => typeface.shape('HHH').reduce((sum, g) => sum + g.advance, 0);
    expect(advance(at({ wdth: 125 }))).toBeGreaterThan(1.2 * advance(at({ wdth: 62 })));
    expect(advance(at({ wght: 900 }))).toBeGreaterThan(advance(at({ wght: 100 })));
    // Past its ends an axis stays at its end.
    expect(advance(at({ wght: 5000 }))).toBe(advance(at({ wght: 900 })));
  });

  test('a static font has none', () => {
    expect(face.axes).toEqual([]);
  });
});

test('a font whose fsType forbids embedding says so (OpenType specification, OS/2 fsType: 0x0002 restricted licence)', async () => {
  const bytes = Uint8Array.from(await packagedFont('archivo-black'));
  expect(new Typeface(bytes).restricted).toBe(false);
  const view = new DataView(bytes.buffer);
  for (let i = 0; i < view.getUint16(4); i++) {
    if (new TextDecoder('latin1').decode(bytes.subarray(12 + 16 * i, 16 + 16 * i)) === 'OS/2')
      view.setUint16(view.getUint32(20 + 16 * i) + 8, 0x0002);
  }
  expect(new Typeface(bytes).restricted).toBe(true);
});
