import { expect, test, type Page } from '@playwright/test';
import { allAt } from '@/core/motion/channel';
import { addBody } from '@/core/production/edits/mark-edits';
import { addPattern } from '@/core/production/edits/pattern-edits';
import type { PatternKindName } from '@/core/production/owners/patterns/patterns';
import type { Production } from '@/core/production/production';
import { surfaceOf, type Surface } from '@/core/production/surface';
import { REGIONS } from '@/core/solid/mesh';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, evenDome, HEIGHT, plate, WIDTH } from './support/plates';

/** Patterns on surfaces as they are drawn: where they are, that they stay there, and that rays meet the same. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

/** A white plate that only glows, with a pattern on it that takes the glow away in black. */
function patterned(
  draft: Production,
  kind: PatternKindName,
  channels: Record<string, number>,
  change: (surface: Surface) => void = () => {},
) {
  const mark = plate(draft, 1, 4, { material: 'glow', colour: '#ffffff', glow: 1 });
  const [shell] = mark.shells;
  if (!shell) throw new Error('Not the production that was meant.');
  const { face } = shell.surfaces;
  addPattern(face, kind);
  const [pattern] = face.patterns;
  if (!pattern) throw new Error('Not the production that was meant.');
  Object.assign(pattern.channels, { ...allAt({ relief: 0, roughens: 0, tints: 1, ...channels }), colour: { rest: '#000000', keys: [] } });
  change(face);
  return mark;
}
const dark = (recipe: (draft: Production) => void) =>
  bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    recipe(draft);
  });
const draw = (production: Production, traced: boolean, samples = 16) =>
  drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples, alpha: true, traced, linear: true });
const green = (pixels: number[], x: number, y: number) => pixels[4 * (y * WIDTH + x) + 1] as number;

test('a gradient over a mark rises in a line through its extent; dots cover the share of the plane that circles do', async () => {
  for (const traced of [true, false]) {
    const rising = await draw(
      dark((draft) => void patterned(draft, 'gradient', { turn: 0 })),
      traced,
    );
    // 4 m at 8 m, 35 mm before 36 mm wide: the plate is as wide as this many pixels.
    const wide = ((4 * 35) / (8 * 36)) * WIDTH;
    for (const share of [0.2, 0.5, 0.8]) {
      const x = Math.round(WIDTH / 2 + (share - 0.5) * wide - 0.5);
      expect(Math.abs(green(rising, x, HEIGHT / 2) - (1 - (x + 0.5 - WIDTH / 2) / wide - 0.5))).toBeLessThan(0.02);
    }
    const dotted = await draw(
      dark((draft) => void patterned(draft, 'dots', { size: 0.4, amount: 0.6, edge: 0 })),
      traced,
    );
    let sum = 0;
    // 8 m · 36 / 35 over the pixels: ten dots a side lie in the plate; six of them in this square.
    const half = Math.round((1.2 / 4) * wide);
    for (let y = -half; y < half; y++)
      for (let x = -half; x < half; x++) sum += green(dotted, WIDTH / 2 + x, Math.min(HEIGHT - 1, Math.max(0, HEIGHT / 2 + y)));
    expect(Math.abs(1 - sum / (4 * half * half) - Math.PI * 0.3 ** 2)).toBeLessThan(0.03);
  }
});

test('a grid covers the share that its lines do; grain runs along one way, and turns with its turn', async () => {
  for (const traced of [true, false]) {
    const lined = await draw(
      dark((draft) => void patterned(draft, 'grid', { size: 0.5, amount: 0.4, edge: 0 })),
      traced,
    );
    const wide = ((4 * 35) / (8 * 36)) * WIDTH;
    // Eight squares a side lie in the plate; four of them in this square.
    const half = Math.round((1 / 4) * wide);
    let sum = 0;
    for (let y = -half; y < half; y++) for (let x = -half; x < half; x++) sum += green(lined, WIDTH / 2 + x, HEIGHT / 2 + y);
    expect(Math.abs(sum / (4 * half * half) - (1 - 0.4) ** 2)).toBeLessThan(0.04);
    const unlike = async (turn: number) => {
      const grain = await draw(
        dark((draft) => void patterned(draft, 'brushed', { size: 0.3, amount: 0.5, edge: 0.5, turn })),
        traced,
      );
      let [along, up] = [0, 0];
      for (let y = HEIGHT / 2 - 12; y < HEIGHT / 2 + 12; y++)
        for (let x = WIDTH / 2 - 12; x < WIDTH / 2 + 12; x++) {
          along += Math.abs(green(grain, x + 1, y) - green(grain, x, y));
          up += Math.abs(green(grain, x, y + 1) - green(grain, x, y));
        }
      return { along, up };
    };
    const [level, upright] = [await unlike(0), await unlike(90)];
    expect(level.up).toBeGreaterThan(5 * level.along);
    expect(upright.along).toBeGreaterThan(5 * upright.up);
  }
});

