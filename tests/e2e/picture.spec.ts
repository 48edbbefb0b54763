import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import type { LinearColour } from '@/core/colour/transfer';
import { domeLight, surroundingsRadiance } from '@/core/frame/dome-formula';
import { evaluate } from '@/core/frame/evaluate';
import { DOME_PRESET_NAMES, surroundingsOf } from '@/core/production/dome-presets';
import { ofKind } from '@/core/schema/owner-kind';
import type { Vec3 } from '@/core/space/vector';
import { SIGHT_COLUMNS, SIGHT_ROWS } from '@/picture/dome/sight-size';
import { addElement, addSurroundings } from '@/core/production/edits/dome-edits';
import { setStation } from '@/core/production/edits/channel-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { surfaceOf } from '@/core/production/surface';
import { circleOfConfusionMm } from '@/core/optics/lens';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import type { DrawOrder } from './support/picture-harness';

/** The picture measured in its own pixels, against what optics and light say it must be. */

const WIDTH = 320;
const HEIGHT = 180;
let page: Page;

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

async function draw(production: Production, change: Partial<DrawOrder> = {}): Promise<Uint8Array> {
  const order: DrawOrder = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 64, alpha: true, ...change };
  return Uint8Array.from(
    await page.evaluate((o) => (globalThis as unknown as { draw: (order: DrawOrder) => Promise<number[]> }).draw(o), order),
  );
}

const circle = (r: number) => `M${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`;

/** A small glowing disc facing the camera, which stands `distance` before its face. */
function discAt(distance: number, radius: number, recipe: (draft: Production) => void = () => undefined): Production {
  return produce(emptyProduction('Test', { width: WIDTH, height: HEIGHT, rate: '25', length: 50 }), (draft) => {
    addOutlineMark(draft, 'Disc', [{ d: circle(10), evenOdd: false }]);
    const [mark] = draft.marks;
    const [camera] = draft.cameras;
    const shell = mark?.shells[0];
    if (!mark || !shell || camera?.carriers[0]?.kind !== 'orbit') throw new Error('Not the production that was meant.');
    if (mark.body.kind === 'outline') mark.body.size = 2 * radius;
    shell.channels.from.rest = -0.0005;
    shell.channels.to.rest = 0.0005;
    shell.front.profile = shell.back.profile = 'none';
    const glow = () => surfaceOf('glow');
    shell.surfaces = { face: glow(), bevel: glow(), side: glow(), back: glow() };
    camera.carriers[0].channels.radius.rest = distance + 0.0005;
    setOf(draft).floor.on.rest = false;
    recipe(draft);
  });
}

interface Spot {
  x: number;
  y: number;
  /** Variances across and up, in square pixels. */
  varianceX: number;
  varianceY: number;
}

/** Where the covered part of a picture lies, and how far it spreads: alpha is the share of a pixel that is covered. */
function spotIn(pixels: Uint8Array): Spot {
  let sum = 0;
  let sx = 0;
  let sy = 0;
  let sxx = 0;
  let syy = 0;
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const a = pixels[4 * (y * WIDTH + x) + 3] as number;
      sum += a;
      sx += a * x;
      sy += a * y;
      sxx += a * x * x;
      syy += a * y * y;
    }
  }
  return { x: sx / sum, y: sy / sum, varianceX: sxx / sum - (sx / sum) ** 2, varianceY: syy / sum - (sy / sum) ** 2 };
}

// A disc of diameter D has the variance D²/16 along any axis, a line of length L has L²/12, a pixel 1/12 (calculus).
const ofDisc = (diameter: number) => diameter ** 2 / 16;
const ofLine = (length: number) => length ** 2 / 12;
const PIXEL = 1 / 12 + 1 / 12;

test('a point out of focus spreads to the handbook’s circle of confusion, one in focus stays sharp', async () => {
  const [focalLengthMm, fStop, distance, radius] = [50, 0.95, 6, 0.03];
  const pixelsPerMm = WIDTH / 36;
  const imageDiameter = ((2 * radius) / distance) * focalLengthMm * pixelsPerMm;
  for (const focus of [6, 3, 4.2, 12]) {
    const production = discAt(distance, radius, (draft) => {
      const { channels: lens } = (draft.cameras[0] as Production['cameras'][number]).lens;
      lens.focalLengthMm.rest = focalLengthMm;
      lens.fStop.rest = fStop;
      lens.focusDistance.rest = focus;
    });
    const spot = spotIn(await draw(production, { samples: 128 }));
    const blur = circleOfConfusionMm(focalLengthMm, fStop, focus, distance) * pixelsPerMm;
    const expected = ofDisc(imageDiameter) + ofDisc(blur) + PIXEL;
    for (const variance of [spot.varianceX, spot.varianceY])
      expect(Math.abs(Math.sqrt(variance / expected) - 1), `focused at ${focus} m`).toBeLessThan(0.04);
    expect(Math.hypot(spot.x - (WIDTH - 1) / 2, spot.y - (HEIGHT - 1) / 2)).toBeLessThan(0.3);
  }
});

