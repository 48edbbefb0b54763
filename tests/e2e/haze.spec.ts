import { expect, test, type Page } from '@playwright/test';
import { evaluate } from '@/core/frame/evaluate';
import type { Production } from '@/core/production/production';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { setOf } from '../support/set-of';
import { bare, drawn, HEIGHT, light, plate, WIDTH } from './support/plates';

/** Haze against closed forms of what absorbs and scatters light evenly (the law of Beer and Lambert; single scattering). */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

/** The lens stands 8 m before the origin and looks at it. */
const AWAY = 8;

const hazy = (recipe: (draft: Production) => void): Production =>
  bare((draft) => {
    const { dome, haze } = setOf(draft);
    dome.strength.rest = 0;
    haze.on.rest = true;
    haze.colour.rest = '#000000';
    haze.deep.rest = 100;
    recipe(draft);
  });

/** A white plate of radiance 1 before the lens. */
function shining(draft: Production) {
  const mark = plate(draft, 1, 6, { material: 'glow', colour: '#ffffff' });
  for (const surface of Object.values(mark.shells[0]?.surfaces ?? {})) surface.channels.glow.rest = 1;
}

for (const traced of [false, true]) {
  const how = { traced, samples: traced ? 8 : 4 };

  test(`half of what is seen through it comes through after its half distance, ${traced ? 'traced' : 'plain'}`, async () => {
    const seenThrough = async (half: number, begins = 0) =>
      (
        await light(
          page,
          hazy((draft) => {
            shining(draft);
            setOf(draft).haze.half.rest = half;
            setOf(draft).haze.begins.rest = begins;
          }),
          how,
        )
      )[1];
    const clear = await seenThrough(1000, 1000);
    expect(Math.abs((await seenThrough(AWAY)) / clear - 0.5)).toBeLessThan(0.005);
    expect(Math.abs((await seenThrough(AWAY / 3)) / clear - 0.125)).toBeLessThan(0.005);
    expect(Math.abs((await seenThrough(AWAY / 2, AWAY / 2)) / clear - 0.5)).toBeLessThan(0.005);
  });
}

// From the definition: the density falls by half each so many metres above a level; integrated here by steps.
test('it thins with height as it is told to', async () => {
  const production = hazy((draft) => {
    shining(draft);
    const { haze } = setOf(draft);
    [haze.half.rest, haze.level.rest, haze.thins.rest] = [2, -1, 1.5];
    const orbit = draft.cameras[0]?.carriers[0];
    if (orbit?.kind === 'orbit') orbit.channels.height.rest = 3;
  });
  const { pose } = evaluate(production, 0, () => null).camera;
  const eye = [pose[12], pose[13], pose[14]] as [number, number, number];
  const far = eye[2] / (pose[10] as number);
  let thick = 0;
  const steps = 4000;
  for (let i = 0; i < steps; i++) {
    const y = eye[1] - (pose[9] as number) * ((i + 0.5) / steps) * far;
    thick += ((Math.LN2 / 2) * 2 ** (-Math.max(0, y + 1) / 1.5) * far) / steps;
  }
  const seen = await light(page, production, { traced: false, samples: 4 });
  const clear = await light(
    page,
    { ...production, set: production.set.filter(({ kind }) => kind !== 'haze') },
    { traced: false, samples: 4 },
  );
  expect(Math.abs(seen[1] / clear[1] / Math.exp(-thick) - 1)).toBeLessThan(0.03);
});

/** Of a sun that falls from a height, from behind the lens or from before it. */
const sunlit = (azimuth: number, height: number, recipe: (draft: Production) => void = () => undefined) =>
  hazy((draft) => {
    const { sun, haze } = setOf(draft);
    sun.on.rest = true;
    [sun.azimuth.rest, sun.height.rest, sun.softness.rest] = [azimuth, height, 0];
    [haze.half.rest, haze.beams.rest, haze.deep.rest] = [10, 1, 30];
    recipe(draft);
  });

const DENSITY = Math.LN2 / 10;
/** Light from a stretch of the way, of light that falls everywhere alike. */
const stretch = (from: number, to: number) => Math.exp(-DENSITY * from) - Math.exp(-DENSITY * to);
/** L. Henyey and J. Greenstein, 1941. */
const phase = (cosine: number, g: number) => (1 - g * g) / (4 * Math.PI * (1 + g * g - 2 * g * cosine) ** 1.5);

test('sunlight is scattered into the lens as single scattering says, more of it the nearer the lens looks at the sun', async () => {
  for (const [azimuth, height, onward] of [
    [180, 20, 0.6],
    [0, 20, 0.6],
    [90, 0, 0],
  ] as const) {
    const production = sunlit(azimuth, height, (draft) => (setOf(draft).haze.onward.rest = onward));
    const [sun] = evaluate(production, 0, () => null).lights;
    const cosine = -Math.cos((azimuth * Math.PI) / 180) * Math.cos((height * Math.PI) / 180);
    const expected = (sun?.sent[1] ?? 0) * phase(cosine, onward) * stretch(0, 30);
    const [, seen] = await light(page, production, { traced: false, samples: 16 });
    expect(Math.abs(seen / expected - 1)).toBeLessThan(0.02);
  }
});

test('what stands in the way of the light throws its shadow through the haze', async () => {
  const shaded = (traced: boolean) =>
    light(
      page,
      sunlit(0, 90, (draft) => {
        const mark = plate(draft, 1, 6, { material: 'matte', colour: '#000000' });
        [mark.channels.tilt.rest, mark.channels.y.rest] = [90, 2];
        setOf(draft).haze.onward.rest = 0;
      }),
      { traced, samples: 32 },
    );
  const [sun] = evaluate(sunlit(0, 90), 0, () => null).lights;
  const free = (sun?.sent[1] ?? 0) * phase(0, 0);
  // The plate reaches 3 m to either side of the origin.
  const expected = free * (stretch(0, AWAY - 3) + stretch(AWAY + 3, 30));
  for (const traced of [false, true]) expect(Math.abs((await shaded(traced))[1] / expected - 1)).toBeLessThan(0.04);
});

test('it lies before a floor that only takes shadows, wherever that lies', async () => {
  const seenOver = (level: number) => {
    const production = hazy((draft) => {
      const { floor, haze } = setOf(draft);
      [floor.on.rest, floor.level.rest, haze.half.rest] = [true, level, 10];
      const orbit = draft.cameras[0]?.carriers[0];
      // The lens stands 4 m over the origin and looks down at it.
      if (orbit?.kind === 'orbit') [orbit.channels.height.rest, orbit.channels.radius.rest] = [90, 4];
    });
    const order = { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 2, alpha: true, linear: true };
    return drawn(page, order).then((pixels) => pixels[4 * ((HEIGHT / 2) * WIDTH + WIDTH / 2) + 3] as number);
  };
  for (const level of [-1, 0, 0.5]) expect(Math.abs((await seenOver(level)) - (1 - 0.5 ** ((4 - level) / 10)))).toBeLessThan(0.006);
});

test('a picture over transparency has as much of the ground left as the haze lets through', async () => {
  const production = hazy((draft) => ([setOf(draft).haze.half.rest, setOf(draft).haze.deep.rest] = [10, 20]));
  const pixels = await drawn(page, { production, frame: 0, width: WIDTH, height: HEIGHT, samples: 2, alpha: true, linear: true });
  expect(Math.abs((pixels[4 * ((HEIGHT / 2) * WIDTH + WIDTH / 2) + 3] as number) - 0.75)).toBeLessThan(0.004);
});
