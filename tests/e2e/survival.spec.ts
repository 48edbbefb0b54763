import { execFile, execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { STING_RATE, stingSignal } from '../../src/demo/sting';
import { freePort, ROOT } from '../../scripts/lib.mjs';
import { addWords, goToRoom, makeProduction, saved, sketch, type, valueOf } from './support/rooms';
import { videoStream } from './support/probe';
import { expect, test } from './support/server';

test.use({ own: true });

/** Seconds by which a recording is later than the place in a signal that it should be of: where the two agree best. */
function lagOf(recording: Float32Array, signal: Float32Array, seconds: number): number {
  const from = Math.round(seconds * STING_RATE);
  const most = Math.round(0.02 * STING_RATE);
  const agreement = (lag: number) => {
    let [both, ours, theirs] = [0, 0, 0];
    for (let i = most; i < recording.length - most; i++) {
      const [a, b] = [recording[i] as number, signal[from + i - lag] as number];
      both += a * b;
      ours += a * a;
      theirs += b * b;
    }
    return both / Math.sqrt(ours * theirs);
  };
  const lags = Array.from({ length: 2 * most + 1 }, (_, i) => i - most);
  const best = lags.reduce((a, b) => (agreement(b) > agreement(a) ? b : a));
  expect(agreement(best)).toBeGreaterThan(0.9);
  return best / STING_RATE;
}

/** Kills, closed tabs, second servers: what was saved is there afterwards. */

test('close the browser, kill the server, start again: all is as it was', async ({ page, ironsky, browser }) => {
  await makeProduction(page, ironsky.url, 'Survivor');
  await sketch(page);
  await addWords(page, 'STILL HERE');
  await type(page, 'Tracking, ‰', '120');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('button', { name: /^Land here/ }).click();
  await saved(page);
  const address = page.url();
  await page.close();
  await ironsky.kill();
  await ironsky.restart();
  const again = await browser.newPage();
  await again.goto(address);
  await expect(again.getByRole('button', { name: /^Orbit, Camera 1: key at frame 0/ })).toBeVisible();
  await again
    .getByRole('button', { name: /STILL HERE/ })
    .first()
    .click();
  await goToRoom(again, 'Shape');
  await expect(again.getByRole('textbox', { name: 'Words' })).toHaveValue('STILL HERE');
  expect(await valueOf(again, 'Tracking, ‰')).toBe('120');
  await again.close();
});

test('edits made while the server is down are kept on the page and saved when it is back', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Patience');
  await sketch(page);
  await addWords(page, 'BEFORE');
  await saved(page);
  await ironsky.kill();
  await page.getByRole('textbox', { name: 'Words' }).fill('DURING');
  await expect(page.getByRole('banner').getByRole('status')).toHaveText('Not saved');
  await ironsky.restart();
  await saved(page);
  await page.reload();
  await expect(page.getByRole('button', { name: 'DURING words' })).toBeVisible();
});

test('a render outlives its page: closed halfway, it goes on with the frames that are missing', async ({ page, ironsky, context }) => {
  await makeProduction(page, ironsky.url, 'Closed tab');
  await sketch(page);
  await addWords(page, 'A');
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Last frame, fr', '7');
  await type(page, 'Scale, %', '10');
  await type(page, 'Sub-frames', '6');
  await page.getByRole('button', { name: 'Render 8 frames' }).click();
  await expect(page.getByText(/^[2-6] of 8 frames/)).toBeVisible({ timeout: 120_000 });
  const address = page.url();
  await page.close();
  const [render] = readdirSync(path.join(ironsky.folder, 'renders'));
  const folder = path.join(ironsky.folder, 'renders', render as string);
  const finished = readdirSync(folder).filter((name) => /^frame_\d+\.png$/.test(name));
  const before = new Map(finished.map((name) => [name, statSync(path.join(folder, name)).mtimeMs]));
  expect(before.size).toBeGreaterThan(0);
  expect(before.size).toBeLessThan(8);

  const again = await context.newPage();
  await again.goto(address);
  await expect(again.getByText('done · 8 frames')).toBeVisible({ timeout: 120_000 });
  for (const [name, time] of before) expect(statSync(path.join(folder, name)).mtimeMs).toBe(time);
  await again.close();
});

