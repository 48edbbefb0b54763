import { expect, test, type Page } from '@playwright/test';
import { encode } from 'fast-png';
import { zipSync } from 'fflate';
import { produce } from 'immer';
import { readFileSync } from 'node:fs';
import { addPanel } from '@/core/production/edits/panel-edits';
import { pictureSchema, type Picture } from '@/core/production/picture';
import { emptyProduction, type Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import type { DrawOrder } from './support/picture-harness';

/**
 * Pictures and moving pictures, decoded and drawn. The films under tests/fixtures were made by ffmpeg 5.1: in the two that count, the luma
 * of frame n is 16 + 7 n in BT.709, flat, so full-range grey is 7 n · 255 / 219 (ITU-R BT.709-6, 3.4: 8-bit black 16, white 235).
 */

const fixture = (name: string) => readFileSync(`tests/fixtures/${name}`).toString('base64');
const greyOf = (frame: number) => (7 * frame * 255) / 219;

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  // Browsers decode films only in pages of this machine, or that came over a safe line.
  await page.route('http://localhost/', (route) => route.fulfill({ contentType: 'text/html', body: '<!doctype html>' }));
  await page.goto('http://localhost/');
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

interface Harness {
  look(order: { file: string; frames: number[] }): Promise<{ facts: Picture; seen: number[][] }>;
  draw(order: DrawOrder): Promise<number[]>;
}
const look = (file: string, frames: number[]) => page.evaluate((order) => (globalThis as unknown as Harness).look(order), { file, frames });

for (const [name, rate] of [
  ['count.mp4', 25],
  ['count.webm', 29.97],
] as const) {
  test(`${name}: each frame is the one that was asked for, in any order`, async () => {
    const frames = [0, 1, 2, 3, 17, 16, 29, 0, 28, 11, 12];
    const { facts, seen } = await look(fixture(name), frames);
    expect(facts).toMatchObject({ holds: 'video', width: 64, height: 36, frames: 30, rate, alpha: false });
    frames.forEach((frame, i) => expect(Math.abs((seen[i]?.[0] as number) - greyOf(frame))).toBeLessThan(4));
  });
}

test('a film that can be seen through keeps that, frame by frame', async () => {
  const { facts, seen } = await look(fixture('clear.webm'), [0, 4, 8]);
  expect(facts.alpha).toBe(true);
  [0, 4, 8].forEach((frame, i) => {
    expect(seen[i]?.[3]).toBeGreaterThan(250);
    expect(Math.abs((seen[i]?.[7] as number) - 25 * frame)).toBeLessThan(12);
  });
});

/** A picture of four fields: red, green, blue, and one that is clear. */
function fields(width = 64, height = 32): Uint8Array {
  const data = new Uint8Array(4 * width * height);
  const colours = [
    [200, 30, 20, 255],
    [30, 160, 60, 255],
    [20, 40, 220, 255],
    [255, 255, 255, 0],
  ];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const field = (y < height / 2 ? 0 : 2) + (x < width / 2 ? 0 : 1);
      data.set(colours[field] as number[], 4 * (y * width + x));
    }
  return encode({ width, height, data, channels: 4, depth: 8 });
}
const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64');
const HASH = 'c'.repeat(64);
const STILL = pictureSchema.parse({ hash: HASH, name: 'fields.png', holds: 'still', width: 64, height: 32, frames: 1, alpha: true });

test('a zip of frames is read in the order of its numbers', async () => {
  const grey = (v: number) => encode({ width: 8, height: 8, data: new Uint8Array(3 * 64).fill(v), channels: 3, depth: 8 });
  const zip = zipSync({ 'shot_10.png': grey(100), 'shot_9.png': grey(90), 'shot_2.png': grey(20), 'notes.txt': new Uint8Array(3) });
  const { facts, seen } = await look(base64(zip), [0, 1, 2]);
  expect(facts).toMatchObject({ holds: 'frames', frames: 3, width: 8, height: 8, alpha: false });
  expect(seen.map(([v]) => v)).toEqual([20, 90, 100]);
});

const [WIDTH, HEIGHT] = [320, 160];

/** A production of 2 to 1 whose camera sees 2 by 1 metres at the origin. */
const empty = (recipe: (draft: Production) => void): Production =>
  produce(emptyProduction('Pictures', { width: WIDTH, height: HEIGHT, rate: '25', length: 30 }), (draft) => {
    const [camera] = draft.cameras;
    if (!camera || camera.carriers[0]?.kind !== 'orbit') throw new Error('Not the production that was meant.');
    camera.lens.channels.fStop.rest = 64;
    setOf(draft).floor.on.rest = false;
    recipe(draft);
  });

async function draw(production: Production, files: Record<string, string>, change: Partial<DrawOrder> = {}) {
  const order: DrawOrder = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 8, alpha: false, files, ...change };
  const pixels = await page.evaluate((o) => (globalThis as unknown as Harness).draw(o), order);
  return (x: number, y: number) => pixels.slice(4 * (Math.round(y * HEIGHT) * WIDTH + Math.round(x * WIDTH))).slice(0, 4);
}
const near = (seen: number[], wanted: number[], by = 2) =>
  wanted.forEach((v, i) => expect(Math.abs((seen[i] as number) - v)).toBeLessThanOrEqual(by));

