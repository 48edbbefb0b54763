import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import { linearColour } from '@/core/colour/transfer';
import { LUX_OF_WHITE } from '@/core/light/photometry';
import { addLight } from '@/core/production/edits/light-edits';
import { addForm } from '@/core/production/edits/mark-edits';
import { MATERIALS } from '@/core/production/materials';
import { emptyProduction, type Production } from '@/core/production/production';
import type { SurfaceLook } from '@/core/production/surface';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import type { DrawOrder } from './support/picture-harness';
import { bare, evenDome, HEIGHT, light as lightIn, plate, WIDTH } from './support/plates';
import type { PlateOrder } from './support/rays-harness';

/** Light followed by rays, against a library of rays, and against closed forms of light. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/rays-harness.ts') });
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

interface Harness {
  threePlate(order: PlateOrder): number[];
  shootRays(order: { production: Production; count: number }): { card: number[]; library: number[] };
  draw(order: DrawOrder): Promise<number[]>;
}

/** Four bevelled forms, turned, tipped and one grown, in each other's way. */
const tumbled = produce(emptyProduction('Rays', { width: 320, height: 180, rate: '25', length: 10 }), (draft) => {
  (['ring', 'plate', 'arrow', 'star'] as const).forEach((form, i) => {
    const id = addForm(draft, form);
    const mark = draft.marks.find((each) => each.id === id);
    if (!mark) return;
    mark.channels.x.rest = 0.8 * (i - 1.5);
    mark.channels.z.rest = 0.2 * (i % 2);
    mark.channels.pan.rest = 40 * i;
    mark.channels.tilt.rest = 25 - 30 * i;
  });
});

test('1,024 random rays end where three-mesh-bvh says they do, on the facet that it says', async () => {
  const { card, library } = await page.evaluate((order) => (globalThis as unknown as Harness).shootRays(order), {
    production: tumbled,
    count: 1024,
  });
  let hits = 0;
  for (let i = 0; i < 4096; i += 4) {
    const [t, x, y, any] = card.slice(i, i + 4) as [number, number, number, number];
    const [wanted, wantedX, wantedY, wantedAny] = library.slice(i, i + 4) as [number, number, number, number];
    expect(Math.abs(t - wanted)).toBeLessThan(2e-5);
    expect(any).toBe(wantedAny);
    if (wanted < 0) continue;
    hits++;
    expect(Math.hypot(x - wantedX, y - wantedY)).toBeLessThan(0.02);
  }
  expect(hits).toBeGreaterThan(200);
});

/** Scene light in the middle of the frame, a mean of some pixels. */
const light = (production: Production, change: Partial<DrawOrder> = {}) => lightIn(page, production, change);

// Energy conservation: under light of 1 from everywhere a surface that takes none gives 1 back, whatever it is made of and from wherever.
test('white furnace: a lossless metal is not told from the dome; nothing is brighter than it', async () => {
  test.slow();
  const under = (look: SurfaceLook, pan: number) =>
    light(
      bare((draft) => {
        evenDome(draft);
        plate(draft, 1, 6, { colour: '#ffffff', ...look }).channels.pan.rest = pan;
      }),
      { samples: 64 },
    );
  for (const roughness of [0.05, 0.4, 0.8, 1])
    for (const pan of [0, 65]) expect(Math.abs((await under({ material: 'chrome', roughness }, pan))[1] - 1)).toBeLessThan(0.02);
  // Brushed, it is drawn out to one side: no more comes back for that.
  for (const pan of [0, 50])
    expect(Math.abs((await under({ material: 'chrome', roughness: 0.4, stretch: 0.8 }, pan))[1] - 1)).toBeLessThan(0.03);
  for (const material of ['matte', 'lacquer', 'ceramic', 'plastic', 'deep-lacquer'] as const) {
    for (const pan of [0, 65]) {
      const [, green] = await under({ material, roughness: 0.6 }, pan);
      expect(green).toBeLessThan(1.01);
      // What goes to and fro between coat and metal is not followed.
      expect(green).toBeGreaterThan(material === 'deep-lacquer' ? 0.85 : 0.93);
    }
  }
});