test('wear is where edges are bevelled, and not on the face', async () => {
  for (const traced of [true, false]) {
    const worn = await draw(
      dark((draft) => {
        const mark = patterned(draft, 'wear', { size: 0.2, amount: 0.8, edge: 0.4 });
        const [shell] = mark.shells;
        if (!shell) throw new Error('Not the production that was meant.');
        [shell.channels.from.rest, shell.channels.to.rest] = [-0.5, 0];
        Object.assign(shell.front, { profile: 'chamfer', size: 400, height: 400 });
        shell.surfaces.bevel = structuredClone(shell.surfaces.face);
      }),
      traced,
    );
    const metre = (35 / (8 * 36)) * WIDTH;
    const mean = (from: number, to: number) => {
      const xs = Array.from({ length: Math.round((to - from) * metre) }, (_, i) => Math.round(WIDTH / 2 + from * metre + i));
      const ys = Array.from({ length: 20 }, (_, i) => HEIGHT / 2 - 10 + i);
      return ys.reduce((sum, y) => sum + xs.reduce((part, x) => part + green(worn, x, y), 0), 0) / (xs.length * ys.length);
    };
    expect(mean(-1, 1)).toBeGreaterThan(0.98);
    expect(mean(1.65, 1.95)).toBeLessThan(0.5);
  }
});

test('a pattern stays on its mark where that goes: nothing swims', async () => {
  const seen = async (dx: number, traced: boolean) => {
    const production = dark((draft) => {
      const mark = patterned(draft, 'noise', { size: 0.5, edge: 0.3 });
      mark.channels.x.rest = dx;
      mark.channels.z.rest = 0;
      const [camera] = draft.cameras;
      // The camera goes with it.
      if (camera?.carriers[0]?.kind === 'orbit') camera.carriers[0].channels.pivotX.rest = dx;
    });
    return draw(production, traced, 4);
  };
  for (const traced of [true, false]) {
    const [still, moved] = [await seen(0, traced), await seen(37.5, traced)];
    let [most, changes] = [0, 0];
    for (let i = 1; i < still.length; i += 4) {
      most = Math.max(most, Math.abs((still[i] as number) - (moved[i] as number)));
      changes = Math.max(changes, still[i] as number);
    }
    expect(changes).toBeGreaterThan(0.9);
    expect(most).toBeLessThan(0.12);
  }
});

test('a mirror shows the pattern that is seen directly, and a hole in it is a hole', async () => {
  // A mirror at 45 degrees before the lens, and the plate to its right, facing it.
  const production = dark((draft) => {
    const mark = patterned(draft, 'cells', { size: 0.6, edge: 0, amount: 0.5 });
    mark.channels.x.rest = 4;
    mark.channels.pan.rest = -90;
    plate(draft, 1, 4, { material: 'chrome', colour: '#ffffff', roughness: 0.02 }).channels.pan.rest = 45;
  });
  const pixels = await draw(production, true, 16);
  let [dark_, bright] = [0, 0];
  for (let y = 0; y < HEIGHT; y++)
    for (let x = 0; x < WIDTH; x++) {
      const v = green(pixels, x, y);
      if (v > 0.8) bright++;
      else if (v < 0.1) dark_++;
    }
  // Two kinds of cells, about as many of each.
  expect(bright).toBeGreaterThan(80);
  expect(dark_).toBeGreaterThan(80);

  const holed = await draw(
    dark((draft) => void patterned(draft, 'dots', { size: 1, amount: 0.8, edge: 0, thins: 1 })),
    true,
  );
  // Dots stand in the middles of squares of 1 m that begin at the mark's origin.
  const metre = (35 / (8 * 36)) * WIDTH;
  const alpha = (x: number, y: number) =>
    holed[4 * (Math.floor(HEIGHT / 2 - y * metre) * WIDTH + Math.floor(WIDTH / 2 + x * metre)) + 3] as number;
  for (const [x, y] of [
    [0.5, 0.5],
    [-0.5, 0.5],
    [1.5, -0.5],
  ] as const)
    expect(alpha(x, y)).toBeLessThan(0.02);
  for (const [x, y] of [
    [0, 0],
    [1, 0],
    [-1, 1],
  ] as const)
    expect(alpha(x, y)).toBeGreaterThan(0.98);
});

test('light falls through the holes of a pattern, traced and plain: as much of it as they are of the surface', async () => {
  const lit = (withRoof: boolean) =>
    dark((draft) => {
      const { sun } = setOf(draft);
      [sun.on.rest, sun.azimuth.rest, sun.height.rest, sun.softness.rest] = [true, 0, 45, 0];
      plate(draft, 1, 3, { material: 'matte', colour: '#ffffff' });
      if (!withRoof) return;
      // It lies level over the view, between the sun and what is seen.
      const roof = patterned(draft, 'dots', { size: 1, amount: 0.8, edge: 0, thins: 1 });
      [roof.channels.tilt.rest, roof.channels.y.rest, roof.channels.z.rest] = [90, 2, 2];
      const surfaces = (roof.shells[0] as (typeof roof.shells)[number]).surfaces;
      surfaces.face.channels.glow.rest = 0;
      for (const name of ['side', 'bevel', 'back'] as const) surfaces[name] = structuredClone(surfaces.face);
    });
  const metre = (35 / (8 * 36)) * WIDTH;
  const mean = (pixels: number[]) => {
    let [sum, count] = [0, 0];
    for (let y = Math.round(HEIGHT / 2 - metre / 2); y < HEIGHT / 2 + metre / 2; y++)
      for (let x = Math.round(WIDTH / 2 - metre); x < WIDTH / 2 + metre; x++) {
        sum += green(pixels, x, y);
        count++;
      }
    return sum / count;
  };
  for (const traced of [true, false]) {
    const share = mean(await draw(lit(true), traced, 32)) / mean(await draw(lit(false), traced, 32));
    expect(Math.abs(share - Math.PI * 0.4 ** 2)).toBeLessThan(0.05);
  }
});

