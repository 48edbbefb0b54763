import { expect, test, type Page } from '@playwright/test';
import { addLight } from '@/core/production/edits/light-edits';
import type { Production } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';

/** Walls, sweeps and floors as they are drawn: that shadows and images fall on them where geometry says. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const MATTE = { material: 'matte', colour: '#ffffff', roughness: 1 } as const;
/** The lens stands so far before the origin; so many pixels are a metre there. */
const AWAY = 8;
const METRE = (WIDTH * 35) / 36 / AWAY;

const dark = (recipe: (draft: Production) => void) =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    recipe(draft);
  });

/** Picture and a way to look places of the world up in it. */
async function seen(production: Production, traced: boolean, samples = 16) {
  const pixels = await drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples, alpha: true, traced, linear: true });
  const pixel = (x: number, y: number, z: number) => {
    const scale = (METRE * AWAY) / (AWAY - z);
    return 4 * (Math.floor(HEIGHT / 2 - y * scale) * WIDTH + Math.floor(WIDTH / 2 + x * scale));
  };
  return {
    pixels,
    green: (x: number, y: number, z: number) => pixels[pixel(x, y, z) + 1] as number,
    alpha: (x: number, y: number, z: number) => pixels[pixel(x, y, z) + 3] as number,
  };
}

test('a light inside a mark lights nothing outside of it, and nothing breaks', async () => {
  const boxed = (isBoxed: boolean) =>
    dark((draft) => {
      plate(draft, 1, 6, MATTE);
      addLight(draft, 'point', { channels: { x: 0, y: 0, z: 1.5, size: 0.1 } });
      if (!isBoxed) return;
      const box = plate(draft, 1, 1.2, MATTE);
      box.channels.z.rest = 1.5;
      const [shell] = box.shells;
      if (shell) [shell.channels.from.rest, shell.channels.to.rest] = [-0.5, 0.5];
    });
  for (const traced of [true, false]) {
    const [open, shut] = [await seen(boxed(false), traced), await seen(boxed(true), traced)];
    expect(open.green(1.8, 0.3, 0)).toBeGreaterThan(0.1);
    for (const y of [-1, 0.3, 1.5]) expect(shut.green(1.8, y, 0)).toBeLessThan(0.01 * open.green(1.8, y, 0));
    expect(shut.pixels.every((value) => Number.isFinite(value) && value >= 0)).toBe(true);
  }
});

/** A small plate at the origin, in the light of a sun that stands to the right. */
const shaded = (recipe: (draft: Production) => void, [azimuth, height] = [45, 0]) =>
  dark((draft) => {
    const { sun } = setOf(draft);
    [sun.on.rest, sun.azimuth.rest, sun.height.rest, sun.softness.rest] = [true, azimuth, height, 0];
    plate(draft, 1, 0.6, MATTE);
    recipe(draft);
  });

test('a wall takes the shadow of what stands before it where the light puts it, turned or not', async () => {
  for (const pan of [0, 30]) {
    // From (0, 0, 0) along (-1, 0, -1) to the plane through (0, 0, -1) that faces (sin pan, 0, cos pan).
    const [sin, cos] = [Math.sin((pan * Math.PI) / 180), Math.cos((pan * Math.PI) / 180)];
    const way = cos / (sin + cos);
    const stands = (look: 'shadow' | 'solid') =>
      shaded((draft) => {
        const { wall } = setOf(draft);
        [wall.on.rest, wall.z.rest, wall.pan.rest, wall.shadow.rest] = [true, -1, pan, 0.5];
        const owner = draft.set.find((each) => each.kind === 'wall');
        if (owner?.kind === 'wall') owner.settings.look = look;
      });
    for (const traced of [true, false]) {
      const solid = await seen(stands('solid'), traced);
      expect(solid.green(1.2, 0.6, -1)).toBeGreaterThan(0.02);
      expect(solid.green(-way, 0, -way)).toBeLessThan(0.1 * solid.green(-way, 0.6, -way));
      const catching = await seen(stands('shadow'), traced);
      expect(Math.abs(catching.alpha(-way, 0, -way) - 0.5)).toBeLessThan(0.03);
      expect(catching.alpha(-way, 0.6, -way)).toBeLessThan(0.02);
    }
  }
});

test('a sweep bends up from where its curve begins: a shadow from straight above lies as high as the curve is there', async () => {
  const [level, begins, radius] = [-1.2, -1, 2];
  // An eighth of the way round.
  const eighth = Math.PI / 4;
  const [y, z] = [level + radius * (1 - Math.cos(eighth)), begins - radius * Math.sin(eighth)];
  const production = shaded(
    (draft) => {
      const { sweep } = setOf(draft);
      [sweep.on.rest, sweep.level.rest, sweep.z.rest, sweep.radius.rest] = [true, level, begins, radius];
      const [mark] = draft.marks;
      if (!mark) throw new Error('Not the production that was meant.');
      // Level, above what the lens sees.
      [mark.channels.tilt.rest, mark.channels.y.rest, mark.channels.z.rest] = [90, 4, z];
    },
    [0, 90],
  );
  for (const traced of [true, false]) {
    const { green, alpha } = await seen(production, traced);
    // Traced, the rest of the sweep lights it a little.
    expect(green(0, y, z)).toBeLessThan(0.2 * green(0.8, y, z));
    expect(green(0.8, y, z)).toBeGreaterThan(0.02);
    // No horizon: it is there wherever the lens looks.
    for (const up of [-1.2, 0, 1.4]) expect(alpha(0.8, up, 0)).toBeGreaterThan(0.99);
  }
});

test('what a rough floor mirrors is sharp where it stands on it and blurs with its height', async () => {
  const production = dark((draft) => {
    const [camera] = draft.cameras;
    if (camera?.carriers[0]?.kind === 'orbit') camera.carriers[0].channels.height.rest = 10;
    const { floor } = setOf(draft);
    [floor.on.rest, floor.level.rest, floor.reflection.rest, floor.shadow.rest, floor.roughness.rest] = [true, -1, 1, 0, 0.25];
    const owner = draft.set.find((each) => each.kind === 'floor');
    if (owner?.kind === 'floor') owner.settings.look = 'glossy';
    plate(draft, 1, 2, { material: 'glow', colour: '#ffffff' });
  });
  for (const traced of [true, false]) {
    const { pixels } = await seen(production, traced, 64);
    const column = Array.from({ length: HEIGHT }, (_, row) => pixels[4 * (row * WIDTH + WIDTH / 2) + 1] as number);
    const most = Math.max(...column.slice(HEIGHT / 2));
    // The lower end of the image is the top of the plate; its side edge at the foot is near the floor.
    const fall = (values: number[]) => Math.max(...values.slice(1).map((v, i) => Math.abs(v - (values[i] as number)))) / most;
    const foot = Math.round(HEIGHT / 2 + METRE * 1.15);
    const row = Array.from({ length: WIDTH / 2 }, (_, x) => pixels[4 * (foot * WIDTH + WIDTH / 2 + x) + 1] as number);
    expect(fall(row)).toBeGreaterThan(2 * fall(column.slice(foot + 3)));
  }
});