test('a cancelled render keeps its frames and can be taken up again', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Cancelled');
  await sketch(page);
  await addWords(page, 'A');
  await saved(page);
  await goToRoom(page, 'Master');
  await type(page, 'Scale, %', '10');
  await type(page, 'Sub-frames', '8');
  await page.getByRole('button', { name: 'Render 25 frames' }).click();
  await expect(page.getByText(/^[1-9] of 25 frames/)).toBeVisible({ timeout: 120_000 });
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(page.getByText(/^cancelled · \d+ of 25 frames are on disk/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Continue' })).toBeVisible();
});

test('a second server on the same data folder is refused in words; the first goes on', async ({ ironsky, page }) => {
  const second = spawnSync(process.execPath, [path.join(ROOT, 'scripts/serve.mjs')], {
    env: { ...process.env, IRONSKY_DATA: ironsky.folder, PORT: String(await freePort()) },
    encoding: 'utf8',
    timeout: 90_000,
  });
  expect(second.status).not.toBe(0);
  expect(second.stderr).toContain('Another Ironsky is already running on the data folder');
  expect(second.stderr).toContain('IRONSKY_DATA');
  await page.goto(ironsky.url);
  await expect(page.getByRole('heading', { name: 'The desk is empty' })).toBeVisible();
});

test.describe('with the demo', () => {
  test.use({ demo: true });

  test('the desk: a still of each, rename, duplicate, delete and bring back', async ({ page, ironsky }) => {
    await page.goto(ironsky.url);
    const wall = page.getByRole('list', { name: 'Productions' });
    // They ship with the demo: nothing has to be drawn first.
    await expect(wall.locator('img')).toHaveCount(7);
    expect(await wall.locator('img').evaluateAll((all) => all.every((img) => (img as HTMLImageElement).naturalWidth >= 640))).toBe(true);
    await page.getByRole('button', { name: 'Rename Lantern Deep, ident A' }).click();
    await page.getByLabel('Name of the production').fill('Lantern Deep, opener');
    await page.getByLabel('Name of the production').press('Enter');
    await page.getByRole('button', { name: 'Duplicate Lantern Deep, opener' }).click();
    await expect(page.getByText('Lantern Deep, opener copy')).toBeVisible();
    await page.getByRole('button', { name: 'Delete Lantern Deep, opener copy' }).click();
    await expect(page.getByText('Lantern Deep, opener copy', { exact: true })).toHaveCount(0);
    await page.getByRole('button', { name: 'Bring it back' }).click();
    await expect(page.getByText('Lantern Deep, opener copy', { exact: true })).toBeVisible();
  });

  test('the terminal renders with the server that runs, as transparent frames and as MP4 with its sound', async ({ ironsky }) => {
    const out = mkdtempSync(path.join(tmpdir(), 'ironsky-out-'));
    const render = (...args: string[]) =>
      promisify(execFile)(
        process.execPath,
        [path.join(ROOT, 'scripts/render.mjs'), 'Lantern Deep, ident A', '--scale', '0.1', '--samples', '4', '--out', out, ...args],
        {
          env: { ...process.env, IRONSKY_DATA: ironsky.folder },
        },
      );
    try {
      const { stdout } = await render('--frames', '83-86', '--video', 'mp4');
      expect(stdout).toContain('5 files');
      const video = videoStream(path.join(out, 'video.mp4'));
      expect(video).toMatchObject({
        codec_name: 'h264',
        width: 192,
        height: 108,
        r_frame_rate: '25/1',
        nb_read_frames: '4',
        color_range: 'tv',
        color_space: 'bt709',
      });
      // The last strike falls on frame 84, read back by ffmpeg.
      const heard = execFileSync('ffmpeg', [
        '-v',
        'error',
        '-i',
        path.join(out, 'video.mp4'),
        '-f',
        'f32le',
        '-ac',
        '1',
        '-ar',
        String(STING_RATE),
        '-',
      ]);
      expect(
        Math.abs(lagOf(new Float32Array(heard.buffer.slice(heard.byteOffset, heard.byteOffset + heard.length)), stingSignal(), 83 / 25)),
      ).toBeLessThan(0.003);
      await render('--frames', '149', '--files', 'png,webm', '--silent', '--alpha');
      expect(
        execFileSync('ffprobe', ['-v', 'error', '-show_streams', '-of', 'json', path.join(out, 'video.webm')]).toString(),
      ).not.toContain('"audio"');
      expect(execFileSync('pngcheck', [path.join(out, 'frame_00149.png')]).toString()).toContain('32-bit RGB+alpha');
      await expect(render('--frames', '900')).rejects.toThrow(/ends at frame 149/);
      await expect(render('--frames', 'all')).rejects.toThrow(/takes one frame or a range/);
    } finally {
      rmSync(out, { recursive: true, force: true });
    }
  });
});