test('motion smears over the time that the shutter is open: half a frame’s way at 180° (common practice)', async () => {
  const radius = 0.1;
  const distance = 8;
  const pixelsPerMetre = (35 / 36 / distance) * WIDTH;
  const metresPerFrame = 0.4;
  const production = (shutterDeg: number) =>
    discAt(distance, radius, (draft) => {
      draft.shutterDeg = shutterDeg;
      (draft.cameras[0] as Production['cameras'][number]).lens.channels.fStop.rest = 64;
      setStation(draft, 'marks/mark-1', 0, { x: -10 * metresPerFrame });
      setStation(draft, 'marks/mark-1', 20, { x: 10 * metresPerFrame });
      for (const key of draft.marks[0]?.channels.x.keys ?? []) key.join = 'straight';
    });
  for (const shutterDeg of [0, 180, 360]) {
    const spot = spotIn(await draw(production(shutterDeg), { frame: 10 }));
    const smear = metresPerFrame * pixelsPerMetre * (shutterDeg / 360);
    const expected = ofDisc(2 * radius * pixelsPerMetre) + ofLine(smear) + PIXEL;
    expect(Math.abs(Math.sqrt(spot.varianceX / expected) - 1), `${shutterDeg}°`).toBeLessThan(0.04);
    expect(Math.sqrt(spot.varianceY)).toBeLessThan(1.05 * Math.sqrt(ofDisc(2 * radius * pixelsPerMetre) + PIXEL));
  }
});

test('the same frame drawn twice is the same bytes', async () => {
  const production = discAt(4, 0.6, (draft) => {
    setOf(draft).floor.on.rest = true;
    const shell = draft.marks[0]?.shells[0];
    if (shell) {
      shell.channels.from.rest = -0.15;
      shell.channels.to.rest = 0.15;
      shell.front.profile = 'round';
      shell.surfaces = {
        face: surfaceOf('polished-steel'),
        bevel: surfaceOf('brass'),
        side: surfaceOf('lacquer'),
        back: surfaceOf('matte'),
      };
    }
  });
  const once = await draw(production, { samples: 8, alpha: false });
  const twice = await draw(production, { samples: 8, alpha: false });
  expect(Buffer.compare(Buffer.from(once), Buffer.from(twice))).toBe(0);
  const otherSeed = await draw(
    produce(production, (draft) => void (draft.seed = 99)),
    { samples: 8, alpha: false },
  );
  expect(Buffer.compare(Buffer.from(once), Buffer.from(otherSeed))).not.toBe(0);
});

test('transparent edges keep their colour: straight alpha, not darkened towards black', async () => {
  const pixels = await draw(discAt(6, 0.8));
  const at = (x: number, y: number) => pixels.subarray(4 * (y * WIDTH + x), 4 * (y * WIDTH + x) + 4);
  const middle = at(WIDTH / 2, HEIGHT / 2);
  expect(middle[3]).toBe(255);
  let edges = 0;
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const pixel = at(x, y);
      if ((pixel[3] as number) < 60 || (pixel[3] as number) > 200) continue;
      edges++;
      for (let k = 0; k < 3; k++) expect(Math.abs((pixel[k] as number) - (middle[k] as number))).toBeLessThanOrEqual(6);
    }
  }
  expect(edges).toBeGreaterThan(50);
  expect(at(3, 3)[3]).toBe(0);
});

