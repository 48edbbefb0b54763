import { expect, test, type Page } from '@playwright/test';
import { fresnel } from '@/core/light/fresnel';
import { addForm } from '@/core/production/edits/mark-edits';
import type { Production } from '@/core/production/production';
import { surfaceOf, type SurfaceLook } from '@/core/production/surface';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, evenDome, HEIGHT, light, plate, WIDTH } from './support/plates';

/** Glass, and what stands behind and under the marks, against closed forms of optics. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const CLEAR: SurfaceLook = { material: 'clear-glass', within: '#ffffff' };

/** A sheet of glass of some thickness about the origin. */
function sheet(draft: Production, thickness: number, pan: number, look: SurfaceLook = CLEAR) {
  const mark = plate(draft, 1, 6, look);
  const [shell] = mark.shells;
  if (shell) [shell.channels.from.rest, shell.channels.to.rest] = [-thickness / 2, thickness / 2];
  mark.channels.pan.rest = pan;
  return mark;
}

/** Opacity in the middle of the frame: what does not come through. */
async function cover(production: Production, samples = 64): Promise<number> {
  const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples, alpha: true, traced: true, linear: true };
  const pixels = await drawn(page, order);
  let sum = 0;
  for (let y = -4; y < 4; y++) for (let x = -4; x < 4; x++) sum += pixels[4 * ((HEIGHT / 2 + y) * WIDTH + WIDTH / 2 + x) + 3] as number;
  return sum / 64;
}

const dark = (recipe: (draft: Production) => void) =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    recipe(draft);
  });

// A sheet whose sides each mirror R lets (1 - R) / (1 + R) through: the sum of all ways to and fro (Fresnel; optics handbooks).
test('a clear sheet lets through what Fresnel’s equations leave, at any angle', async () => {
  test.slow();
  for (const [index, pan] of [
    [1.52, 0],
    [1.52, 60],
    [2.42, 30],
  ] as const) {
    const mirrored = fresnel(Math.cos((pan * Math.PI) / 180), index);
    const through = (1 - mirrored) / (1 + mirrored);
    const seen = await cover(dark((draft) => void sheet(draft, 0.2, pan, { ...CLEAR, index })));
    expect(Math.abs(1 - seen - through)).toBeLessThan(0.015);
  }
});

// Beer and Lambert: exp(-a d) on a way of d = thickness / cos of the angle within (Snell).
test('what glass takes grows with the way through it', async () => {
  const share = (thickness: number, pan: number) =>
    cover(dark((draft) => void sheet(draft, thickness, pan, { ...CLEAR, within: '#bcbcbc', depth: 0.5 })));
  const bare_ = (pan: number) => cover(dark((draft) => void sheet(draft, 0.2, pan)));
  const half = ((0xbc / 255 + 0.055) / 1.055) ** 2.4;
  for (const [thickness, pan] of [
    [0.5, 0],
    [1, 0],
    [0.5, 50],
  ] as const) {
    const within = Math.cos(Math.asin(Math.sin((pan * Math.PI) / 180) / 1.52));
    const kept = half ** (thickness / within / 0.5);
    expect(Math.abs((1 - (await share(thickness, pan))) / (1 - (await bare_(pan))) - kept)).toBeLessThan(0.03);
  }
});

// A sheet shifts what is behind it by d = t sin a (1 - cos a / √(n² - sin² a)) across the line of sight (Snell; optics handbooks).
test('a turned sheet shifts what is seen through it as Snell’s law says, and not at all where it does not bend', async () => {
  const [t, a, n] = [1.2, (50 * Math.PI) / 180, 1.52];
  const edge = async (bending: number | null) => {
    const production = dark((draft) => {
      const behind = plate(draft, 1, 12, { material: 'glow', colour: '#ffffff', glow: 1 });
      behind.channels.x.rest = 6;
      behind.channels.z.rest = -4;
      if (bending !== null) sheet(draft, t, 50, { ...CLEAR, index: n, bending });
      const [camera] = draft.cameras;
      if (camera) camera.lens.channels.focalLengthMm.rest = 100;
    });
    const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 64, alpha: true, traced: true, linear: true };
    const pixels = await drawn(page, order);
    // Where the bright plate begins along the middle row: where half of its brightness is reached, between two pixels.
    const row = Array.from({ length: WIDTH }, (_, x) => pixels[4 * ((HEIGHT / 2) * WIDTH + x) + 1] as number);
    const half = row.slice(-20).reduce((sum, v) => sum + v, 0) / 40;
    const first = row.findIndex((v) => v > half);
    const [before, after] = [row[first - 1] as number, row[first] as number];
    return first - (after - half) / Math.max(after - before, 1e-6);
  };
  const open = await edge(null);
  expect(Math.abs((await edge(0)) - open)).toBeLessThan(0.8);
  // The line of sight to the shifted edge leans by that shift over its 12 m, and meets the sheet so much flatter or steeper.
  const shiftAt = (angle: number) => t * Math.sin(angle) * (1 - Math.cos(angle) / Math.sqrt(n * n - Math.sin(angle) ** 2));
  const leaning = Math.asin(shiftAt(a) / 12);
  const pixels = (side: number) => Math.tan(Math.asin(shiftAt(a + side * leaning) / 12)) * (100 / 36) * WIDTH;
  const seen = Math.abs((await edge(1)) - open);
  expect(Math.min(...[-1, 1].map((side) => Math.abs(seen - pixels(side))))).toBeLessThan(0.4);
});

