import { execFileSync } from 'node:child_process';
import { readdirSync } from 'node:fs';
import path from 'node:path';
import { addWords, goToRoom, makeProduction, pictureOf, saved, type, valueOf } from './support/rooms';
import { videoStream } from './support/probe';
import { expect, test } from './support/server';

test.use({ own: true });

test('from an empty desk to frames on disk, as a person would', async ({ page, ironsky }) => {
  await test.step('the empty desk says what goes there and offers the first step', async () => {
    await page.goto(ironsky.url);
    await expect(page.getByRole('heading', { name: 'The desk is empty' })).toBeVisible();
    await makeProduction(page, ironsky.url, 'First flight', '01:00');
  });

  await test.step('a wordmark: words, font, size, bevel, material, place', async () => {
    await addWords(page, 'DIVE');
    await page.getByRole('button', { name: /Font/, exact: false }).first().click();
    await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(11);
    await page.getByRole('option', { name: 'Anton' }).click();
    await type(page, 'Cap height, m', '1.2');
    await page.getByRole('radiogroup', { name: 'Profile of the front bevel' }).getByRole('radio', { name: 'chamfer' }).click();
    await type(page, 'Front width, mm', '2*20');
    expect(await valueOf(page, 'Front width, mm')).toBe('40.0');
    await page.getByRole('radio', { name: 'bevel' }).click();
    await page.getByRole('button', { name: /Material/ }).click();
    await page.getByRole('option', { name: 'Brass', exact: true }).click();
    await type(page, 'Up, m', '25 cm');
    expect(await valueOf(page, 'Up, m')).toBe('0.25');
    await pictureOf(page, 0, 4);
  });

  await test.step('every edit is undone and done again', async () => {
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await valueOf(page, 'Up, m')).toBe('0.00');
    await page.getByRole('button', { name: 'Redo' }).click();
    expect(await valueOf(page, 'Up, m')).toBe('0.25');
    await saved(page);
  });

  await test.step('a second mark; selecting in the call sheet and in the picture', async () => {
    await addWords(page, 'SLOW');
    await type(page, 'Up, m', '-1.2');
    await page.getByRole('button', { name: 'DIVE words' }).click();
    await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('DIVE');
    await pictureOf(page, 0, 4);
    const lens = (await page.getByTestId('lens').boundingBox()) as { x: number; y: number; width: number; height: number };
    // SLOW stands below the middle of the frame; a row of points across it is sure to meet a letter.
    const words = page.getByRole('textbox', { name: 'Words' });
    for (let i = 0; i < 8 && (await words.inputValue().catch(() => '')) !== 'SLOW'; i++) {
      await page.mouse.click(lens.x + lens.width * (0.4 + 0.025 * i), lens.y + lens.height * 0.763);
      await page.waitForTimeout(400);
    }
    await expect(words).toHaveValue('SLOW');
  });

  await test.step('fly and land: by mouse at the start, by keyboard at the end', async () => {
    await goToRoom(page, 'Choreograph');
    await page.getByRole('button', { name: /^Camera 1/ }).click();
    await pictureOf(page, 0);
    const lens = (await page.getByTestId('lens').boundingBox()) as { x: number; y: number; width: number; height: number };
    await page.mouse.move(lens.x + 300, lens.y + 180);
    await page.mouse.down();
    await page.mouse.move(lens.x + 200, lens.y + 160, { steps: 6 });
    await page.mouse.up();
    await page.mouse.wheel(0, -300);
    await expect(page.getByText('Flying freely · Enter lands here')).toBeVisible();
    await page.getByRole('button', { name: /^Land here/ }).click();
    const round = Number(await valueOf(page, 'Round, °'));
    expect(Math.abs(round)).toBeGreaterThan(20);
    expect(Number(await valueOf(page, 'Radius, m'))).toBeLessThan(8);

    await page.getByTestId('lens').focus();
    await page.keyboard.press('Escape');
    await page.getByRole('slider', { name: 'Playhead' }).focus();
    await page.keyboard.press('End');
    await expect(page.getByLabel('Timecode of the playhead')).toHaveValue('00:00:00:24');
    await page.getByTestId('lens').focus();
    for (let i = 0; i < 15; i++) await page.keyboard.press('ArrowRight');
    await page.keyboard.press('[');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('button', { name: 'Orbit, Camera 1: key at frame 24, eased' })).toBeVisible();
    expect(Number(await valueOf(page, 'Round, °'))).toBeCloseTo(round + 30, 0);
  });

  await test.step('the move: a pace, retiming by drag and by key, next and previous key', async () => {
    const move = page.getByRole('button', { name: /^Orbit, Camera 1: move from frame 0 to 24/ });
    await move.focus();
    await page.keyboard.press('Enter');
    await page.getByRole('radio', { name: 'settle' }).click();
    await expect(page.getByRole('button', { name: 'Orbit, Camera 1: move from frame 0 to 24, settle' })).toBeVisible();
    const rivet = page.getByRole('button', { name: /^Orbit, Camera 1: key at frame 24/ });
    const box = (await rivet.boundingBox()) as { x: number; y: number; width: number; height: number };
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x + box.width / 2 - 200, box.y + box.height / 2, { steps: 8 });
    await page.mouse.up();
    const frameOf = async () =>
      Number(
        /frame (\d+)/.exec(
          (await page.getByRole('button', { name: /^Orbit, Camera 1: key at frame [1-9]/ }).getAttribute('aria-label')) ?? '',
        )?.[1],
      );
    const dragged = await frameOf();
    expect(dragged).toBeGreaterThan(12);
    expect(dragged).toBeLessThan(24);
    await page.getByRole('button', { name: new RegExp(`^Orbit, Camera 1: key at frame ${dragged}`) }).focus();
    await page.keyboard.press('ArrowRight');
    expect(await frameOf()).toBe(dragged + 1);
    await page.getByRole('button', { name: 'Previous key' }).click();
    await expect(page.getByLabel('Timecode of the playhead')).toHaveValue('00:00:00:00');
    await page.getByRole('button', { name: 'Next key' }).click();
    await expect(page.getByText(`frame ${dragged + 1}, last 24`)).toBeVisible();
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await frameOf()).toBe(dragged);
    await page.getByRole('button', { name: 'Undo' }).click();
    expect(await frameOf()).toBe(24);
  });

  await test.step('lens: stop, focal length, focus on a mark', async () => {
    await type(page, 'Focal length, mm', '50');
    await expect(page.getByText('39.6°').first()).toBeVisible();
    await page.getByRole('button', { name: /Focus on/ }).click();
    await page.getByRole('option', { name: 'a mark’s front' }).click();
    await expect(page.getByText(/focus [\d.]+ m on DIVE/)).toBeVisible();
  });

  await test.step('plays in real time and stops', async () => {
    await page.getByRole('slider', { name: 'Playhead' }).focus();
    await page.keyboard.press('Home');
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
    await page.waitForFunction(
      () => Number(document.querySelector('[role=slider][aria-label=Playhead]')?.getAttribute('aria-valuenow')) > 2,
    );
    await page.keyboard.press('Space');
    await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  });

  await test.step('the plan shows the marks, the camera and a dot a frame', async () => {
    const plan = page.getByRole('group', { name: 'Plan from above' });
    await expect(plan.getByRole('button', { name: 'Select DIVE' })).toBeVisible();
    await expect(plan.getByRole('button', { name: 'Go to the station at frame 24' })).toBeVisible();
    expect(await plan.locator('circle[r="1.15"]').count()).toBe(25);
    await page.getByRole('radio', { name: 'side', exact: true }).click();
    await expect(page.getByRole('group', { name: 'Plan from the side' })).toBeVisible();
    await saved(page);
  });

  await test.step('Master: three frames and a WebM, read back by strangers', async () => {
    await goToRoom(page, 'Master');
    await type(page, 'Last frame, fr', '2');
    await type(page, 'Scale, %', '10');
    await type(page, 'Sub-frames', '4');
    await page.getByRole('checkbox', { name: 'WebM', exact: true }).click({ force: true });
    await page.getByRole('button', { name: 'Render 3 frames' }).click();
    await expect(page.getByText('done · 3 frames')).toBeVisible({ timeout: 120_000 });
    const [render] = readdirSync(path.join(ironsky.folder, 'renders'));
    const folder = path.join(ironsky.folder, 'renders', render as string);
    expect(readdirSync(folder).sort()).toEqual(['frame_00000.png', 'frame_00001.png', 'frame_00002.png', 'video.webm']);
    const checked = execFileSync(
      'pngcheck',
      readdirSync(folder)
        .filter((n) => n.endsWith('.png'))
        .map((n) => path.join(folder, n)),
    ).toString();
    expect(checked).toContain('192x108, 24-bit RGB');
    const probed = videoStream(path.join(folder, 'video.webm'));
    expect(probed).toMatchObject({
      codec_name: 'vp9',
      width: 192,
      height: 108,
      r_frame_rate: '25/1',
      nb_read_frames: '3',
      color_range: 'tv',
      color_space: 'bt709',
    });
  });

  await test.step('and a still', async () => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: /as a still/ }).click();
    const still = await download;
    expect(still.suggestedFilename()).toMatch(/^First flight \d{5}\.png$/);
    expect(execFileSync('pngcheck', [await still.path()]).toString()).toContain('192x108');
  });

  await test.step('a render is removed with its files, once that is said twice', async () => {
    const folder = path.join(ironsky.folder, 'renders');
    await page.getByRole('button', { name: 'Remove', exact: true }).click();
    await page.getByRole('button', { name: 'Keep' }).click();
    expect(readdirSync(folder)).toHaveLength(1);
    await page.getByRole('button', { name: 'Remove', exact: true }).click();
    await page.getByRole('button', { name: 'Remove 4 files from disk' }).click();
    await expect(page.getByRole('list', { name: 'Renders' }).getByRole('listitem')).toHaveCount(0);
    expect(readdirSync(folder)).toHaveLength(0);
  });
});