// Sky seen beside an endless wall, cosine-weighted: (1 + cos atan(h / d)) / 2 (geometry).
test('beside a wall a matte plane gets what is left of the dome', async () => {
  const beside = (d: number | null) =>
    light(
      bare((draft) => {
        evenDome(draft);
        plate(draft, 1, 12, { material: 'matte', colour: '#ffffff', roughness: 1 });
        if (d === null) return;
        const wall = plate(draft, 0.05, 40, { material: 'matte', colour: '#000000', roughness: 1 });
        wall.channels.pan.rest = 90;
        wall.channels.x.rest = -d - 0.001;
      }),
    );
  const [, open] = await beside(null);
  // The wall stands as high as it is wide to the front: 1 m.
  for (const d of [0.5, 1, 2]) {
    const [, shut] = await beside(d);
    expect(Math.abs(shut / open - (1 + Math.cos(Math.atan(1 / d))) / 2)).toBeLessThan(0.02);
  }
});

test('under a sun alone a surface is as bright as three’s own physical material is, traced and plain', async () => {
  for (const look of [
    { material: 'matte', roughness: 0.9 },
    { material: 'brass', roughness: 0.5 },
    { material: 'lacquer', roughness: 0.45 },
  ] as const) {
    const [azimuth, height, pan, strength] = [35, 25, 20, 2.2];
    const production = bare((draft) => {
      plate(draft, 1, 6, look).channels.pan.rest = pan;
      const { sun, dome } = setOf(draft);
      dome.strength.rest = 0;
      sun.on.rest = true;
      sun.colour.rest = '#ffffff';
      [sun.azimuth.rest, sun.height.rest, sun.softness.rest, sun.strength.rest] = [azimuth, height, 1, strength];
    });
    const { colour, metalness, coat } = MATERIALS[look.material];
    const three = await page.evaluate((order) => (globalThis as unknown as Harness).threePlate(order), {
      ...{ azimuth, height, pan, strength, colour: linearColour(colour), metalness, coat, roughness: look.roughness },
    });
    for (const change of [{}, { traced: false, samples: 16 }])
      (await light(production, change)).forEach((value, k) => expect(Math.abs(value / (three[k] as number) - 1)).toBeLessThan(0.03));
  }
});

// Share of a parallel rectangle's radiosity that a point gets over whose middle it stands (radiative heat transfer handbooks): a white
// matte surface there sends as much of the rectangle's radiance.
test('under an area light a white matte surface sends the share of its radiance that the form factor says', async () => {
  for (const [size, share] of [
    [1, 0.23946],
    [2, 0.55413],
  ] as const) {
    const production = bare((draft) => {
      plate(draft, 1, 6, { material: 'matte', colour: '#ffffff', roughness: 1 });
      setOf(draft).dome.strength.rest = 0;
      // Of radiance 1: as many lux of white as it has area.
      addLight(draft, 'area', {
        channels: { x: 0, y: 0, z: 1, width: size, height: size, lumens: LUX_OF_WHITE * size * size },
        settings: { measure: 'lumens' },
      });
    });
    for (const change of [{}, { traced: false }]) {
      const [, green] = await light(production, change);
      expect(Math.abs(green / share - 1)).toBeLessThan(0.05);
    }
  }
});

test('a spot lights what lies in its cone, and a leaf that is shut cuts it off; a mark that it is not linked to stays dark', async () => {
  const under = (channels: Record<string, number>, settings: object = {}) =>
    light(
      bare((draft) => {
        const mark = plate(draft, 1, 6, { material: 'matte', colour: '#ffffff', roughness: 1 });
        setOf(draft).dome.strength.rest = 0;
        addLight(draft, 'spot', {
          channels: { x: 0, y: 0, z: 4, edge: 0.1, ...channels },
          settings: { ...settings, links: { of: 'without', marks: 'isLeftOut' in settings ? [{ markId: mark.id }] : [] } },
        });
      }),
      { samples: 16 },
    );
  const [, lit] = await under({});
  // On its axis at 4 m a light of no stops lights white to white.
  expect(Math.abs(lit - 1)).toBeLessThan(0.06);
  expect((await under({}, { aim: { on: 'point', x: 2.5, y: 0, z: 0 } }))[1]).toBe(0);
  expect((await under({ x: 0.4, left: 0 }, { aim: { on: 'nothing' } }))[1]).toBe(0);
  expect((await under({ x: 0.4, left: 30 }, { aim: { on: 'nothing' } }))[1]).toBeGreaterThan(0.9);
  expect((await under({}, { isLeftOut: true }))[1]).toBe(0);
});

