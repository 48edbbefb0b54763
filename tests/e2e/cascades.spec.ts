import { expect, test, type Page } from '@playwright/test';
import { at } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { addCascade, cascadeFrom } from '@/core/production/edits/cascade-edits';
import { straightKey } from '../unit/support/key';
import { formShapeSchema } from '@/core/outline/forms';
import { addRegion } from '@/core/production/edits/region-edits';
import type { Mark } from '@/core/production/mark';
import type { Cascade } from '@/core/production/owners/cascade';
import type { RegionKindName, SpaceRegion } from '@/core/production/owners/regions/regions';
import type { Production } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';

/** What performs as it is drawn: where parts are while they take their turn, how light falls on them, and where regions cut them off. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

/** Pixels of a metre at the origin: 35 mm on a sensor 36 mm wide, 8 m away. */
const METRE = (WIDTH * 35) / 36 / 8;

/** Plates that take their turn over the ten frames, in an even pace, with nothing but what is said. */
function turning(
  channels: Partial<Record<keyof Cascade['channels'], number | string>>,
  settings: Partial<Cascade['settings']>,
  recipe: (mark: Mark, draft: Production) => void,
): Production {
  return bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    const mark = plate(draft, 1, 1, { material: 'glow', colour: '#ffffff', glow: 1 });
    const cascade = cascadeFrom(mark, 'typed', 'arrival', { from: 0, to: 8 });
    Object.assign(cascade.settings, { pace: PACES.even, ...settings });
    Object.assign(
      cascade.channels,
      Object.fromEntries(Object.entries({ width: 1, ...channels }).map(([name, value]) => [name, at(value)])),
    );
    addCascade(mark, cascade);
    recipe(mark, draft);
  });
}
const draw = (production: Production, frame: number, traced: boolean) =>
  drawn(page, { production, frame, width: WIDTH, height: HEIGHT, samples: traced ? 16 : 8, alpha: true, traced, linear: true });
const pixel = (pixels: number[], x: number, y: number) =>
  pixels.slice(4 * (Math.floor(HEIGHT / 2 - y * METRE) * WIDTH + Math.floor(WIDTH / 2 + x * METRE))).slice(0, 4) as [
    number,
    number,
    number,
    number,
  ];