test('what the lens sees of the dome stands where it is looked at; none of it is seen where that is not asked for', async () => {
  const production = (seen: number) =>
    produce(emptyProduction('Seen', { width: WIDTH, height: HEIGHT, rate: '25', length: 50 }), (draft) => {
      const { dome, floor, sun } = setOf(draft);
      floor.on.rest = sun.on.rest = false;
      dome.seen.rest = seen;
      const [surroundings] = draft.domes;
      if (!surroundings) throw new Error('There is no dome.');
      surroundings.elements = [];
      surroundings.channels.ground.rest = 0;
      // Straight behind the set as the camera sees it, and 20° to the right of that: to the left of whoever looks from there.
      addElement(draft, surroundings.id, 'dome-disc', { azimuth: 160, height: 0, across: 8, edge: 0.3, strength: 3 });
      const orbit = draft.cameras[0]?.carriers[0];
      if (orbit?.kind === 'orbit') orbit.channels.height.rest = 0;
    });
  const brightest = async (seen: number) => {
    const pixels = await draw(production(seen), { samples: 1, alpha: false });
    let [best, at] = [0, 0];
    for (let i = 0; i < WIDTH * HEIGHT; i++) if ((pixels[4 * i + 1] as number) > best) [best, at] = [pixels[4 * i + 1] as number, i];
    return { best, x: at % WIDTH, y: Math.floor(at / WIDTH) };
  };
  const spot = await brightest(1);
  expect(spot.best).toBeGreaterThan(220);
  // 35 mm on 36 mm: tan 20° of the way from the middle to 36 / 2 over 35.
  const middle = WIDTH / 2 + (Math.tan((20 * Math.PI) / 180) * 35 * WIDTH) / 36;
  const half = (Math.tan((4 * Math.PI) / 180) * 35 * WIDTH) / 36;
  expect(Math.abs(spot.x - middle)).toBeLessThan(1.4 * half);
  expect(Math.abs(spot.y - HEIGHT / 2)).toBeLessThan(1.4 * half);
  expect((await brightest(0)).best).toBeLessThan(80);
});

test('the ground in the middle of an empty picture is the colour that was chosen', async () => {
  const empty = produce(discAt(6, 0.5), (draft) => {
    draft.marks = [];
    setOf(draft).display.ground.rest = '#2a4060';
  });
  const pixels = await draw(empty, { samples: 4, alpha: false });
  const start = 4 * (Math.round(HEIGHT * 0.58) * WIDTH + WIDTH / 2);
  [0x2a, 0x40, 0x60].forEach((v, k) => expect(Math.abs((pixels[start + k] as number) - v)).toBeLessThanOrEqual(1));
});

for (const traced of [false, true])
  test(`a soft key’s penumbra is as wide as its disc is seen from the edge above (geometry)${traced ? ', traced' : ''}`, async () => {
    const height = 1;
    const softness = 10;
    const production = discAt(6, 0.8, (draft) => {
      const [mark] = draft.marks;
      const [camera] = draft.cameras;
      if (!mark || camera?.carriers[0]?.kind !== 'orbit') throw new Error('Not the production that was meant.');
      // A disc lying flat over the floor under a light at the zenith, seen from above the audience.
      mark.channels.tilt.rest = 90;
      mark.channels.y.rest = height;
      setOf(draft).floor.on.rest = true;
      setOf(draft).floor.level.rest = 0;
      setOf(draft).floor.shadow.rest = 1;
      // What is kept from the dome is not looked at here.
      setOf(draft).dome.strength.rest = 0;
      setOf(draft).sun.height.rest = 90;
      setOf(draft).sun.softness.rest = softness;
      camera.carriers[0].channels.height.rest = 40;
      camera.carriers[0].channels.radius.rest = 8;
      camera.lens.channels.fStop.rest = 64;
    });
    const pixels = await draw(production, { samples: 96, traced });
    // Along the floor through the middle of the shadow, from left to right, the shadow is an even disc of light blurred by another.
    const row = HEIGHT / 2;
    const alphas = Array.from({ length: WIDTH }, (_, x) => (pixels[4 * (row * WIDTH + x) + 3] as number) / 255);
    const pixelsPerMetre = (35 / 36 / 8) * WIDTH;
    const crossing = (level: number) => {
      const x = alphas.findIndex((a, i) => a >= level && i < WIDTH / 2);
      const [a, b] = [alphas[x - 1] as number, alphas[x] as number];
      return x - (b - level) / (b - a);
    };
    const penumbra = 2 * height * Math.tan((softness * Math.PI) / 180) * pixelsPerMetre;
    // Across a straight edge a disc's light falls off as a segment of the disc; 20 % and 80 % lie 0.492 of its width apart (geometry of the
    // circle segment).
    expect(crossing(0.8) - crossing(0.2)).toBeGreaterThan(0.4 * penumbra);
    expect(crossing(0.8) - crossing(0.2)).toBeLessThan(0.6 * penumbra);
    expect(Math.abs((WIDTH - 1) / 2 - crossing(0.5) - 0.8 * pixelsPerMetre)).toBeLessThan(0.12 * penumbra);
  });