test('white furnace: under light of 1 from everywhere clear glass is not seen, and frosted glass is no brighter', async () => {
  const under = async (look: SurfaceLook, pan: number) => {
    const production = bare((draft) => {
      evenDome(draft);
      const id = addForm(draft, 'ring');
      const mark = draft.marks.find((each) => each.id === id);
      const [shell] = mark?.shells ?? [];
      if (mark) mark.channels.pan.rest = pan;
      const surface = () => surfaceOf({ within: '#ffffff', ...look });
      if (shell) shell.surfaces = { face: surface(), bevel: surface(), side: surface(), back: surface() };
    });
    const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 64, alpha: true, traced: true, linear: true };
    const pixels = await drawn(page, order);
    // Over a ground that is as bright as the dome.
    return Array.from({ length: WIDTH * HEIGHT }, (_, i) => (pixels[4 * i + 1] as number) + 1 - (pixels[4 * i + 3] as number));
  };
  for (const value of await under(CLEAR, 30)) expect(Math.abs(value - 1)).toBeLessThan(0.1);
  const frosted = await under({ material: 'frosted-glass' }, 30);
  expect(frosted.reduce((sum, v) => sum + v, 0) / frosted.length).toBeLessThan(1.005);
  expect(Math.min(...frosted)).toBeGreaterThan(0.75);
});

test('the shadow of clear glass is light, that of dark glass is dark, and coloured glass colours it', async () => {
  const under = (within: string | null) =>
    light(
      page,
      dark((draft) => {
        plate(draft, 1, 6, { material: 'matte', colour: '#ffffff', roughness: 1 });
        const { sun } = setOf(draft);
        sun.on.rest = true;
        sun.colour.rest = '#ffffff';
        [sun.azimuth.rest, sun.height.rest, sun.softness.rest, sun.strength.rest] = [60, 0, 0.5, 2];
        // In the way of the sun, beside what the camera sees in the middle.
        if (within === null) return;
        const block = sheet(draft, 0.3, 60, { ...CLEAR, within, depth: 0.3 });
        if (block.body.kind === 'form') block.body.size = 1.2;
        [block.channels.x.rest, block.channels.z.rest] = [2 * Math.sin(Math.PI / 3), 2 * Math.cos(Math.PI / 3)];
      }),
      { samples: 32 },
    );
  const [, open] = await under(null);
  const [, clear] = await under('#ffffff');
  // Both sides mirror a little: 1 - ((n - 1) / (n + 1))² each.
  expect(Math.abs(clear / open - (1 - (0.52 / 2.52) ** 2) ** 2)).toBeLessThan(0.03);
  expect((await under('#101010'))[1]).toBeLessThan(0.03 * open);
  const [red, green] = await under('#ff4040');
  expect(green / red).toBeLessThan(0.1);
});

/** A floor seen from above, with a bright upright plate on it. */
const onFloor = (look: 'shadow' | 'glossy' | 'solid', values: Record<string, number>) =>
  dark((draft) => {
    const { floor } = setOf(draft);
    const owner = draft.set.find(({ kind }) => kind === 'floor');
    if (owner?.kind === 'floor') owner.settings.look = look;
    floor.on.rest = true;
    floor.colour.rest = '#ffffff';
    Object.assign(floor.level, { rest: -1 });
    Object.assign(floor.roughness, { rest: 0 });
    const channels = floor as unknown as Record<string, { rest: number }>;
    for (const [name, rest] of Object.entries(values)) channels[name] = { ...floor.level, rest };
    const mark = plate(draft, 1, 2, { material: 'glow', colour: '#ffffff', glow: 1 });
    mark.channels.z.rest = -3;
    const [camera] = draft.cameras;
    if (camera?.carriers[0]?.kind === 'orbit') camera.carriers[0].channels.height.rest = 0;
    if (camera) camera.lens.channels.focalLengthMm.rest = 24;
  });

