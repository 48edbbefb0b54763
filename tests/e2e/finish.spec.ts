import { produce } from 'immer';
import type { Page } from '@playwright/test';
import { linearColour } from '@/core/colour/transfer';
import { balanced, contrasted } from '@/core/finish/grade';
import { lensFit, lensSource, type LensMap } from '@/core/finish/lens-map';
import { CURVE_PLACES, CURVES_OF, curveThrough } from '@/core/colour/tone-curves';
import { pointName } from '@/core/production/owners/effects/curves';
import { addLight } from '@/core/production/edits/light-edits';
import { EFFECTS } from '@/core/production/owners/effects/effects';
import { emptyProduction, type Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { finished, swirled, tableOf, type Effect } from './support/finished';
import { at, middleOf, sumOf } from './support/pixels';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';
import { expect, test } from './support/server';

/** What effects make of the picture, against what their formulas say. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

/** A small bright plate of 0.4 m in a dark room, at some place. */
const lamp = (x = 0, y = 0, glow = 8): Production =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    const mark = plate(draft, 1, 0.4, { material: 'glow', colour: '#ffffff', glow });
    [mark.channels.x.rest, mark.channels.y.rest] = [x, y];
  });

const draw = (production: Production, change: Partial<Parameters<typeof drawn>[1]> = {}) =>
  drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: true, linear: true, ...change });
/** Values at which each effect does nothing. */
const NEUTRAL: Record<string, Record<string, number>> = {
  'soft-shadow': { opacity: 0 },
  'edge-glow': { strength: 0 },
  diffusion: { amount: 0 },
  glow: { strength: 0 },
  streaks: { strength: 0 },
  flares: { star: 0, ring: 0 },
  'lens-flaws': { bend: 0, fringe: 0 },
  smear: { length: 0 },
  vignette: { stops: 0 },
  'haze-lift': { amount: 0 },
  contrast: {},
  balance: {},
  blacks: { amount: 0 },
  curves: {},
  'colour-table': {},
  grain: { amount: 0 },
  'frame-edges': { opacity: 0 },
  bars: { opacity: 0 },
  fade: {},
};

test('a frame with all effects at neutral is the frame without, bit for bit', async () => {
  expect(Object.keys(NEUTRAL).sort()).toEqual(EFFECTS.map(({ kind }) => kind).sort());
  const production = lamp(0.5, 0.3);
  const neutral = finished(
    production,
    Object.entries(NEUTRAL).map(([kind, channels]) => ({ kind, channels })),
  );
  for (const change of [{ linear: true }, { linear: false, alpha: false }])
    expect(await draw(neutral, change)).toEqual(await draw(production, change));
});

/** What is set of effects that do nothing as they are added. */
const SET: Record<string, Record<string, number>> = {
  fade: { amount: 0.5 },
  contrast: { contrast: 1.3 },
  balance: { slopeRed: 1.2 },
  curves: { all2: 0.6 },
};

test('each effect that is added changes the picture, and the same way each time', async () => {
  const production = produce(lamp(0.5, 0.3), (draft) => void addLight(draft, 'point', { channels: { x: -1, y: 0.5, z: 0 } }));
  const plain = await draw(production, { linear: false, alpha: false });
  for (const { kind } of EFFECTS) {
    const channels = SET[kind] ?? {};
    const settings = kind === 'colour-table' ? { table: tableOf(swirled(5)) } : {};
    const effect = finished(production, [{ kind, channels, settings }]);
    const [once, again] = [await draw(effect, { linear: false, alpha: false }), await draw(effect, { linear: false, alpha: false })];
    expect(once).toEqual(again);
    expect(once, kind).not.toEqual(plain);
  }
});

test('glow and diffusion scatter light and keep all of it; what glows beyond the frame is seen in it', async () => {
  const production = lamp();
  const plain = await draw(production);
  for (const effect of [
    { kind: 'glow', channels: { strength: 0.6, threshold: 0, size: 0.2 } },
    { kind: 'diffusion', channels: { amount: 0.6, size: 0.2 } },
  ] as Effect[]) {
    const glowing = await draw(finished(production, [effect]));
    expect(sumOf(glowing, 0) / sumOf(plain, 0)).toBeGreaterThan(0.985);
    expect(sumOf(glowing, 0) / sumOf(plain, 0)).toBeLessThan(1.005);
    // Some of it lies where there was none.
    expect(at(plain, WIDTH / 2 + 6, HEIGHT / 2)[0]).toBe(0);
    expect(at(glowing, WIDTH / 2 + 6, HEIGHT / 2)[0]).toBeGreaterThan(0.01);
  }
  // The frame is 8.2 m wide here: a lamp 4.4 m to the right stands just beyond it.
  const beyond = lamp(4.4, 0, 40);
  expect(sumOf(await draw(beyond), 0)).toBe(0);
  const seen = await draw(finished(beyond, [{ kind: 'glow', channels: { strength: 0.6, threshold: 0, size: 0.2 } }]));
  expect(at(seen, WIDTH - 1, HEIGHT / 2)[0]).toBeGreaterThan(0.01);
});