test('a light that throws no shadows shines past what is in its way; one that does is held back, traced and plain', async () => {
  const behind = (shadows: boolean, isBlocked: boolean, change: Partial<DrawOrder>) =>
    light(
      bare((draft) => {
        plate(draft, 1, 6, { material: 'matte', colour: '#ffffff', roughness: 1 });
        setOf(draft).dome.strength.rest = 0;
        addLight(draft, 'point', { channels: { x: 3, y: 0, z: 3, size: 0.1 }, settings: { shadows } });
        if (!isBlocked) return;
        // Half way to the light, beside what the camera sees in the middle.
        const block = plate(draft, 1, 0.8, { material: 'matte', colour: '#000000', roughness: 1 });
        block.channels.x.rest = block.channels.z.rest = 1.5;
        block.channels.pan.rest = 45;
      }),
      { samples: 16, ...change },
    );
  for (const change of [{}, { traced: false }]) {
    const [, open] = await behind(true, false, change);
    expect(open).toBeGreaterThan(0.1);
    expect((await behind(true, true, change))[1]).toBeLessThan(0.02 * open);
    expect(Math.abs((await behind(false, true, change))[1] / open - 1)).toBeLessThan(0.03);
  }
});

test('without any light a plain picture shows what the dome lights', async () => {
  const production = bare((draft) => {
    evenDome(draft);
    draft.lights = [];
    plate(draft, 1, 6, { material: 'chrome', colour: '#ffffff', roughness: 0.3 });
  });
  expect(Math.abs((await light(production, { traced: false, samples: 4 }))[1] - 1)).toBeLessThan(0.02);
});

// Numbers by chance would leave a standard deviation of √(0.5 · 0.5 / 16) = 0.125 of the cover in 16 sub-frames (binomial distribution).
test('what is half there is half there in each pixel after a few sub-frames, and two such layers are a quarter gone', async () => {
  const cover = async (layers: number) => {
    const production = bare((draft) => {
      for (let i = 0; i < layers; i++) plate(draft, 1, 6, { material: 'matte', opacity: 0.5 }).channels.z.rest = 0.2 * i;
    });
    const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 16, alpha: true, traced: true, linear: true };
    const pixels = await page.evaluate((o) => (globalThis as unknown as Harness).draw(o), order);
    const covers: number[] = [];
    for (let y = 20; y < 34; y++) for (let x = 38; x < 58; x++) covers.push(pixels[4 * (y * WIDTH + x) + 3] as number);
    const mean = covers.reduce((sum, v) => sum + v, 0) / covers.length;
    return { mean, spread: Math.sqrt(covers.reduce((sum, v) => sum + (v - mean) ** 2, 0) / covers.length) };
  };
  const one = await cover(1);
  expect(Math.abs(one.mean - 0.5)).toBeLessThan(0.01);
  expect(one.spread).toBeLessThan(0.03);
  const two = await cover(2);
  expect(Math.abs(two.mean - 0.75)).toBeLessThan(0.015);
  expect(two.spread).toBeLessThan(0.1);
});

test('traced frames are the same bytes each time', async () => {
  const order = { production: tumbled, frame: 0, width: 160, height: 90, samples: 4, alpha: false, traced: true };
  const draw = () => page.evaluate((o) => (globalThis as unknown as Harness).draw(o), order);
  expect(await draw()).toEqual(await draw());
});