test('the ground runs into its second colour along a line or round a middle, and is no part of a transparent picture', async () => {
  const ground = (shape: 'straight' | 'round', values: Record<string, number>) =>
    produce(emptyProduction('Ground', { width: WIDTH, height: HEIGHT, rate: '25', length: 10 }), (draft) => {
      const owner = draft.set.find(({ kind }) => kind === 'gradient-ground');
      const { display } = setOf(draft);
      display.ground.rest = '#000000';
      display.falloff.rest = 0;
      if (owner?.kind !== 'gradient-ground') throw new Error('Not the production that was meant.');
      owner.settings.shape = shape;
      owner.channels.on.rest = true;
      owner.channels.colour.rest = '#ffffff';
      for (const [name, rest] of Object.entries(values))
        Object.assign((owner.channels as unknown as Record<string, object>)[name] ?? {}, { rest });
    });
  const light = async (production: Production) => {
    const order: DrawOrder = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 1, alpha: false, linear: true };
    return page.evaluate((o) => (globalThis as unknown as { draw: (order: DrawOrder) => Promise<number[]> }).draw(o), order);
  };
  const at = (pixels: number[], x: number, y: number) => pixels[4 * (y * WIDTH + x)] as number;
  const eased = (t: number) => t * t * (3 - 2 * t);
  const straight = await light(ground('straight', { angle: 90, length: 1 }));
  // From black at the lower edge to white at the upper one; the same all across.
  for (const y of [20, 90, 150]) for (const x of [5, 300]) expect(at(straight, x, y)).toBeCloseTo(eased(1 - (y + 0.5) / HEIGHT), 2);
  const round = await light(ground('round', { x: 0.25, y: 0, length: 0.5 }));
  // A quarter of the height to the right of the middle it is black, and white half of the height from there.
  expect(at(round, WIDTH / 2 + HEIGHT / 4, HEIGHT / 2)).toBeLessThan(0.01);
  expect(at(round, WIDTH / 2 + HEIGHT / 2, HEIGHT / 2)).toBeCloseTo(eased(0.5), 1);
  expect(at(round, WIDTH / 2 + HEIGHT / 4, HEIGHT - 1)).toBeGreaterThan(0.97);
  expect((await draw(ground('straight', {}), { samples: 1 })).every((v, i) => i % 4 < 3 || v === 0)).toBe(true);
});

test('swatches and the dome unrolled are told by what the picture draws, for all surroundings that ship, and two mixed', async () => {
  const drawnDome = (production: Production) =>
    page.evaluate((of) => (globalThis as unknown as { dome: (of: Production) => number[] }).dome(of), production);
  /** Mean of what parts the picture's dome from the formula's, over what the formula is in the mean. */
  const apart = async (production: Production): Promise<number> => {
    const { domes, set } = evaluate(production, 0, () => null);
    const mix = ofKind(set, 'dome')?.values.mix ?? 0;
    const told = (d: Vec3) => {
      const each = domes.map((of) =>
        surroundingsRadiance(
          of,
          of.elements.map((element) => domeLight(element)),
          d,
          0.012,
        ),
      );
      const [first, second] = each as [LinearColour, LinearColour | undefined];
      return second ? first.map((v, k) => v * (1 - mix) + (second[k] as number) * mix) : first;
    };
    const pixels = await drawnDome(production);
    let [off, all] = [0, 0];
    for (let y = 2; y < SIGHT_ROWS - 2; y += 3)
      for (let x = 0; x < SIGHT_COLUMNS; x += 3) {
        const [a, h] = [2 * Math.PI * ((x + 0.5) / SIGHT_COLUMNS - 0.5), Math.PI * ((y + 0.5) / SIGHT_ROWS - 0.5)];
        const here = told([Math.sin(a) * Math.cos(h), Math.sin(h), Math.cos(a) * Math.cos(h)]);
        here.forEach((v, k) => {
          off += Math.cos(h) * Math.abs(v - (pixels[4 * (y * SIGHT_COLUMNS + x) + k] as number));
          all += Math.cos(h) * v;
        });
      }
    return off / all;
  };
  for (const preset of DOME_PRESET_NAMES) {
    const production = produce(emptyProduction('Dome', { width: WIDTH, height: HEIGHT, rate: '25', length: 10 }), (draft) => {
      draft.domes = [surroundingsOf(preset, 'surroundings-1')];
    });
    expect([preset, (await apart(production)) < 0.02]).toEqual([preset, true]);
  }
  const mixed = produce(emptyProduction('Dome', { width: WIDTH, height: HEIGHT, rate: '25', length: 10 }), (draft) => {
    addSurroundings(draft, DOME_PRESET_NAMES[2] as (typeof DOME_PRESET_NAMES)[number]);
    setOf(draft).dome.mix.rest = 0.3;
  });
  expect(await apart(mixed)).toBeLessThan(0.02);
});
