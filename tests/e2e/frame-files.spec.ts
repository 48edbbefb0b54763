import { decode } from 'fast-png';
import type { Page } from '@playwright/test';
import { linearToSrgb, srgbToLinear } from '@/core/colour/transfer';
import { straightKey } from '@/core/motion/channel';
import { outputOfKind, type FrameOutput } from '@/core/delivery/outputs/outputs';
import { productionSchema, type Production } from '@/core/production/production';
import type { SurfaceLook } from '@/core/production/surface';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import type { DrawOrder } from './support/picture-harness';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';
import { exrChannels, exrLayer, exrRaw, said } from './support/read-back';
import { expect, test } from './support/server';

/** Files of frames, read back by programs that know nothing of us. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const SIZE = { frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: true } as const;

async function written(production: Production, outputs: readonly FrameOutput[], change: Partial<DrawOrder> = {}): Promise<Buffer[]> {
  const order: DrawOrder = { production, ...SIZE, ...change };
  const files = await page.evaluate(
    ([o, f]) => (globalThis as unknown as { written(o: DrawOrder, f: readonly FrameOutput[]): Promise<string[]> }).written(o, f),
    [order, outputs] as const,
  );
  return files.map((file) => Buffer.from(file, 'base64'));
}

/** A half-transparent plate of a known light. */
const veil = (): Production =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    plate(draft, 1, 2, { material: 'glow', colour: '#ff8040', glow: 0.35, opacity: 0.5 });
  });

const middle = 4 * (WIDTH * (HEIGHT >> 1) + (WIDTH >> 1));

test('a PNG says what its numbers mean, and they mean that', async () => {
  const kinds = (['8', '16'] as const).flatMap((depth) =>
    (['straight', 'premultiplied'] as const).map((alpha) => ({ ...outputOfKind('png'), depth, alpha })),
  );
  const linear = { ...outputOfKind('png'), depth: '16' as const, transfer: 'linear' as const };
  const files = await written(veil(), [...kinds, linear]);
  const shown = files.map((bytes) => {
    // pngcheck (Debian) reads every chunk and its sum.
    const words = said('pngcheck', ['-v', 'FILE'], bytes, 'png').toString();
    expect(words).toContain('No errors detected');
    const { data, depth } = decode(bytes);
    return { words, pixel: [...data.slice(middle, middle + 4)].map((v) => v / (depth === 16 ? 65535 : 255)) };
  });
  for (const { words } of shown.slice(0, 4)) expect(words).toMatch(/chunk sRGB.*rendering intent = perceptual/s);
  expect(shown[4]?.words).toMatch(/chunk gAMA.*: 1\.0000/);
  expect(shown[4]?.words).not.toContain('chunk sRGB');
  const [coarse, coarseTimes, fine, fineTimes, light] = shown.map(({ pixel }) => pixel) as [
    number[],
    number[],
    number[],
    number[],
    number[],
  ];
  expect(fine[3]).toBeCloseTo(0.5, 2);
  for (let c = 0; c < 3; c++) {
    expect(Math.abs((coarse[c] as number) - (fine[c] as number))).toBeLessThan(1.1 / 255);
    expect(Math.abs((coarseTimes[c] as number) - (coarse[c] as number) * (coarse[3] as number))).toBeLessThan(1.1 / 255);
    expect(fineTimes[c]).toBeCloseTo((fine[c] as number) * (fine[3] as number), 4);
    expect(light[c]).toBeCloseTo(srgbToLinear(fine[c] as number), 4);
  }
});

test('16 bits keep steps that 8 bits lose', async () => {
  const production = bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    plate(draft, 1, 2, { material: 'glow', colour: '#808080', glow: 0.02 });
    setOf(draft).display.exposure.rest = -2;
  });
  const [bytes] = await written(production, [{ ...outputOfKind('png'), depth: '16' }], { alpha: false });
  const [linear] = await written(production, [{ ...outputOfKind('exr') }], { alpha: false });
  const { data } = decode(bytes as Buffer);
  const value = (data[(3 * middle) / 4] as number) / 65535;
  const light = exrLayer(linear as Buffer).R[middle / 4] as number;
  // Far below where the display transform bends (its knee): the curve of sRGB alone.
  expect(Math.abs(value - linearToSrgb(light / 4))).toBeLessThan(1 / 65535 + 3e-4 * value);
  expect(Math.abs(value * 255 - Math.round(value * 255))).toBeGreaterThan(0.02);
});

