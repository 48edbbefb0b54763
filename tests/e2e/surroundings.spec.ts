import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import { DataTexture, DataUtils, HalfFloatType, RGBAFormat } from 'three';
import { EXRExporter } from 'three/addons/exporters/EXRExporter.js';
import { emptyProduction, type Production } from '@/core/production/production';
import { pictureSchema } from '@/core/production/picture';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import type { DrawOrder } from './support/picture-harness';

/** Pictures of light as surroundings: read as their formats say, and seen where they are looked at. */

const [WIDTH, HEIGHT] = [320, 180];
const [COLUMNS, ROWS] = [256, 128];
const HASH = 'a'.repeat(64);
const RADIANCE = 5;
let page: Page;

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

/** Dark, but for a block a little to the right of the middle and above it. */
const isBright = (column: number, row: number) => column >= 136 && column < 142 && row >= 56 && row < 62;

/** A Radiance file of it, its rows not packed (G. Ward, Real Pixels, 1991). */
function radianceFile(): Buffer {
  const header = Buffer.from(`#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y ${ROWS} +X ${COLUMNS}\n`);
  const pixels = Buffer.alloc(4 * COLUMNS * ROWS);
  for (let row = 0; row < ROWS; row++)
    for (let column = 0; column < COLUMNS; column++)
      // 160 / 256 · 2³ = 5.
      pixels.set(isBright(column, row) ? [160, 160, 160, 131] : [0, 0, 0, 0], 4 * (row * COLUMNS + column));
  return Buffer.concat([header, pixels]);
}

/** The same as OpenEXR, written by three's own exporter. */
async function exrFile(): Promise<Buffer> {
  const data = new Uint16Array(4 * COLUMNS * ROWS);
  for (let row = 0; row < ROWS; row++)
    for (let column = 0; column < COLUMNS; column++) {
      const light = DataUtils.toHalfFloat(isBright(column, row) ? RADIANCE : 0);
      // A texture has its lowest row first.
      data.set([light, light, light, DataUtils.toHalfFloat(1)], 4 * ((ROWS - 1 - row) * COLUMNS + column));
    }
  const texture = new DataTexture(data, COLUMNS, ROWS, RGBAFormat, HalfFloatType);
  return Buffer.from(await new EXRExporter().parse(texture));
}

/** Nothing but the dome, turned so that the middle of the picture is straight behind the set. */
const production = (): Production =>
  produce(emptyProduction('Round', { width: WIDTH, height: HEIGHT, rate: '25', length: 10 }), (draft) => {
    const { dome, floor, sun } = setOf(draft);
    floor.on.rest = sun.on.rest = false;
    dome.seen.rest = 1;
    dome.turn.rest = 180;
    const orbit = draft.cameras[0]?.carriers[0];
    if (orbit?.kind === 'orbit') orbit.channels.height.rest = 0;
    const [round] = draft.domes;
    if (!round) throw new Error('There is no dome.');
    round.elements = [];
    round.channels.ground.rest = 0;
    round.settings.picture = pictureSchema.parse({
      ...{ hash: HASH, name: 'round.hdr', holds: 'still', width: COLUMNS, height: ROWS, frames: 1 },
    });
  });

for (const [name, file] of [
  ['Radiance', () => Promise.resolve(radianceFile())],
  ['OpenEXR', exrFile],
] as const)
  test(`${name}: light is what the file says, and stands where it is looked at`, async () => {
    const order: DrawOrder = {
      ...{ production: production(), frame: 0, width: WIDTH, height: HEIGHT, samples: 1, alpha: false, linear: true },
      files: { [HASH]: (await file()).toString('base64') },
    };
    const pixels = await page.evaluate((o) => (globalThis as unknown as { draw(order: DrawOrder): Promise<number[]> }).draw(o), order);
    let [best, x, y, count] = [0, 0, 0, 0];
    for (let i = 0; i < WIDTH * HEIGHT; i++) {
      const light = pixels[4 * i + 1] as number;
      best = Math.max(best, light);
      if (light < RADIANCE / 2) continue;
      [x, y, count] = [x + (i % WIDTH), y + Math.floor(i / WIDTH), count + 1];
    }
    expect(Math.abs(best / RADIANCE - 1)).toBeLessThan(0.01);
    // Its middle lies 15.5° round from the middle of the picture (139 of 256 columns), and 7° up (59 of 128 rows). Whoever looks away from
    // the audience sees what is to the right of it in a map that is seen from within on the left.
    const round = ((139 / COLUMNS - 0.5) * 2 * Math.PI * 180) / Math.PI;
    const up = ((0.5 - 59 / ROWS) * Math.PI * 180) / Math.PI;
    const [a, h] = [(round * Math.PI) / 180, (up * Math.PI) / 180];
    const pixelsPerTangent = (35 / 36) * WIDTH;
    expect(Math.abs(x / count - (WIDTH / 2 - Math.tan(a) * pixelsPerTangent))).toBeLessThan(2);
    expect(Math.abs(y / count - (HEIGHT / 2 - (Math.tan(h) / Math.cos(a)) * pixelsPerTangent))).toBeLessThan(2);
  });

test('a file that is broken is refused in plain words', async () => {
  const looked = (file: Buffer) =>
    page.evaluate(
      (o) =>
        (globalThis as unknown as { look(order: { file: string; frames: number[] }): Promise<unknown> }).look(o).then(
          () => '',
          (error: Error) => error.message,
        ),
      { file: file.toString('base64'), frames: [] as number[] },
    );
  expect(await looked(radianceFile().subarray(0, 2000))).toMatch(/Radiance file (cannot be read|ends before its picture does)/);
  expect(await looked((await exrFile()).subarray(0, 300))).toMatch(/OpenEXR file cannot be read/);
  expect(await looked(Buffer.from('#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 99999 +X 99999\n'))).toMatch(/Radiance file|at most/);
});