test('streaks run along their lines alone', async () => {
  const streaked = await draw(finished(lamp(), [{ kind: 'streaks', channels: { length: 0.5, angle: 0, tint: '#ffffff' } }]));
  expect(at(streaked, WIDTH / 2 + 8, HEIGHT / 2)[0]).toBeGreaterThan(0.02);
  expect(at(streaked, WIDTH / 2 - 9, HEIGHT / 2)[0]).toBeGreaterThan(0.02);
  expect(at(streaked, WIDTH / 2, HEIGHT / 2 + 8)[0]).toBeLessThan(1e-4);
});

test('the lens bends light by its polynomial, fitted; its fringe takes red out and blue in', async () => {
  const production = lamp(2.4, 1.1);
  const from = middleOf(await draw(production), 1);
  for (const change of [{ bend: 0.2 }, { bend: -0.2 }]) {
    const map: LensMap = { bend: 0, bulge: 0, bulgeX: 0, bulgeY: 0, bulgeSize: 0.4, fringe: 0 };
    Object.assign(map, change);
    const bent = middleOf(await draw(finished(production, [{ kind: 'lens-flaws', channels: { fringe: 0, ...change } }])), 1);
    // What is seen there now comes from where the lamp was.
    const fit = lensFit(map, WIDTH / HEIGHT);
    const source = lensSource(map, bent).map((v) => v * fit);
    source.forEach((v, k) => expect(Math.abs(v - (from[k] as number))).toBeLessThan(0.006));
  }
  const fringed = await draw(finished(production, [{ kind: 'lens-flaws', channels: { bend: 0, fringe: 0.05 } }]));
  const [red, green, blue] = [0, 1, 2].map((channel) => Math.hypot(...middleOf(fringed, channel))) as [number, number, number];
  // Red comes from farther out, so it is seen farther in.
  expect(green - red).toBeGreaterThan(0.008);
  expect(blue - green).toBeGreaterThan(0.008);
});

test('a balance in the picture is the formula of the decision list, whatever is transparent', async () => {
  const production = bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    plate(draft, 1, 3, { material: 'glow', colour: '#c08040', glow: 1 });
    const [mark] = draft.marks;
    if (mark) for (const surface of Object.values(mark.shells[0]?.surfaces ?? {})) surface.channels.opacity.rest = 0.5;
  });
  const cdl = { slope: [1.4, 0.8, 1.1], offset: [0.02, -0.01, 0.05], power: [0.9, 1.2, 1.5], saturation: 1.3 } as const;
  const channels = {
    ...Object.fromEntries(
      ['Red', 'Green', 'Blue'].flatMap((name, k) =>
        (['slope', 'offset', 'power'] as const).map((of) => [`${of}${name}`, cdl[of][k] as number]),
      ),
    ),
    saturation: cdl.saturation,
  };
  const [plain, graded] = [
    await draw(production, { samples: 64 }),
    await draw(finished(production, [{ kind: 'balance', channels }]), { samples: 64 }),
  ];
  const [r, g, b, a] = at(plain, WIDTH / 2, HEIGHT / 2);
  expect(Math.abs(a - 0.5)).toBeLessThan(0.06);
  const wanted = balanced([r / a, g / a, b / a], cdl);
  at(graded, WIDTH / 2, HEIGHT / 2)
    .slice(0, 3)
    .forEach((v, k) => expect(v / a).toBeCloseTo(wanted[k] as number, 3));
});

for (const traced of [false, true]) {
  test(`what is drawn beyond the frame changes nothing within it, ${traced ? 'traced' : 'plain'}`, async () => {
    // A gradient behind everything, a lamp aside; a glow of what nothing is bright enough for, whose margin is drawn all the same.
    const production = produce(lamp(-1.5, 0.8, 1), (draft) => {
      const gradient = ofKind(draft.set, 'gradient-ground');
      if (gradient) gradient.channels.on.rest = true;
    });
    const order = { alpha: false, samples: 64, traced };
    const [plain, wider] = [
      await draw(production, order),
      await draw(finished(production, [{ kind: 'glow', channels: { strength: 1, threshold: 100, size: 0.2 } }]), order),
    ];
    const brightest = Math.max(...plain);
    const off = plain.map((v, i) => Math.abs(v - (wider[i] as number)) / brightest);
    expect(off.reduce((sum, v) => sum + v, 0) / off.length).toBeLessThan(0.002);
    // Edges are drawn from other points of their pixels.
    expect(Math.max(...off)).toBeLessThan(0.15);
    const [from, to] = [middleOf(plain, 1), middleOf(wider, 1)];
    to.forEach((v, k) => expect(Math.abs(v - (from[k] as number))).toBeLessThan(0.002));
  });
}