// A relief turns the normal by the slope of its height; a mirror's reflection then turns by twice that (geometrical optics).
test('a relief that rises evenly turns what a mirror shows, and a dome that is even everywhere is not told from a smooth one', async () => {
  const mirror = (relief: number, isEven: boolean) =>
    bare((draft) => {
      if (isEven) evenDome(draft);
      const mark = plate(draft, 1, 4, { material: 'chrome', colour: '#ffffff', roughness: 0.02 });
      const face = mark.shells[0]?.surfaces.face;
      if (!face) return;
      Object.assign(face, surfaceOf({ material: 'chrome', colour: '#ffffff', roughness: 0.02 }));
      addPattern(face, 'gradient');
      const [pattern] = face.patterns;
      if (pattern) Object.assign(pattern.channels, allAt({ turn: 90, tints: 0, relief }));
    });
  for (const traced of [true, false]) {
    for (const relief of [0, 50]) expect(Math.abs(green(await draw(mirror(relief, true), traced), 48, 27) - 1)).toBeLessThan(0.02);
    // 50 mm over 4 m lean by 0.7 degrees: less than nothing of a studio's horizon; it shows.
    const [flat, raised] = [await draw(mirror(0, false), traced), await draw(mirror(50, false), traced)];
    expect(Math.abs(green(flat, 48, 27) - green(raised, 48, 27))).toBeGreaterThan(0.005);
  }
});

// Where land and sea are: an atlas.
test('on a ball lies the land of the earth where it is, and its lights shine where it is turned from their sun', async () => {
  const globe = (kind: 'land' | 'cities', channels: Record<string, number>) =>
    dark((draft) => {
      const id = addBody(draft, 'ball');
      const mark = draft.marks.find((each) => each.id === id);
      const [shell] = mark?.shells ?? [];
      if (mark?.body.kind !== 'body' || !shell) throw new Error('Not the production that was meant.');
      mark.body.shape = { body: 'ball', radius: 1 };
      mark.channels.y.rest = 0;
      const isLand = kind === 'land';
      for (const region of REGIONS) {
        const surface = surfaceOf({ material: 'glow', colour: isLand ? '#ffffff' : '#000000', glow: 1 });
        addPattern(surface, kind);
        const [pattern] = surface.patterns;
        if (!pattern) throw new Error('Not the production that was meant.');
        const colour = { colour: { rest: isLand ? '#000000' : '#ffffff', keys: [] } };
        Object.assign(pattern.channels, { ...allAt({ tints: 1, relief: 0, roughens: 0, ...channels }), ...colour });
        shell.surfaces[region] = surface;
      }
    });
  /** The middle of what is seen of a ball of 1 m at a place on it, 8 m before the lens. */
  const seenAt = (pixels: number[], longitude: number, latitude: number) => {
    const [a, h] = [(longitude * Math.PI) / 180, (latitude * Math.PI) / 180];
    const [x, y, z] = [Math.sin(a) * Math.cos(h), Math.sin(h), Math.cos(a) * Math.cos(h)];
    const scale = ((35 / 36) * WIDTH) / (8 - z);
    return green(pixels, Math.floor(WIDTH / 2 + x * scale), Math.floor(HEIGHT / 2 - y * scale));
  };
  const places = {
    land: [
      [20, 15],
      [24, 0],
      [-5, 22],
      [45, 25],
    ],
    sea: [
      [-30, 0],
      [-8, -15],
      [5, -30],
      [-30, 30],
    ],
  } as const;
  for (const traced of [true, false]) {
    const pixels = await draw(globe('land', {}), traced);
    for (const [longitude, latitude] of places.land) expect(seenAt(pixels, longitude, latitude)).toBeLessThan(0.3);
    for (const [longitude, latitude] of places.sea) expect(seenAt(pixels, longitude, latitude)).toBeGreaterThan(0.7);
    const bright = async (azimuth: number) =>
      (await draw(globe('cities', { amount: 1, glows: 0, azimuth, height: 0 }), traced)).reduce(
        (sum, v, i) => sum + (i % 4 === 1 ? v : 0),
        0,
      );
    // Before the lens it is day, or night.
    expect(await bright(0)).toBeLessThan(0.05 * (await bright(180)));
  }
});