test('a JPEG is the picture within what its quality loses', async () => {
  const [jpeg, png] = await written(veil(), [{ ...outputOfKind('jpeg'), quality: 95 }, outputOfKind('png')], { alpha: false });
  const shown = said('ffmpeg', ['-v', 'error', '-i', 'FILE', '-f', 'rawvideo', '-pix_fmt', 'rgb24', '-'], jpeg as Buffer, 'jpg');
  const { data } = decode(png as Buffer);
  const at = (3 * middle) / 4;
  for (let c = 0; c < 3; c++) expect(Math.abs((shown[at + c] as number) - (data[at + c] as number))).toBeLessThan(5);
});

/** Marks that hide one another, one thin and one of glass, over a floor that mirrors, in haze, with two lights and effects. */
const crowded = (): Production => {
  const production = bare((draft) => {
    const { floor, sun } = setOf(draft);
    floor.on.rest = sun.on.rest = true;
    floor.level.rest = -1.2;
    for (const each of draft.set) {
      if (each.kind === 'floor') each.settings.look = 'glossy';
      if (each.kind === 'haze') [each.channels.on.rest, each.channels.half.rest] = [true, 20];
    }
    const looks = [
      { material: 'matte', colour: '#c04030', glow: 0 },
      { material: 'matte', colour: '#3050c0', opacity: 0.5 },
      { material: 'glow', colour: '#ffd080', glow: 3 },
      { material: 'clear-glass', colour: '#ffffff' },
    ] satisfies SurfaceLook[];
    looks.forEach((look, i) => {
      const mark = plate(draft, 1.2, 1, look);
      mark.name = ['Back', 'Thin', 'Lamp', 'Back'][i] as string;
      [mark.channels.x.rest, mark.channels.y.rest, mark.channels.z.rest] = [
        [0, 0.5, -0.8, 0.9][i] as number,
        0,
        [-1, 0, 0.4, 1][i] as number,
      ];
    });
  });
  return productionSchema.parse({
    ...production,
    finish: [
      ...production.finish,
      { id: 'e-1', kind: 'glow', name: 'Soft glow', channels: { strength: { rest: 0.6 } }, settings: {} },
      { id: 'e-2', kind: 'balance', channels: { saturation: { rest: 0.4 } }, settings: {} },
    ],
  });
};

const LAYERS = [
  'lights',
  'marks',
  'effects',
  'shadow',
  'reflection',
  'depth',
  'position',
  'normal',
  'motion',
  'mattes',
  'regions',
] as const;

for (const traced of [false, true]) {
  test(`the layers of a frame add up to its beauty, ${traced ? 'traced' : 'plain'}`, async () => {
    const exr = { ...outputOfKind('exr'), layers: [...LAYERS] };
    const [file, bare_] = (await written(crowded(), [exr, outputOfKind('png')], { traced, alpha: false })) as [Buffer, Buffer];
    const names = exrChannels(file);
    expect(names).toEqual([...names].sort());
    const layers = [...new Set(names.filter((name) => name.includes('.')).map((name) => name.slice(0, name.lastIndexOf('.'))))];
    expect(layers).toEqual(expect.arrayContaining(['mark.Back', 'mark.Back_2', 'mark.Lamp', 'mark.Thin', 'mark.set', 'mark.rest']));
    const beauty = exrLayer(file);
    const pixels = await drawn(page, { production: crowded(), ...SIZE, alpha: false, traced, linear: true });
    // Half floats have eleven bits.
    const off = beauty.R.map((value, i) => Math.abs(value - (pixels[4 * i] as number)) / Math.max(1, value));
    expect(Math.max(...off)).toBeLessThan(0.0006);
    for (const group of ['mark', 'light', 'effect']) {
      const own = layers.filter((name) => name.startsWith(`${group}.`));
      expect(own.length).toBe({ mark: 6, light: 4, effect: 3 }[group]);
      const parts = own.map((name) => exrLayer(file, name, group !== 'light'));
      let [off, most] = [0, 0];
      beauty.G.forEach((value, i) => {
        const each = parts.map(({ G }) => G[i] as number);
        const sum = each.reduce((a, b) => a + b, 0);
        const allowed = 0.0006 * (each.reduce((a, b) => a + Math.abs(b), 0) + Math.abs(value)) + 1e-4;
        off = Math.max(off, Math.abs(sum - value) / allowed);
        most = Math.max(most, value);
      });
      expect(most).toBeGreaterThan(0.5);
      expect(off).toBeLessThan(1);
    }
    expect(bare_.length).toBeGreaterThan(100);
  });
}

