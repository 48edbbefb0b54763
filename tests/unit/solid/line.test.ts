import type { ManifoldToplevel } from 'manifold-3d';
import { drawnLine, lineSolid, lineTip, type LineState } from '@/core/solid/line/drawn-line';
import { LINE_CAPS } from '@/core/solid/line/line-caps';
import { lineLength, linePaths, rowAt } from '@/core/solid/line/line-path';
import type { LineRun, LineShape } from '@/core/solid/line/line-run';
import { LINE_SECTIONS } from '@/core/solid/line/line-section';
import { enclosedVolume, type SolidMesh } from '@/core/solid/mesh';
import { judge, verdictOn } from '../support/judge';

/** Lines that draw themselves. The judge of closedness is Manifold, a library of its own. */

let kernel: ManifoldToplevel;
beforeAll(async () => {
  kernel = await judge();
});

const BARE = { profile: 'none', width: 0, height: 0 } as const;
const line = (d: string, change: Partial<LineShape> = {}): LineShape => ({
  d,
  join: 'mitred',
  section: 'flat',
  front: BARE,
  back: BARE,
  begins: 'blunt',
  ends: 'blunt',
  dash: 0.1,
  gap: 0,
  inTurn: true,
  handles: 0,
  ...change,
});
const DEPTHS = { from: -0.05, to: 0.05 };
const WHOLE: LineState = { start: 0, end: 1, offset: 0, march: 0, width: 0.2 };
const built = (shape: LineShape, width = 0.2) => lineSolid(shape, width, DEPTHS);

/** The line drawn so far, as a solid. */
function drawn(solid: SolidMesh, state: Partial<LineState>): SolidMesh {
  const run = solid.line as LineRun;
  const topology = new Float64Array(solid.topology.positions.length);
  const into = { positions: new Float32Array(solid.positions.length), normals: new Float32Array(solid.normals.length), topology };
  return { ...solid, ...drawnLine(run, { ...WHOLE, ...state }, DEPTHS, into), topology: { ...solid.topology, positions: topology } };
}
const volume = (solid: SolidMesh) => enclosedVolume(solid.topology);
const reach = ({ positions }: SolidMesh, k: number) => {
  const values = Array.from(positions.filter((_, i) => i % 3 === k));
  return [Math.min(...values), Math.max(...values)];
};

test('a straight line is a bar: its width times its depth times its length, drawn so far as its share says', () => {
  const bar = built(line('M0 0 L2 0'));
  expect(volume(bar)).toBeCloseTo(0.2 * 0.1 * 2, 6);
  expect(reach(bar, 0)).toEqual([0, 2]);
  expect(volume(drawn(bar, { end: 0.25 }))).toBeCloseTo(0.2 * 0.1 * 0.5, 6);
  expect(reach(drawn(bar, { start: 0.5, end: 0.75 }), 0)).toEqual([1, 1.5]);
  expect(reach(drawn(bar, { end: 0.25, offset: 0.5 }), 0)).toEqual([1, 1.5]);
  expect(volume(drawn(bar, { end: 0 }))).toBeCloseTo(0, 9);
  expect(volume(drawn(bar, { width: 0.1 }))).toBeCloseTo(0.1 * 0.1 * 2, 6);
});

test('a mitred corner fills the square that both bars share; a round tube along a circle is a torus (Pappus)', () => {
  // Two bars of 1 m whose middle lines meet at a right angle: the corner's square is counted once in length to the middle.
  expect(volume(built(line('M0 0 L1 0 L1 1')))).toBeCloseTo(0.2 * 0.1 * 2, 6);
  const ring = built(line('M1 0 A1 1 0 0 1 -1 0 A1 1 0 0 1 1 0 Z', { section: 'round' }));
  const polygon = (20 / (2 * Math.PI)) * Math.sin((2 * Math.PI) / 20);
  expect(volume(ring) / (2 * Math.PI * Math.PI * 0.01 * polygon)).toBeCloseTo(1, 2);
});

test('round ends add a cylinder to a band and a ball to a tube', () => {
  const band = built(line('M0 0 L2 0', { begins: 'round', ends: 'round' }));
  expect(reach(band, 0)[1]).toBeCloseTo(2.1, 5);
  expect(volume(band) - 0.04).toBeCloseTo(Math.PI * 0.01 * 0.1, 3);
  const tube = built(line('M0 0 L2 0', { section: 'round', begins: 'round', ends: 'round' }));
  expect(volume(tube) / (Math.PI * 0.01 * 2 + (4 / 3) * Math.PI * 0.001)).toBeCloseTo(1, 1);
});