for (const traced of [false, true]) {
  test(`copies come one after another, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = turning({ width: 0.01, y: 1 }, { of: 'copies', hides: true }, (mark) => {
      Object.assign(mark.pattern, { kind: 'row', count: 3, measure: 'spacing', across: 1.4 });
    });
    const there = async (frame: number) => {
      const pixels = await draw(production, frame, traced);
      return [-1.4, 0, 1.4].map((x) => pixel(pixels, x, 0)[3] > 0.9);
    };
    expect(await there(1)).toEqual([true, false, false]);
    expect(await there(5)).toEqual([true, true, false]);
    expect(await there(9)).toEqual([true, true, true]);
  });

  test(`what is moved, grown, dimmed and tinted is so in the picture, ${traced ? 'traced' : 'plain'}`, async () => {
    const values = { x: 2, size: 2, opacity: 0.5, tints: 1, colour: '#ff0000' };
    const production = turning(values, { hides: false }, () => undefined);
    const half = await draw(production, 4, traced);
    // A metre to the right, half as large again, three quarters there, half way to red.
    const [red, green, , alpha] = pixel(half, 1, 0);
    expect(Math.abs(alpha - 0.75)).toBeLessThan(0.03);
    expect(Math.abs(green / red - 0.5)).toBeLessThan(0.03);
    expect(pixel(half, 1.68, 0)[3]).toBeGreaterThan(0.6);
    expect(pixel(half, 1.85, 0)[3]).toBeLessThan(0.1);
    expect(pixel(half, 0.1, 0)[3]).toBeLessThan(0.1);
  });

  test(`what glows in a cascade glows in the picture, and fades as it comes to rest, ${traced ? 'traced' : 'plain'}`, async () => {
    const glowing = turning({ glow: 2 }, { hides: false }, (mark) => {
      for (const region of ['face', 'bevel', 'side', 'back'] as const) {
        const [shell] = mark.shells;
        if (shell) Object.assign(shell.surfaces[region].channels, { glow: at(1), colour: at('#ffffff') });
      }
    });
    const shown = async (frame: number) => pixel(await draw(glowing, frame, traced), 0, 0)[1];
    const [first, half, rest] = [await shown(0), await shown(4), await shown(8)];
    // Its own glow of 1, and what is left of the two that are added.
    expect(Math.abs(first / rest - 3)).toBeLessThan(0.1);
    expect(Math.abs(half / rest - 2)).toBeLessThan(0.1);
  });

  test(`what comes after a mark is seen where it was, and less there, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = bare((draft) => {
      setOf(draft).dome.strength.rest = 0;
      draft.shutterDeg = 1;
      const mark = plate(draft, 1, 0.6, { material: 'glow', colour: '#ffffff', glow: 1 });
      mark.channels.x.keys = [straightKey(0, -2), straightKey(8, 2)];
      mark.trail.settings.count = 2;
      mark.trail.channels.lag.rest = 2;
    });
    const pixels = await draw(production, 8, traced);
    // Half a metre a frame: a metre apart, there by six tenths each time.
    for (const [x, there] of [
      [2, 1],
      [1, 0.6],
      [0, 0.36],
      [-1, 0],
    ] as const)
      expect(Math.abs(pixel(pixels, x, 0)[3] - there)).toBeLessThan(0.03);
  });

  test(`tiles mirror their neighbours, and light falls on them as on what is no mirror image, ${traced ? 'traced' : 'plain'}`, async () => {
    const shown = (kind: 'grid' | 'tiles', form: 'plate' | 'arrow') =>
      draw(
        bare((draft) => {
          const { sun, dome } = setOf(draft);
          [sun.on.rest, sun.azimuth.rest, sun.height.rest, dome.strength.rest] = [true, 50, 20, 0.05];
          const mark = plate(draft, 1, 1.2, { material: 'matte', colour: '#ffffff', roughness: 1 });
          if (mark.body.kind === 'form' && form === 'arrow') mark.body.shape = formShapeSchema.parse({ form });
          const [shell] = mark.shells as [Mark['shells'][0]];
          shell.channels.from.rest = -0.4;
          Object.assign(shell.front, { profile: 'chamfer', size: 300, height: 300 });
          Object.assign(mark.pattern, { kind, count: 2, rows: 2, gap: 0.2, rowGap: 0.2 });
        }),
        0,
        traced,
      );
    // A plate with a bevel all round is its own mirror image: both fields are one picture.
    const [grid, tiles] = [await shown('grid', 'plate'), await shown('tiles', 'plate')];
    const lit = pixel(grid, 1.2, 0.7)[1];
    expect(lit).toBeGreaterThan(1.3 * pixel(grid, 0.2, 0.7)[1]);
    const most = Math.max(...tiles.map((v, i) => Math.abs(v - (grid[i] as number))));
    expect(most / lit).toBeLessThan(traced ? 0.07 : 0.02);
    // Arrows point to the right on the left, and back at them from the right.
    const arrows = await shown('tiles', 'arrow');
    const there = (x: number, y: number) => pixel(arrows, x, y)[3] > 0.5;
    const row = Array.from({ length: 40 }, (_, i) => there(-2 + (i + 0.5) / 10, 0.85));
    expect(row).toEqual([...row].reverse());
    expect(row).not.toEqual(Array.from({ length: 40 }, () => row[0]));
  });

  test(`each part is wiped off along its own way, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = turning({ wipe: 1 }, { of: 'copies', hides: false }, (mark) => {
      Object.assign(mark.pattern, { kind: 'row', count: 3, measure: 'spacing', across: 1.4 });
      (mark.cascades[0] as Cascade).settings.of = 'letters';
    });
    const half = await draw(production, 4, traced);
    // Half of each plate of a metre is there: the left half.
    for (const x of [-1.4, 0, 1.4]) {
      expect(pixel(half, x - 0.3, 0)[3]).toBeGreaterThan(0.95);
      expect(pixel(half, x + 0.3, 0)[3]).toBeLessThan(0.05);
    }
    const [none, all] = [await draw(production, 0, traced), await draw(production, 8, traced)];
    expect(pixel(none, -0.4, 0)[3]).toBeLessThan(0.05);
    expect(pixel(all, 0.4, 0)[3]).toBeGreaterThan(0.95);
  });

  test(`light falls on what is grown or flattened as on what is not, ${traced ? 'traced' : 'plain'}`, async () => {
    const lit = async (channels: Partial<Record<keyof Cascade['channels'], number>>) => {
      const production = turning(channels, { hides: false, about: 'pivot' }, (mark, draft) => {
        const { sun } = setOf(draft);
        [sun.on.rest, sun.azimuth.rest, sun.height.rest] = [true, 40, 20];
        const matte = plate(draft, 1, 1, { material: 'matte', colour: '#ffffff', roughness: 1 });
        const [shell] = matte.shells;
        draft.marks = [{ ...mark, shells: [{ ...(shell as Mark['shells'][0]) }] }];
      });
      return pixel(await draw(production, 0, traced), 0, 0)[1];
    };
    const plain = await lit({});
    expect(plain).toBeGreaterThan(0.05);
    for (const channels of [{ size: 2 }, { deep: 0.05 }, { size: 0.6, deep: 3 }])
      expect(Math.abs((await lit(channels)) / plain - 1)).toBeLessThan(0.02);
    // Turned by 60 degrees from the light it is darker by the cosine (Lambert): 40 to the right of it, then 20 to the left.
    const turned = await lit({ pan: -30 });
    expect(turned).toBeLessThan(0.75 * plain);
  });
}

/** A white plate of 4 m, cut by a region. */
const wiped = (kind: RegionKindName, recipe: (region: SpaceRegion, mark: Mark, draft: Production) => void) =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    const mark = plate(draft, 1, 4, { material: 'glow', colour: '#ffffff', glow: 1 });
    addRegion(mark, kind, null);
    recipe(mark.regions[0] as SpaceRegion, mark, draft);
  });

for (const traced of [false, true]) {
  test(`a wipe’s edge is where its plane is, and as soft as its border, ${traced ? 'traced' : 'plain'}`, async () => {
    const pixels = await draw(
      wiped('half-space', ({ channels }) => {
        [channels.x.rest, channels.border.rest] = [0.5, 1];
      }),
      0,
      traced,
    );
    const there = (x: number) => pixel(pixels, x, 0)[3];
    // A smooth step of 1 m about x = 0.5: 3t² - 2t³.
    expect(there(-0.4)).toBeGreaterThan(0.98);
    expect(Math.abs(there(0.5) - 0.5)).toBeLessThan(0.08);
    expect(Math.abs(there(0.25) - 0.84375)).toBeLessThan(0.08);
    expect(there(1.2)).toBeLessThan(0.02);
  });

  test(`a wipe in the frame stays there, wherever the mark is and however it stands, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = wiped('box', ({ channels, settings }, { channels: place }) => {
      settings.space = 'frame';
      // A quarter of the frame's height to the right of its middle, as wide as a quarter of its height, half as high.
      Object.assign(channels, { x: at(0.25), border: at(0), ...({ width: at(0.25), height: at(0.5) } as object) });
      [place.x.rest, place.z.rest, place.pan.rest] = [0.7, -1.5, 35];
    });
    const pixels = await draw(production, 0, traced);
    const there = (x: number, y: number) => {
      const [px, py] = [Math.floor(WIDTH / 2 + x * HEIGHT), Math.floor(HEIGHT / 2 - y * HEIGHT)];
      return pixels[4 * (py * WIDTH + px) + 3] as number;
    };
    for (const [x, y] of [
      [0.15, 0],
      [0.35, 0],
      [0.25, 0.22],
      [0.25, -0.22],
    ] as const)
      expect(there(x, y)).toBeGreaterThan(0.95);
    for (const [x, y] of [
      [0.1, 0],
      [0.4, 0],
      [0.25, 0.28],
      [0.25, -0.28],
      [-0.25, 0],
    ] as const)
      expect(there(x, y)).toBeLessThan(0.05);
  });

  test(`an outline that is drawn is seen so, straight or as a curve, also in the frame, ${traced ? 'traced' : 'plain'}`, async () => {
    const shown = async (smooth: boolean, space: 'mark' | 'frame') => {
      // A comb with nine teeth, and two corners below it: 21 corners, metres; of the frame, heights of it.
      const comb = Array.from({ length: 19 }, (_, i) => ({ x: -1.8 + i / 5, y: i % 2 === 0 ? -1 : 1 }));
      const unit = space === 'frame' ? METRE / HEIGHT : 1;
      const points = [...comb, { x: 1.8, y: -1.5 }, { x: -1.8, y: -1.5 }].map(({ x, y }) => ({ x: x * unit, y: y * unit }));
      const production = wiped('drawn', (region) => {
        if (region.kind !== 'drawn') return;
        region.channels.border.rest = 0;
        Object.assign(region.settings, { points, smooth, space });
      });
      const pixels = await draw(production, 0, traced);
      return { pixels, comb };
    };
    for (const space of ['mark', 'frame'] as const) {
      const { pixels, comb } = await shown(false, space);
      comb.slice(1, -1).forEach(({ x, y }, i) => {
        const isTooth = i % 2 === 0;
        // Within the tip of a tooth, and above the valley between two.
        expect(pixel(pixels, x, isTooth ? y - 0.9 : y + 0.9)[3] > 0.5).toBe(isTooth);
      });
      expect(pixel(pixels, 0, -1.3)[3]).toBeGreaterThan(0.98);
      expect(pixel(pixels, 0, -1.7)[3]).toBeLessThan(0.02);
    }
    // A curve through four corners of a square bulges beyond its sides.
    const round = wiped('drawn', (region) => {
      if (region.kind === 'drawn') region.settings.smooth = true;
      region.channels.border.rest = 0;
    });
    const pixels = await draw(round, 0, traced);
    expect(pixel(pixels, 0.54, 0)[3]).toBeGreaterThan(0.95);
    expect(pixel(pixels, 0.72, 0)[3]).toBeLessThan(0.05);
  });

  test(`what is cut away can be put back where another region is, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = wiped('half-space', ({ channels, settings }, mark) => {
      settings.acts = 'cut';
      [channels.x.rest, channels.border.rest] = [0.4, 0];
      addRegion(mark, 'ball', null);
      const back = mark.regions[1] as SpaceRegion;
      back.settings.acts = 'add';
      Object.assign(back.channels, { x: at(-0.6), y: at(0), border: at(0), width: at(0.6), height: at(0.6), depth: at(2) });
    });
    const pixels = await draw(production, 0, traced);
    expect(pixel(pixels, -0.6, 0)[3]).toBeGreaterThan(0.95);
    expect(pixel(pixels, -0.6, 0.6)[3]).toBeLessThan(0.05);
    expect(pixel(pixels, 0.9, 0)[3]).toBeGreaterThan(0.95);
  });

  test(`a box cuts a hole and a ball keeps a disc; both go with the mark, ${traced ? 'traced' : 'plain'}`, async () => {
    const cut = await draw(
      wiped('box', (region, mark) => {
        region.settings.acts = 'cut';
        region.channels.border.rest = 0;
        if (region.kind === 'box') [region.channels.width.rest, region.channels.height.rest] = [1, 0.5];
        mark.channels.x.rest = 0.5;
      }),
      0,
      traced,
    );
    for (const [x, y] of [
      [0.5, 0],
      [0.9, 0.15],
      [0.1, -0.15],
    ] as const)
      expect(pixel(cut, x, y)[3]).toBeLessThan(0.02);
    for (const [x, y] of [
      [1.15, 0],
      [-0.15, 0],
      [0.5, 0.4],
    ] as const)
      expect(pixel(cut, x, y)[3]).toBeGreaterThan(0.98);
    const kept = await draw(
      wiped('ball', (region) => {
        region.channels.border.rest = 0;
        if (region.kind === 'ball') [region.channels.width.rest, region.channels.height.rest, region.channels.depth.rest] = [2, 2, 2];
      }),
      0,
      traced,
    );
    let sum = 0;
    for (let i = 3; i < kept.length; i += 4) sum += kept[i] as number;
    expect(Math.abs(sum / METRE ** 2 - Math.PI)).toBeLessThan(0.06);
  });

  test(`what is cut away throws no shadow, ${traced ? 'traced' : 'plain'}`, async () => {
    const production = wiped('half-space', ({ channels }, mark, draft) => {
      channels.border.rest = 0;
      const { sun, wall } = setOf(draft);
      [sun.on.rest, sun.azimuth.rest, sun.height.rest, sun.softness.rest] = [true, 0, 60, 0];
      [wall.on.rest, wall.z.rest, wall.shadow.rest] = [true, -1, 0.5];
      // Above what the lens sees, so that only its shadow is there.
      mark.body = mark.body.kind === 'form' ? { ...mark.body, size: 1 } : mark.body;
      mark.channels.y.rest = 3;
    });
    const pixels = await draw(production, 0, traced);
    // From (x, 3, 0) down at 60 degrees to z = -1: at y = 3 - tan 60.
    const y = 3 - Math.sqrt(3);
    const there = (x: number) =>
      pixels[4 * (Math.floor(HEIGHT / 2 - y * METRE * (8 / 9)) * WIDTH + Math.floor(WIDTH / 2 + x * METRE * (8 / 9))) + 3] as number;
    expect(Math.abs(there(-0.25) - 0.5)).toBeLessThan(0.04);
    expect(there(0.25)).toBeLessThan(0.02);
  });
}

test('what is cut away is gone in a sketch too, and what is behind it is picked', async () => {
  const production = wiped('box', ({ channels, settings }, _, draft) => {
    settings.acts = 'cut';
    Object.assign(channels, { x: at(-0.8), border: at(0), ...({ width: at(0.8), height: at(0.8), depth: at(4) } as object) });
    const behind = plate(draft, 1, 8, { material: 'glow', colour: '#00ff00', glow: 1 });
    behind.channels.z.rest = -1;
  });
  const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 1, alpha: true, sketch: true, linear: true };
  const pixels = await drawn(page, order);
  const colour = (x: number, y: number) => pixel(pixels, x, y).slice(0, 3);
  const [hole, kept] = [colour(-0.8, 0), colour(0.5, 0)] as [number[], number[]];
  expect(hole[1]).toBeGreaterThan(10 * (hole[0] as number));
  expect(kept[1]).toBeCloseTo(kept[0] as number, 6);
  // The frame is 36 mm on 35 mm wide at 8 m: -0.8 m and 0.5 m from its middle.
  const [front, behind] = production.marks.map(({ id }) => id);
  const found = await page.evaluate(
    ([p, places]) => (globalThis as unknown as { picked(...of: unknown[]): (string | null)[] }).picked(p, places),
    [production, [-0.8, 0.5].map((x) => [(x * 2 * 35) / 36 / 8, 0])] as const,
  );
  expect(found).toEqual([behind, front]);
});