test('exposure and contrast, a haze lift and near black are what their formulas say', async () => {
  const level = async (effects: Effect[], glow = 1) =>
    at(
      await draw(
        finished(
          bare((draft) => {
            setOf(draft).dome.strength.rest = 0;
            plate(draft, 1, 3, { material: 'glow', colour: '#808080', glow });
          }),
          effects,
        ),
      ),
      WIDTH / 2,
      HEIGHT / 2,
    )[1];
  const plain = await level([]);
  const values = { exposure: 0.7, contrast: 1.4, pivot: 0.18, gamma: 1.2, offset: 0.01 };
  expect(await level([{ kind: 'contrast', channels: values }])).toBeCloseTo(contrasted(plain, values), 4);
  const grey = linearColour('#406080')[1];
  expect(await level([{ kind: 'haze-lift', channels: { amount: 0.3, colour: '#406080' } }])).toBeCloseTo(plain + 0.3 * grey, 4);
  // Of what is darker than its bound, by the square of how much; nothing above.
  const dark = await level([], 0.1);
  const blacks = [{ kind: 'blacks', channels: { amount: 0.5, upTo: 0.1, colour: '#406080' } }];
  expect(await level(blacks, 0.1)).toBeCloseTo(dark + 0.5 * (1 - dark / 0.1) ** 2 * grey, 4);
  expect(await level(blacks)).toBeCloseTo(plain, 6);
});

test('a smear draws out one way, by its length, and keeps all light; edges of the frame are as wide as they are told', async () => {
  const [plain, smeared] = [await draw(lamp()), await draw(finished(lamp(), [{ kind: 'smear', channels: { length: 0.4, angle: 90 } }]))];
  expect(sumOf(smeared, 0) / sumOf(plain, 0)).toBeCloseTo(1, 2);
  // Two fifths of 54 lines, half of them to either side of the lamp, which is 4.7 lines high.
  for (const [dy, there] of [
    [11, true],
    [-11, true],
    [15, false],
    [-15, false],
  ] as const)
    expect(at(smeared, WIDTH / 2, HEIGHT / 2 + dy)[0] > 0.02).toBe(there);
  expect(at(smeared, WIDTH / 2 + 6, HEIGHT / 2)[0]).toBe(0);
  const channels = { width: 0.1, corner: 0, soft: 0, colour: '#ff0000' };
  const edged = await draw(finished(lamp(), [{ kind: 'frame-edges', channels }]), { linear: false });
  // A tenth of 54 lines all round.
  for (const [x, y, red] of [
    [4, 27, true],
    [7, 27, false],
    [48, 4, true],
    [48, 7, false],
    [92, 50, true],
  ] as const)
    expect(at(edged, x, y)).toEqual(red ? [255, 0, 0, 255] : [expect.anything(), expect.anything(), expect.anything(), 0]);
});

test('bars leave their aspect, a vignette takes its stops in the corners, and a fade goes all the way', async () => {
  const white = produce(emptyProduction('White', { width: WIDTH, height: HEIGHT, rate: '25', length: 10 }), (draft) => {
    const finish = draft.finish.find(({ kind }) => kind === 'display');
    if (finish?.kind === 'display') [finish.channels.ground.rest, finish.channels.falloff.rest] = ['#808080', 0];
  });
  const shown = async (effects: Effect[], change = {}) => draw(finished(white, effects), { alpha: false, linear: false, ...change });
  const barred = await shown([{ kind: 'bars', settings: { aspect: '2.39' } }]);
  // 96 pixels across leave 40.2 of 54 lines: 6.9 are black above and below.
  expect([at(barred, 48, 5)[0], at(barred, 48, 8)[0]]).toEqual([0, expect.closeTo(128, -1)]);
  expect([at(barred, 48, 48)[0], at(barred, 48, 45)[0]]).toEqual([0, expect.closeTo(128, -1)]);
  const linear = await shown([{ kind: 'vignette', channels: { stops: 2, size: 1, soft: 1 } }], { linear: true });
  const ground = await shown([], { linear: true });
  expect(at(linear, 0, 0)[0] / at(ground, 0, 0)[0]).toBeCloseTo(0.25, 1);
  expect(at(linear, 48, 27)[0] / at(ground, 48, 27)[0]).toBeCloseTo(1, 2);
  const faded = await shown([{ kind: 'fade', channels: { amount: 1, colour: '#204060' } }]);
  for (const [x, y] of [
    [3, 3],
    [48, 27],
  ] as const)
    expect(at(faded, x, y).slice(0, 3)).toEqual([0x20, 0x40, 0x60].map((v) => expect.closeTo(v, -0.5)));
});

