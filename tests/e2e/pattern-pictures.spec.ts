import { expect, test, type Page } from '@playwright/test';
import { encode } from 'fast-png';
import { srgbToLinear } from '@/core/colour/transfer';
import { addPattern } from '@/core/production/edits/pattern-edits';
import { pictureSchema } from '@/core/production/picture';
import type { SurfacePattern } from '@/core/production/surface';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, HEIGHT, plate, WIDTH } from './support/plates';

/** Pictures from files as patterns on surfaces: where they lie, and which way round. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

type Pattern = Extract<SurfacePattern, { kind: 'picture' }>;

const RED = [200, 30, 20] as const;
const GREEN = [30, 160, 60] as const;
const BLUE = [20, 40, 220] as const;
const WHITE = [255, 255, 255] as const;
const HASH = 'd'.repeat(64);

/** Red and green over blue and nothing. */
function fields(): string {
  const [width, height] = [64, 64];
  const data = new Uint8Array(4 * width * height);
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const colour = y < height / 2 ? (x < width / 2 ? RED : GREEN) : x < width / 2 ? BLUE : WHITE;
      data.set([...colour, y >= height / 2 && x >= width / 2 ? 0 : 255], 4 * (y * width + x));
    }
  return Buffer.from(encode({ width, height, data, channels: 4, depth: 8 })).toString('base64');
}

/** A white plate, 4 m to a side, that shines by itself, with the picture on it. */
function pictured(recipe: (pattern: Pattern) => void = () => undefined) {
  return bare((draft) => {
    setOf(draft).dome.strength.rest = 0;
    const mark = plate(draft, 1, 4, { material: 'glow', colour: '#ffffff', glow: 1 });
    const face = mark.shells[0]?.surfaces.face;
    if (!face) throw new Error('Not the production that was meant.');
    addPattern(face, 'picture');
    const pattern = face.patterns[0] as Pattern;
    pattern.settings.picture = pictureSchema.parse({ hash: HASH, name: 'fields.png', holds: 'still', width: 64, height: 64, frames: 1 });
    recipe(pattern);
  });
}

/** Colours at places of the plate, metres from its middle. */
async function seenAt(production: ReturnType<typeof pictured>, traced: boolean) {
  const order = {
    production,
    frame: 0,
    width: WIDTH,
    height: HEIGHT,
    samples: 8,
    alpha: true,
    traced,
    linear: true,
    files: { [HASH]: fields() },
  };
  const pixels = await drawn(page, order);
  // 35 mm on a sensor 36 mm wide, 8 m away.
  const scale = (WIDTH * 35) / 36 / 8;
  return (x: number, y: number) =>
    pixels.slice(4 * (Math.round(HEIGHT / 2 - y * scale) * WIDTH + Math.round(WIDTH / 2 + x * scale))).slice(0, 3);
}
const near = (seen: number[], colour: readonly number[]) =>
  colour.forEach((v, k) => expect(Math.abs((seen[k] as number) - srgbToLinear(v / 255))).toBeLessThan(0.03));

for (const traced of [false, true]) {
  test(`a picture covers the extent of its mark, upright and the right way round, ${traced ? 'traced' : 'plain'}`, async () => {
    const at = await seenAt(pictured(), traced);
    near(at(-1, 1), RED);
    near(at(1, 1), GREEN);
    near(at(-1, -1), BLUE);
    // Where the picture is clear the surface is as it was.
    near(at(1, -1), WHITE);
  });
}

test('it is repeated, mirrored, or seen once, shifted and turned as it is told to', async () => {
  const repeated = await seenAt(
    pictured((pattern) => void (pattern.channels.size.rest = 0.5)),
    false,
  );
  // Two metres wide, the middle one about the origin.
  near(repeated(-0.5, 0.5), RED);
  near(repeated(1.5, 0.5), RED);
  const mirrored = await seenAt(
    pictured(({ channels, settings }) => {
      channels.size.rest = 0.5;
      settings.repeats = 'mirrored';
    }),
    false,
  );
  near(mirrored(-0.5, 0.5), RED);
  near(mirrored(0.5, 0.5), GREEN);
  near(mirrored(1.5, 0.5), GREEN);
  const once = await seenAt(
    pictured(({ channels, settings }) => {
      [channels.size.rest, channels.x.rest] = [0.5, 0.5];
      settings.repeats = 'once';
    }),
    false,
  );
  // A half of its own width to the right.
  near(once(0.5, 0.5), RED);
  near(once(1.5, 0.5), GREEN);
  near(once(-0.5, 0.5), WHITE);
  const turned = await seenAt(
    pictured(({ channels }) => void (channels.turn.rest = 90)),
    false,
  );
  // Against the clock: what was on the left above is on the left below.
  near(turned(-1, -1), RED);
  near(turned(-1, 1), GREEN);
});

test('in the place of its own colours its brightness drives what the pattern is set to', async () => {
  const at = await seenAt(
    pictured(({ channels }) => {
      channels.own.rest = 0;
      channels.colour.rest = '#000000';
    }),
    false,
  );
  const brightness = ([r, g, b]: readonly [number, number, number]) =>
    0.2126 * srgbToLinear(r / 255) + 0.7152 * srgbToLinear(g / 255) + 0.0722 * srgbToLinear(b / 255);
  expect(Math.abs((at(1, 1)[1] as number) - (1 - brightness(GREEN)))).toBeLessThan(0.02);
  expect(Math.abs((at(-1, -1)[1] as number) - (1 - brightness(BLUE)))).toBeLessThan(0.02);
});

// WebGL 2.0 promises 16 (OpenGL ES 3.0.6, table 6.33: MAX_TEXTURE_IMAGE_UNITS), and there are cards that give no more.
test('no program looks up more textures than every graphics card has', async () => {
  await page.evaluate(() => {
    const link = WebGL2RenderingContext.prototype.linkProgram;
    const counts: number[] = ((globalThis as unknown as { counts: number[] }).counts = []);
    WebGL2RenderingContext.prototype.linkProgram = function (program) {
      link.call(this, program);
      const uniforms = Number(this.getProgramParameter(program, this.ACTIVE_UNIFORMS));
      const kinds: number[] = [this.SAMPLER_2D, this.SAMPLER_2D_SHADOW, this.SAMPLER_2D_ARRAY, this.UNSIGNED_INT_SAMPLER_2D];
      let used = 0;
      for (let i = 0; i < uniforms; i++) {
        const active = this.getActiveUniform(program, i);
        if (active && kinds.includes(active.type)) used += active.size;
      }
      counts.push(used);
    };
  });
  const everything = pictured();
  const glossy = everything.set.map((each) =>
    each.kind === 'floor'
      ? { ...each, channels: { ...each.channels, on: { rest: true, keys: [] } }, settings: { ...each.settings, look: 'solid' as const } }
      : each,
  );
  for (const traced of [false, true]) await seenAt({ ...everything, set: glossy }, traced);
  const counts = await page.evaluate(() => (globalThis as unknown as { counts: number[] }).counts);
  expect(counts.length).toBeGreaterThan(6);
  expect(Math.max(...counts)).toBeGreaterThan(12);
  expect(Math.max(...counts)).toBeLessThanOrEqual(16);
});