test('what is left of marks where they are taken apart is what stands nowhere; lights apart miss nothing', async () => {
  const production = crowded();
  const still = {
    ...production,
    finish: production.finish.filter(({ kind }) => kind === 'display'),
    set: production.set.map((each) =>
      each.kind === 'haze' ? { ...each, channels: { ...each.channels, on: { rest: false, keys: [] } } } : each,
    ),
  };
  const exr = { ...outputOfKind('exr'), layers: ['marks' as const, 'lights' as const, 'mattes' as const] };
  const [file] = (await written(still, [exr])) as [Buffer];
  const beauty = exrLayer(file);
  for (const layer of ['mark.rest', 'light.rest']) {
    const rest = exrLayer(file, layer, layer === 'mark.rest');
    const most = Math.max(...rest.R.map((v, i) => Math.abs(v) / Math.max(1, beauty.R[i] as number)));
    expect(most).toBeLessThan(0.004);
  }
});

test('depth, places, normals and motion are those of a plate that a handbook could work out', async () => {
  const production = bare((draft) => {
    const mark = plate(draft, 1, 1, { material: 'matte', colour: '#ffffff' });
    mark.name = 'Sliding plate';
    mark.channels.x.keys = [straightKey(0, -1), straightKey(10, 1)];
  });
  const layers = ['depth', 'position', 'normal', 'motion', 'mattes', 'regions'] as const;
  const [file] = await written(production, [{ ...outputOfKind('exr'), layers: [...layers], compression: 'none' }], {
    frame: 5,
    samples: 32,
  });
  const channels = exrRaw(file as Buffer);
  const one = (name: string) => channels.get(name) as Float32Array;
  const i = middle / 4;
  // The front of the plate stands a millimetre before the origin, the camera 8 m from it.
  expect(one('depth.Z')[i]).toBeCloseTo(7.999, 3);
  expect(one('depth.Z')[0]).toBeGreaterThan(1e9);
  expect(Math.abs(one('position.X')[i] as number)).toBeLessThan(0.1);
  expect(one('position.Z')[i]).toBeCloseTo(0.001, 4);
  expect([one('normal.X')[i], one('normal.Y')[i], one('normal.Z')[i]].map((v) => Math.round(1000 * (v as number)) / 1000)).toEqual([
    0, 0, 1,
  ]);
  // 0.2 m a frame at 8 m, through 35 mm on a film 36 mm wide (similar triangles).
  expect(one('motion.X')[i]).toBeCloseTo((0.2 * 35 * WIDTH) / 36 / 7.999, 2);
  expect(Math.abs(one('motion.Y')[i] as number)).toBeLessThan(1e-3);
  expect(one('motion.X')[0]).toBe(0);
  expect(one('matte.Sliding_plate')[i]).toBe(1);
  expect(one('region.face')[i]).toBe(1);
  expect(one('region.side')[i]).toBe(0);
});

test('at another rate each frame is drawn at its own instant: at 50 every second one is that of 25, and none is a blend', async () => {
  const sliding = bare((draft) => {
    draft.shutterDeg = 0;
    const mark = plate(draft, 0.5, 0.6, { material: 'glow', colour: '#ffffff', glow: 1 });
    mark.channels.x.keys = [straightKey(0, -1.5), straightKey(10, 1.5)];
  });
  const at = (frame: number, rate?: '50' | '29.97') => drawn(page, { production: sliding, ...SIZE, frame, ...(rate ? { rate } : {}) });
  expect(await at(10, '50')).toEqual(await at(5));
  const middleOf = (pixels: number[]) => {
    let [sum, weight] = [0, 0];
    pixels.forEach((v, i) => {
      if (i % 4 !== 3) return;
      sum += v * (Math.floor(i / 4) % WIDTH);
      weight += v;
    });
    return sum / weight;
  };
  const [first, second, third] = [middleOf(await at(5, '50')), middleOf(await at(6, '50')), middleOf(await at(7, '50'))];
  expect(second - first).toBeCloseTo(third - second, 1);
  // The first and the second frame at 25 lie twice as far apart.
  const slow = middleOf(await at(6)) - middleOf(await at(5));
  expect(Math.abs(slow / (second - first) - 2)).toBeLessThan(0.05);
  // 29.97 is 30000 / 1001: its frame 6 is at 0.2002 s.
  const odd = middleOf(await at(6, '29.97')) - middleOf(await at(5));
  expect(Math.abs(odd / slow - 0.2002 * 25 + 5)).toBeLessThan(0.02);
});
