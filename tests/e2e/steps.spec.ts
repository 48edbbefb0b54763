import { expect, test, type Page } from '@playwright/test';
import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import type { Production } from '@/core/production/production';
import { keys } from '@/demo/keys';
import { bundleForBrowser } from '../../scripts/bundle.mjs';
import { bare, drawn, plate } from './support/plates';

/** Few sub-frames of what moves or is out of focus: one smooth smear, not as many pictures as there are sub-frames. */

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await page.addScriptTag({ content: await bundleForBrowser('tests/e2e/support/picture-harness.ts') });
});
test.afterAll(() => page.close());

const [WIDTH, HEIGHT] = [640, 360];

/** Green of each pixel in scene light, by rows. */
async function greens(production: Production, samples: number, frame = 0): Promise<number[]> {
  const order = { production, frame, width: WIDTH, height: HEIGHT, samples, alpha: true, traced: false, linear: true };
  const pixels = await drawn(page, order);
  return Array.from({ length: WIDTH * HEIGHT }, (_, i) => pixels[4 * i + 1] as number);
}

/** Standard deviation over the mean. */
function unevenness(values: readonly number[]): number {
  const mean = values.reduce((a, b) => a + b, 0) / values.length;
  return Math.sqrt(values.reduce((sum, v) => sum + (v - mean) ** 2, 0) / values.length) / mean;
}

const shining = (draft: Production, ratio: number, size: number) => plate(draft, ratio, size, { material: 'glow', colour: '#ffffff' });

test('a thin bar that the camera sweeps past is one even band, as long as the shutter is open', async () => {
  const production = bare((draft) => {
    shining(draft, 0.012, 4).channels.z.rest = -8;
    const orbit = draft.cameras[0]?.carriers[0];
    if (orbit?.kind !== 'orbit') throw new Error('Not the production that was meant.');
    const straight = { join: 'straight' } as const;
    orbit.channels.azimuth.keys = keys([
      [0, -10, straight],
      [2, 10, straight],
    ]);
  });
  // Where the bar is seen as the shutter opens and closes: half a frame, 180 degrees, about frame 1.
  const seenAt = (frames: number) => {
    const { pose, focalLengthMm, sensorWidthMm } = evaluate(production, frames / 25, () => null).camera;
    const dot = (column: number) =>
      [0, 1, 2].reduce(
        (s, k) =>
          s + (pose[4 * column + k] as number) * ([0, 0, -8][k] as number) - (pose[4 * column + k] as number) * (pose[12 + k] as number),
        0,
      );
    return WIDTH * (0.5 + (dot(0) / -dot(2)) * (focalLengthMm / sensorWidthMm));
  };
  const [a, b] = [seenAt(0.75), seenAt(1.25)].sort((x, y) => x - y) as [number, number];
  expect(b - a).toBeGreaterThan(25);
  const seen = await greens(production, 8, 1);
  // A mean of some rows: it is steps that are looked for, not grain.
  const row = Array.from({ length: WIDTH }, (_, x) =>
    Array.from({ length: 40 }, (__, k) => seen[(HEIGHT / 2 - 20 + k) * WIDTH + x] as number),
  ).map((column) => column.reduce((sum, v) => sum + v, 0));
  const within = row.slice(Math.ceil(a + 0.15 * (b - a)), Math.floor(b - 0.15 * (b - a)));
  expect(unevenness(within)).toBeLessThan(0.3);
  const middle = row.reduce((s, v, x) => s + v * (x + 0.5), 0) / row.reduce((s, v) => s + v, 0);
  expect(Math.abs(middle - (a + b) / 2)).toBeLessThan(0.05 * (b - a));
});

// Diameter of the circle: (f / N) f |d - s| / (d (s - f)); on a disc the mean square of the distance from its middle is r² / 2.
test('a point out of focus is an even disc of the handbook’s size', async () => {
  const production = bare((draft) => {
    shining(draft, 1, 0.04);
    const lens = draft.cameras[0]?.lens.channels;
    if (!lens) throw new Error('Not the production that was meant.');
    [lens.fStop.rest, lens.focusDistance.rest, lens.focalLengthMm.rest] = [0.7, 2, 50];
  });
  const { focalLengthMm, sensorWidthMm } = evaluate(production, 0, () => null).camera;
  const f = focalLengthMm / 1000;
  const radius = (((f / 0.7) * f * (8 - 2)) / (8 * (2 - f)) / 2 / (sensorWidthMm / 1000)) * WIDTH;
  const seen = await greens(production, 48);
  const [cx, cy] = [WIDTH / 2 - 0.5, HEIGHT / 2 - 0.5];
  const all = seen.map((v, i) => ({ v, away: Math.hypot((i % WIDTH) - cx, Math.floor(i / WIDTH) - cy) }));
  const sum = all.reduce((s, { v }) => s + v, 0);
  const square = all.reduce((s, { v, away }) => s + v * away * away, 0) / sum;
  // The point is a square itself, seen by square pixels; the mean square of a square is side² / 6.
  const side = ((0.04 * f) / 8 / (sensorWidthMm / 1000)) * WIDTH;
  const expected = radius ** 2 / 2 + (side ** 2 + 1) / 6;
  expect(Math.abs(Math.sqrt(square / expected) - 1)).toBeLessThan(0.03);
  const inner = all.filter(({ away }) => away < 0.75 * radius).map(({ v }) => v);
  expect(unevenness(inner)).toBeLessThan(0.26);
  // No light is lost or made: as much as of the same point in focus.
  const sharp = await greens(
    produce(production, (draft) => {
      (draft.cameras[0] as Production['cameras'][number]).lens.channels.focusDistance.rest = 8;
    }),
    48,
  );
  expect(Math.abs(sum / sharp.reduce((s, v) => s + v, 0) - 1)).toBeLessThan(0.08);
});