const SHAPES = ['M0 0 L1 0 L1 1 L0 0.4', 'M0 0 C1 0 1 1 2 1', 'M0 0 L1 0 L1 1 Z', 'M0 0 L1 0 L0.1 0.05 L1 0.6'];
const STATES: Partial<LineState>[] = [{}, { end: 0.4 }, { start: 0.3, end: 0.35 }, { end: 0.5, offset: 0.8 }];

test.each(LINE_SECTIONS.flatMap((section) => LINE_CAPS.map((cap) => [section, cap] as const)))(
  'a %s line with %s ends is closed, and faces outward, however far it is drawn',
  (section, cap) => {
    const bevel = { profile: 'round', width: 0.03, height: 0.03 } as const;
    for (const d of SHAPES)
      for (const join of ['mitred', 'rounded'] as const) {
        const solid = built(line(d, { section, join, begins: cap, ends: cap, front: bevel, back: bevel, handles: 0.1 }));
        for (const state of STATES) {
          const now = drawn(solid, state);
          expect(volume(now)).toBeGreaterThan(0);
          expect(now.positions.every(Number.isFinite)).toBe(true);
        }
        expect(verdictOn(kernel, solid).status).toBe('NoError');
      }
  },
);

test('dashes are as long as they are said to be, and run along the line; what is not drawn of them is not there', () => {
  const dashed = built(line('M0 0 L2 0', { dash: 0.2, gap: 0.3 }));
  expect(volume(dashed)).toBeCloseTo(4 * 0.2 * 0.2 * 0.1, 6);
  expect(reach(drawn(dashed, { march: 0.1 }), 0)[0]).toBeCloseTo(0.1, 6);
  expect(volume(drawn(dashed, { march: 0.1 }))).toBeCloseTo(4 * 0.2 * 0.2 * 0.1, 6);
  expect(volume(drawn(dashed, { end: 0.3 }))).toBeCloseTo((0.2 + 0.1) * 0.2 * 0.1, 6);
});

test('squares stand at corners and ends, and open as the line passes', () => {
  const solid = built(line('M0 0 L1 0 L1 1', { handles: 0.3 }));
  const square = 0.3 * 0.3 * 0.1 * 1.15;
  const bar = volume(drawn(built(line('M0 0 L1 0 L1 1')), { end: 0.3 }));
  expect(volume(drawn(solid, { end: 0.3 })) - bar).toBeCloseTo(square, 6);
  expect(volume(solid) - volume(built(line('M0 0 L1 0 L1 1')))).toBeCloseTo(3 * square, 6);
});

test('of several paths one comes after another, or all at once; a closed one goes on past its end', () => {
  const two = 'M0 0 L1 0 M3 0 L6 0';
  expect(reach(drawn(built(line(two)), { end: 0.25 }), 0)[1]).toBeCloseTo(3, 6);
  expect(volume(drawn(built(line(two)), { end: 0.25 }))).toBeCloseTo(0.02, 6);
  expect(volume(drawn(built(line(two, { inTurn: false })), { end: 0.5 }))).toBeCloseTo(0.04, 6);
  const square = built(line('M0 0 L1 0 L1 -1 L0 -1 Z'));
  const past = drawn(square, { start: 0, end: 0.5, offset: 0.75 });
  expect(volume(past)).toBeCloseTo(0.02 * 2, 6);
  expect(reach(past, 0)[1]).toBeCloseTo(1, 6);
});

test('the tip is where the line is drawn to, and knows which way it goes on', () => {
  const run = built(line('M0 0 L1 0 L1 -1')).line as LineRun;
  expect(lineTip(run, { ...WHOLE, end: 0.25 })).toMatchObject({ x: 0.5, left: [expect.closeTo(0), 1] });
  const tip = lineTip(run, { ...WHOLE, end: 0.75 });
  expect(tip).toMatchObject({ x: 1, y: 0.5 });
  expect(tip?.left[0]).toBeCloseTo(-1, 9);
});

test('places along a path go evenly, and a path without length is refused in words', () => {
  const [path] = linePaths('M0 0 C0 1 1 1 1 0', 'mitred', 1e-5);
  if (!path) throw new Error('no path');
  const places = Array.from({ length: 101 }, (_, i) => rowAt(path, (i / 100) * path.length));
  const steps = places.slice(1).map((p, i) => Math.hypot(p.x - (places[i]?.x ?? 0), p.y - (places[i]?.y ?? 0)));
  expect(Math.max(...steps) / Math.min(...steps)).toBeLessThan(1.01);
  // By Simpson's rule over the speed of the Bezier: 2 exactly for this one (|B'| = 3 (1 - 2 t + 2 t²)).
  expect(lineLength([path])).toBeCloseTo(2, 4);
  expect(() => built(line('M1 1 L1 1'))).toThrow('This line has no length.');
  expect(() => built(line('M0 0 L1000 0', { dash: 0.001, gap: 0.001 }))).toThrow(/at most 1000 dashes/);
});