/** Puts a panel before the camera, as high as half the frame. */
function withPanel(recipe: (draft: Production) => void = () => undefined): Production {
  return empty((draft) => {
    addPanel(draft, STILL);
    const [camera] = draft.cameras;
    const distance = 4;
    // Half of the frame's height of the sensor, by similar triangles.
    if (camera?.carriers[0]?.kind === 'orbit') camera.carriers[0].channels.radius.rest = distance + 0.015;
    const body = draft.marks[0]?.body;
    if (camera && body?.kind === 'panel') body.size = (0.5 * distance * 36 * HEIGHT) / WIDTH / camera.lens.channels.focalLengthMm.rest;
    recipe(draft);
  });
}

test('a picture on a panel is seen in its own colours, upright, cut out where it is clear; from behind it is read from there', async () => {
  const seen = await draw(withPanel(), { [HASH]: base64(fields()) }, { alpha: true });
  near(seen(0.35, 0.35), [200, 30, 20, 255], 3);
  near(seen(0.65, 0.35), [30, 160, 60, 255], 3);
  near(seen(0.35, 0.65), [20, 40, 220, 255], 3);
  expect(seen(0.65, 0.65)[3]).toBe(0);
  const behind = await draw(
    withPanel((draft) => void (draft.marks[0] && (draft.marks[0].channels.pan.rest = 180))),
    { [HASH]: base64(fields()) },
    { alpha: true },
  );
  near(behind(0.35, 0.35), [200, 30, 20, 255], 3);
  near(behind(0.65, 0.35), [30, 160, 60, 255], 3);
});

test('the picture lies on its surface where it is clear, when that is asked for', async () => {
  const seen = await draw(
    withPanel(({ marks: [mark] }) => void (mark?.body.kind === 'panel' && (mark.body.settings.through = 'surface'))),
    { [HASH]: base64(fields()) },
    { alpha: true },
  );
  near(seen(0.35, 0.35), [200, 30, 20, 255], 3);
  expect(seen(0.65, 0.65)[3]).toBe(255);
});

test('a cut-out throws the shadow of what is there of it', async () => {
  const production = withPanel((draft) => {
    const { sun, floor } = setOf(draft);
    // From behind at 45°: what stands y over the floor throws its shadow y before it.
    [sun.azimuth.rest, sun.height.rest, sun.softness.rest] = [180, 45, 0];
    floor.on.rest = true;
    [floor.level.rest, floor.shadow.rest] = [-0.6, 1];
  });
  const seen = await draw(production, { [HASH]: base64(fields()) }, { alpha: true });
  const shadow = (x: number, y: number) => seen(x, y)[3] as number;
  // Places of the floor in the frame by the same triangles: before the lower half of the panel, whose right is clear, and before the upper.
  expect(shadow(0.335, 0.82)).toBeGreaterThan(240);
  expect(shadow(0.665, 0.82)).toBeLessThan(15);
  expect(shadow(0.31, 0.87)).toBeGreaterThan(240);
  expect(shadow(0.69, 0.87)).toBeGreaterThan(240);
});

test('a film on a panel shows the frame of the moment; one of its frames through a whole exposure', async () => {
  const film = pictureSchema.parse({ hash: HASH, name: 'count.mp4', holds: 'video', width: 64, height: 36, frames: 30, rate: 25 });
  const production = withPanel((draft) => {
    const body = draft.marks[0]?.body;
    if (body?.kind === 'panel') Object.assign(body, { picture: film, settings: { ...body.settings, begins: 3 } });
    draft.shutterDeg = 360;
  });
  for (const frame of [3, 9, 20])
    near((await draw(production, { [HASH]: fixture('count.mp4') }, { frame }))(0.5, 0.5), [greyOf(frame - 3)], 4);
});

test('a plate leaves as it is in its file, whatever the exposure; one to work by does not leave', async () => {
  const plateOf = ({ set }: Production) => {
    const plate = ofKind(set, 'plate');
    if (!plate) throw new Error('no plate');
    return plate;
  };
  const withPlate = (recipe: (draft: Production) => void = () => undefined) =>
    empty((draft) => {
      plateOf(draft).settings.picture = STILL;
      recipe(draft);
    });
  const files = { [HASH]: base64(fields()) };
  for (const exposure of [0, 1.5]) {
    const seen = await draw(
      withPlate((draft) => void (setOf(draft).display.exposure.rest = exposure)),
      files,
    );
    near(seen(0.25, 0.25), [200, 30, 20, 255]);
    near(seen(0.75, 0.25), [30, 160, 60, 255]);
    near(seen(0.25, 0.75), [20, 40, 220, 255]);
  }
  const toWorkBy = withPlate((draft) => void (plateOf(draft).settings.delivered = false));
  expect((await draw(toWorkBy, files, { alpha: true }))(0.25, 0.25)[3]).toBe(0);
});

test('a file that is damaged is refused in words, and so is a frame that needs it', async () => {
  await expect(look(base64(Uint8Array.from([1, 2, 3])), [0])).rejects.toThrow('cannot be read');
  await expect(look(base64(readFileSync('tests/fixtures/count.mp4').subarray(0, 600)), [0])).rejects.toThrow(/damaged|cannot/);
  await expect(draw(withPanel(), { [HASH]: base64(Uint8Array.from([9, 9])) })).rejects.toThrow('cannot be read');
});