// A plane mirror shows a point where its image is: as far below the plane as it is above (geometrical optics).
test('a glossy floor shows the image of what stands on it where it is, in its share, traced and plain', async () => {
  const draw = (production: Production, traced: boolean) =>
    drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 16, alpha: true, traced, linear: true });
  // The plate stands from -1 to 1 m, 11 m off; its image from -1 to -3 m. Both are looked up in the middle column.
  const rowOf = (y: number) => Math.round(HEIGHT / 2 - (y / 11) * (24 / 36) * WIDTH - 0.5);
  const at = (pixels: number[], row: number) => pixels.slice(4 * (row * WIDTH + WIDTH / 2), 4 * (row * WIDTH + WIDTH / 2) + 4);
  for (const traced of [true, false]) {
    const shown = await draw(onFloor('glossy', { reflection: 0.5, shadow: 0 }), traced);
    const [direct] = at(shown, rowOf(0)) as [number];
    const image = at(shown, rowOf(-2)) as [number, number, number, number];
    expect(Math.abs(image[0] / direct - 0.5)).toBeLessThan(0.03);
    expect(Math.abs(image[3] - 0.5)).toBeLessThan(0.02);
    // Beyond the image the floor is not seen at all.
    expect(at(shown, rowOf(-3.6))[3]).toBeLessThan(0.02);
    const faded = await draw(onFloor('glossy', { reflection: 0.5, shadow: 0, reach: 0.5 }), traced);
    expect(at(faded, rowOf(-2))[3]).toBeLessThan(0.01);
    // One that only takes shadows mirrors nothing.
    expect(at(await draw(onFloor('shadow', { reflection: 0.5, shadow: 0 }), traced), rowOf(-2))[3]).toBeLessThan(0.01);
    // A solid one is all there.
    expect(at(await draw(onFloor('solid', { reflection: 0.5 }), traced), rowOf(-3.6))[3]).toBeGreaterThan(0.99);
  }
});

test('glass over a glossy floor, drawn over transparency and put on a colour, is the picture on that colour', async () => {
  const production = onFloor('glossy', { reflection: 0.5, shadow: 0.8 });
  const [mark] = production.marks;
  if (!mark) throw new Error('Not the production that was meant.');
  const made = structuredClone(production);
  const [own] = made.marks;
  if (own?.shells[0]) own.shells[0].surfaces.face = surfaceOf({ ...CLEAR, roughness: 0.2 });
  const display = made.finish.find(({ kind }) => kind === 'display');
  if (display?.kind === 'display') [display.channels.ground.rest, display.channels.falloff.rest] = ['#8080ff', 0];
  setOf(made).dome.strength.rest = 1;
  const draw = (alpha: boolean) =>
    drawn(page, { production: made, frame: 0, width: WIDTH, height: HEIGHT, samples: 16, alpha, traced: true, linear: true });
  const [over, on] = [await draw(true), await draw(false)];
  const ground = [0x80, 0x80, 0xff].map((v) => ((v / 255 + 0.055) / 1.055) ** 2.4);
  let most = 0;
  for (let i = 0; i < over.length; i += 4)
    for (let k = 0; k < 3; k++) {
      const put = (over[i + k] as number) + (1 - (over[i + 3] as number)) * (ground[k] as number);
      most = Math.max(most, Math.abs(put - (on[i + k] as number)));
    }
  expect(most).toBeLessThan(1e-3);
});

test('a cut-out hides what is behind it and is not there itself; a mark of only shadow is seen where light is kept from it', async () => {
  const production = (material: 'cut-out' | 'only-shadow', isShaded: boolean) =>
    dark((draft) => {
      if (material === 'cut-out') plate(draft, 1, 6, { material: 'glow', colour: '#ffffff', glow: 1 }).channels.z.rest = -2;
      plate(draft, 1, 2, { material });
      const { sun } = setOf(draft);
      sun.on.rest = true;
      [sun.azimuth.rest, sun.height.rest, sun.softness.rest] = [60, 0, 0.5];
      if (!isShaded) return;
      const block = plate(draft, 1, 1.2, { material: 'matte' });
      [block.channels.x.rest, block.channels.z.rest, block.channels.pan.rest] = [2 * Math.sin(Math.PI / 3), 1, 60];
    });
  for (const traced of [true, false]) {
    const look = async (of: Production) => {
      const order = { production: of, frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: true, traced, linear: true };
      const pixels = await drawn(page, order);
      return (x: number) => pixels.slice(4 * ((HEIGHT / 2) * WIDTH + x), 4 * ((HEIGHT / 2) * WIDTH + x) + 4);
    };
    const cut = await look(production('cut-out', false));
    expect(cut(WIDTH / 2)).toEqual([0, 0, 0, 0]);
    // Beside it what is behind is seen.
    expect(cut(WIDTH / 2 + 18)[1]).toBeGreaterThan(0.9);
    expect((await look(production('only-shadow', false)))(WIDTH / 2)[3]).toBeLessThan(0.02);
    const shaded = (await look(production('only-shadow', true)))(WIDTH / 2);
    expect(shaded[3]).toBeGreaterThan(0.9);
    expect(shaded[1]).toBeLessThan(0.02);
  }
});