test('grain is another in each frame, has its strength, and is as coarse in every raster', async () => {
  const grey = produce(emptyProduction('Grey', { width: 384, height: 216, rate: '25', length: 10 }), (draft) => {
    const finish = draft.finish.find(({ kind }) => kind === 'display');
    if (finish?.kind === 'display') [finish.channels.ground.rest, finish.channels.falloff.rest] = ['#808080', 0];
  });
  const grained = finished(grey, [{ kind: 'grain', channels: { amount: 0.1, size: 20, colour: 0 } }]);
  const order = { production: grained, frame: 0, width: 384, height: 216, samples: 1, alpha: false };
  const [first, next] = [await drawn(page, order), await drawn(page, { ...order, frame: 1 })];
  expect(first).not.toEqual(next);
  const values = first.filter((_, i) => i % 4 === 0);
  const mean = values.reduce((sum, v) => sum + v, 0) / values.length;
  const deviation = Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length);
  expect(Math.abs(mean - 128)).toBeLessThan(4);
  // A tenth of the way to white, as it is in mid grey.
  expect(deviation / 255).toBeGreaterThan(0.06);
  expect(deviation / 255).toBeLessThan(0.14);
  /** How alike neighbours are that lie so many lines apart. */
  const alike = (pixels: number[], width: number, apart: number) => {
    let [sum, square] = [0, 0];
    for (let i = 0; i + apart < pixels.length / 4; i++) {
      if ((i % width) + apart >= width) continue;
      const [a, b] = [(pixels[4 * i] as number) - mean, (pixels[4 * (i + apart)] as number) - mean];
      [sum, square] = [sum + a * b, square + a * a];
    }
    return sum / square;
  };
  const large = await drawn(page, { ...order, width: 768, height: 432 });
  expect(Math.abs(alike(first, 384, 3) - alike(large, 768, 6))).toBeLessThan(0.12);
});

test('over transparency it fades out of sight, bars are there, and a glow covers as much as it is bright', async () => {
  const faded = await draw(finished(lamp(), [{ kind: 'fade', channels: { amount: 0.75 } }]), { linear: false });
  expect(at(faded, WIDTH / 2, HEIGHT / 2)[3]).toBeCloseTo(64, -0.5);
  const barred = await draw(finished(lamp(), [{ kind: 'bars', settings: { aspect: '2.39' } }]), { linear: false });
  expect(at(barred, 10, 2)).toEqual([0, 0, 0, 255]);
  expect(at(barred, 10, 20)[3]).toBe(0);
  const glowing = await draw(finished(lamp(), [{ kind: 'glow', channels: { strength: 0.6, threshold: 0, size: 0.2 } }]));
  const [r, , , a] = at(glowing, WIDTH / 2 + 6, HEIGHT / 2);
  expect(a).toBeCloseTo(Math.min(1, r), 2);
});

test('curves change what is shown as their formula says, each colour by its own', async () => {
  const production = lamp(0.5, 0.3);
  const shown = { linear: false, alpha: false };
  const points = {
    all: [0.05, 0.2, 0.6, 0.8, 0.95],
    red: [0, 0.4, 0.6, 0.8, 1],
    green: [...CURVE_PLACES],
    blue: [0.1, 0.25, 0.5, 0.7, 0.9],
  };
  const channels = Object.fromEntries(CURVES_OF.flatMap((of) => points[of].map((value, i) => [pointName(of, i), value])));
  const [before, after] = [await draw(production, shown), await draw(finished(production, [{ kind: 'curves', channels }]), shown)];
  const all = curveThrough(points.all);
  const own = [points.red, points.green, points.blue].map((each) => curveThrough(each));
  let most = 0;
  before.forEach((code, i) => {
    const curve = own[i % 4];
    // What is read is in steps of 255, before and after.
    if (curve) most = Math.max(most, Math.abs((after[i] as number) - 255 * curve(all(code / 255))));
  });
  expect(most).toBeLessThan(2.5);
});
