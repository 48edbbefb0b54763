import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import type { Locator, Page } from '@playwright/test';
import { decode } from 'fast-png';
import { poseSample } from '@/core/interchange/pose-samples';
import { addWords, field, goToRoom, makeProduction, pictureOf, saved, seekTo, sketch, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

async function drag(page: Page, from: Locator, dx: number, dy: number): Promise<void> {
  const box = (await from.boundingBox()) as { x: number; y: number; width: number; height: number };
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx, y + dy, { steps: 6 });
  await page.mouse.up();
}

/** Flies so many steps to the side and lands at a frame. */
async function landAt(page: Page, frame: number, steps: number): Promise<void> {
  await seekTo(page, frame);
  await page.getByTestId('lens').focus();
  for (let i = 0; i < Math.abs(steps); i++) await page.keyboard.press(steps > 0 ? 'ArrowRight' : 'ArrowLeft');
  await page.getByRole('button', { name: /^Land here/ }).click();
}

/** A WAV file of 2 s with clicks at given times (RIFF specification: 16-bit PCM, one channel). */
function clickTrack(times: readonly number[], rate = 22_050, seconds = 2): Buffer {
  const bytes = Buffer.alloc(44 + 2 * rate * seconds);
  bytes.write('RIFF', 0);
  bytes.writeUInt32LE(bytes.length - 8, 4);
  bytes.write('WAVEfmt ', 8);
  bytes.writeUInt32LE(16, 16);
  bytes.writeUInt16LE(1, 20);
  bytes.writeUInt16LE(1, 22);
  bytes.writeUInt32LE(rate, 24);
  bytes.writeUInt32LE(2 * rate, 28);
  bytes.writeUInt16LE(2, 32);
  bytes.writeUInt16LE(16, 34);
  bytes.write('data', 36);
  bytes.writeUInt32LE(bytes.length - 44, 40);
  for (const time of times) {
    for (let i = 0; i < 0.04 * rate; i++)
      bytes.writeInt16LE(
        Math.round(26_000 * Math.exp(-i / (0.008 * rate)) * Math.sin((2 * Math.PI * 1200 * i) / rate + 0.3)),
        44 + 2 * (Math.round(time * rate) + i),
      );
  }
  return bytes;
}

test('shots: split with a new camera, carry, cut while it moves, contact sheet, and all of it undone', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Shoals', '02:00');
  await sketch(page);
  await addWords(page, 'SHOAL');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('button', { name: /^Camera 1/ }).click();
  await landAt(page, 0, -10);
  await landAt(page, 30, 10);
  const shots = page.getByRole('group', { name: 'Shots' });
  await seekTo(page, 20);
  const before = await valueOf(page, 'Round, °');
  await page.getByRole('button', { name: 'Split the shot at the playhead, with a new camera' }).click();
  await expect(shots.getByRole('button', { name: 'Shot 2, Camera 2: frames 20 to 49, cut' })).toBeVisible();
  // The new camera stands where the old one was.
  await page.getByRole('button', { name: 'Camera 2 1 carrier' }).click();
  expect(Number(await valueOf(page, 'Round, °'))).toBeCloseTo(Number(before), 0);
  await page.getByRole('button', { name: /Look from/ }).click();
  await page.getByRole('option', { name: /^the shots/ }).click();
  await shots.getByRole('button', { name: /^Shot 2/ }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'carry' }).click();
  await expect(shots.getByRole('button', { name: 'Shot 2, Camera 2: frames 20 to 49, carried over 6 frames' })).toBeVisible();
  await page.getByRole('radio', { name: 'cut' }).click();
  await page.getByRole('button', { name: 'Cut while it moves, at 28' }).click();
  await expect(shots.getByRole('button', { name: 'Shot 2, Camera 2: frames 28 to 49, cut' })).toBeVisible();
  await page.getByRole('button', { name: 'Constant through cuts' }).click();
  await expect(page.getByRole('button', { name: /^Orbit, Camera 2/ })).toHaveCount(0);

  await page.getByRole('button', { name: 'Contact sheet of the shots' }).click();
  const sheet = page.getByRole('dialog', { name: 'Contact sheet' });
  await expect(sheet.getByRole('status')).toHaveText('2 shots', { timeout: 90_000 });
  await expect(sheet.locator('img')).toHaveCount(6);
  await sheet.getByRole('button', { name: 'First frame of shot 2: 28' }).click();
  await expect(page.getByLabel('Timecode of the playhead')).toHaveValue('00:00:01:03');
  for (let i = 0; i < 5; i++) await page.getByRole('button', { name: 'Undo' }).click();
  await expect(shots.getByRole('button')).toHaveCount(1);
  await saved(page);
});

test('keys: several by a box and by Ctrl, dragged, stretched, reversed, copied; one in its curve by numbers and by its handle', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Currents', '04:00');
  await sketch(page);
  await goToRoom(page, 'Choreograph');
  await landAt(page, 0, -10);
  await landAt(page, 20, 10);
  await landAt(page, 40, -5);
  const rivet = (frame: number) => page.getByRole('button', { name: new RegExp(`^Orbit, Camera 1: key at frame ${frame}\\b`) });
  // Over the second and third rivet.
  const [a, b] = [
    (await rivet(20).boundingBox()) as { x: number; y: number },
    (await rivet(40).boundingBox()) as { x: number; y: number; width: number; height: number } & { x: number; y: number },
  ];
  await page.mouse.move(a.x - 12, a.y + 22);
  await page.mouse.down();
  await page.mouse.move(b.x + 30, b.y - 6, { steps: 5 });
  await page.mouse.up();
  await expect(page.getByText('2 selected · frames 20–40')).toBeVisible();
  await drag(page, rivet(40), 87, 0);
  await expect(page.getByText(/2 selected · frames 3\d–5\d/)).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  await page.getByRole('button', { name: 'Undo' }).isEnabled();
  await rivet(20).click();
  await page.keyboard.down('Control');
  await rivet(40).click();
  await page.keyboard.up('Control');
  await type(page, 'Stretch to, %', '150');
  await page.getByRole('button', { name: 'Stretch', exact: true }).click();
  await expect(page.getByText('2 selected · frames 20–50')).toBeVisible();
  await page.keyboard.press('Control+c');
  await seekTo(page, 60);
  await page.keyboard.press('Control+v');
  await expect(rivet(90)).toBeVisible();
  await expect(page.getByText('frames 60–90')).toBeVisible();
  await page.keyboard.press('Delete');
  await expect(rivet(90)).toHaveCount(0);

  await page.getByRole('radio', { name: 'curves' }).click();
  const curve = page.getByRole('group', { name: 'Values of Round' });
  await curve.getByRole('button', { name: /^Round: key at frame 20/ }).click();
  await type(page, 'Value, °', '90');
  await expect(curve.getByRole('button', { name: 'Round: key at frame 20, 90.0 °' })).toBeVisible();
  await type(page, 'Leaves at, °/s', '45');
  // The handles are joined: it is arrived at with the same speed.
  expect(Number(await valueOf(page, 'Arrives at, °/s'))).toBeCloseTo(45, 1);
  await drag(page, curve.getByRole('button', { name: /^Leaving handle at frame 20/ }), 30, 0);
  expect(Number(await valueOf(page, 'Leaves over, %'))).toBeGreaterThan(45);
  await page.getByRole('button', { name: /After the last/ }).click();
  await page.getByRole('option', { name: 'there and back' }).click();
  await seekTo(page, 99);
  await expect(page.getByRole('button', { name: /After the last/ })).toContainText('there and back');
  await saved(page);
});

test('sound and cues: a click track is drawn and its clicks become cues; keys fall on them; a cue takes its keys along', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Soundings', '02:00');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('button', { name: 'Sound and cues' }).click();
  await page
    .getByLabel('Sound file')
    .setInputFiles({ name: 'notes.wav', mimeType: 'audio/wav', buffer: Buffer.from('not a sound at all') });
  await expect(page.getByRole('complementary').getByRole('alert')).toHaveText(
    '“notes.wav” is not a sound file. Choose a WAV, MP3, OGG or FLAC file.',
  );
  await page
    .getByLabel('Sound file')
    .setInputFiles({ name: 'clicks.wav', mimeType: 'audio/wav', buffer: clickTrack([0.4, 0.8, 1.2, 1.6]) });
  await expect(page.getByText('clicks.wav, 2.0 s')).toBeVisible();
  await expect(page.getByTestId('waveform')).toBeVisible();
  await page.getByRole('button', { name: 'Find them in the sound' }).click();
  await expect(page.getByText(/4 onsets, about 1(49|50|51) beats a minute/)).toBeVisible({ timeout: 30_000 });
  // At 25 frames a second they fall on every tenth frame.
  for (const frame of [10, 20, 30, 40])
    await expect(
      page.getByRole('button', { name: new RegExp(`^Cue at frame (${frame}|${frame}\\.[01]|${frame - 1}\\.9)$`) }),
    ).toBeVisible();

  await landAt(page, 16, 4);
  const rivet = page.getByRole('button', { name: /^Orbit, Camera 1: key at frame/ });
  const lane = (await page.getByLabel('Orbit, Camera 1', { exact: true }).boundingBox()) as { width: number };
  // Three frames on it comes near to the cue and falls on it.
  await drag(page, rivet, ((lane.width - 24) / 49) * 3, 0);
  await expect(page.getByRole('button', { name: /^Orbit, Camera 1: key at frame 20/ })).toBeVisible();
  await page.getByRole('button', { name: /^Cue at frame (20|19\.9)/ }).focus();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('button', { name: /^Orbit, Camera 1: key at frame 22/ })).toBeVisible();
  // Played, the sound's clock moves the playhead.
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  await page.keyboard.press('Home');
  await page.keyboard.press('Space');
  await page.waitForFunction(
    () => Number(document.querySelector('[role=slider][aria-label=Playhead]')?.getAttribute('aria-valuenow')) > 12,
  );
  await page.keyboard.press('Space');
  await saved(page);
  await page.reload();
  await expect(page.getByTestId('waveform')).toBeVisible({ timeout: 30_000 });

  // What leaves beside pictures is of the frames that are ordered: a second of the two.
  await goToRoom(page, 'Master');
  await type(page, 'Last frame, fr', '24');
  await page.getByRole('button', { name: /^Beyond pictures/ }).click();
  const taken = async (what: string) => {
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: `Save ${what}`, exact: true }).click();
    const file = await download;
    return { name: file.suggestedFilename(), at: await file.path() };
  };
  const edits = await taken('Edit list');
  expect(edits.name).toBe('Soundings.edl');
  expect(readFileSync(edits.at, 'utf8')).toMatch(/^TITLE: SOUNDINGS[^]+ 00:00:00:00 00:00:01:00 00:00:00:00 00:00:01:00/i);
  const csv = await taken('Camera, CSV');
  expect(
    readFileSync(csv.at, 'utf8')
      .trim()
      .split('\n')
      .filter((line) => /^\d/.test(line)),
  ).toHaveLength(25);
  const scene = await taken('Scene, glTF');
  expect(readFileSync(scene.at).subarray(0, 4).toString()).toBe('glTF');
  const sound = JSON.parse(
    execFileSync('ffprobe', ['-v', 'error', '-show_streams', '-of', 'json', (await taken('Sound, WAV')).at]).toString(),
  ) as { streams: [{ codec_name: string; sample_rate: string; duration: string }] };
  expect(sound.streams[0]).toMatchObject({ codec_name: 'pcm_s24le', sample_rate: '48000', duration: '1.000000' });
  await type(page, 'Last frame, fr', '49');

  // A browser that cannot encode sound says so before it draws anything.
  await page.getByRole('checkbox', { name: 'WebM', exact: true }).click({ force: true });
  await page.evaluate(() => Reflect.deleteProperty(globalThis, 'AudioEncoder'));
  await page.getByRole('button', { name: 'Render 50 frames' }).click();
  await expect(page.getByRole('alert').filter({ hasText: 'cannot encode sound' })).toBeVisible();
  await expect(page.getByText('Nothing has been rendered yet.')).toBeVisible();
  await expect(page.getByRole('radio', { name: 'left out' })).toBeVisible();
});

test('a take: recorded from the tracker, or read from a file of poses; a wrong file is refused in words', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Handheld', '02:00');
  await sketch(page);
  await addWords(page, 'SWELL');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('button', { name: /^Camera 1/ }).click();
  await page.getByRole('button', { name: '+ Take' }).click();
  const file = page.getByLabel('File of poses');
  await file.setInputFiles({ name: 'way.ndjson', mimeType: 'application/json', buffer: Buffer.from('{"timing": 1}\n{"timing": 2}') });
  await expect(page.getByRole('complementary').getByRole('alert')).toContainText('“way.ndjson” cannot be used. Sample 1 is not a pose');
  const lines = Array.from({ length: 61 }, (_, i) =>
    JSON.stringify(poseSample(100 + i / 60, { x: i / 60, y: 0, z: 0, pan: 0, tilt: 0, roll: 0 })),
  );
  await file.setInputFiles({ name: 'dolly.ndjson', mimeType: 'application/json', buffer: Buffer.from(lines.join('\n')) });
  await expect(page.getByText('dolly.ndjson, 1.0 s')).toBeVisible();
  // One metre in a second: a dot a frame in the plan, evenly.
  const dots = page.getByRole('group', { name: 'Plan from above' }).locator('circle[r="1.15"]');
  await expect(dots).toHaveCount(50);
  const across = await dots.evaluateAll((all) => all.map((dot) => Number(dot.getAttribute('cx'))));
  expect(((across[20] as number) - (across[10] as number)) / ((across[10] as number) - (across[0] as number))).toBeCloseTo(1, 1);

  await page.getByRole('button', { name: 'Record a take' }).click();
  await expect(page.getByText(/\d\d+ poses · /)).toBeVisible({ timeout: 20_000 });
  await page.getByRole('button', { name: 'Stop recording' }).click();
  await expect(page.getByText(/^Take of shoulder, \d/)).toBeVisible();
  await type(page, 'Smoothed over, s', '0.5');
  await expect(field(page, 'Smoothed over, s')).toHaveValue('0.50');
  await saved(page);
});

test('focus and guides: a size is held, what is sharp is painted, time is bent, a view is pinned', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Held', '02:00');
  await addWords(page, 'HELD');
  await goToRoom(page, 'Choreograph');
  await page.getByRole('button', { name: /^Camera 1/ }).click();
  await pictureOf(page, 0);
  await landAt(page, 0, 0);
  await seekTo(page, 40);
  await type(page, 'Radius, m', '4');
  await seekTo(page, 0);
  await page.getByRole('button', { name: /Hold size of/ }).click();
  await page.getByRole('option', { name: 'HELD' }).click();
  await seekTo(page, 40);
  // From 8 m to 4 m the lens is nearly halved, a little more as the front is nearer than the pivot.
  const lens = Number(
    /([\d.]+) mm/.exec(
      (await page
        .getByText(/^[\d.]+ mm$/)
        .first()
        .textContent()) ?? '',
    )?.[1],
  );
  expect(lens).toBeGreaterThan(14);
  expect(lens).toBeLessThan(19);

  const shown = page.getByTestId('lens');
  await pictureOf(page, 40, 1);
  const plain = await shown.screenshot();
  await page.getByRole('button', { name: 'What is sharp' }).click();
  await expect.poll(async () => (await shown.screenshot()).equals(plain)).toBe(false);

  await page.getByRole('button', { name: 'Pin this view' }).click();
  await seekTo(page, 5);
  await page.getByRole('button', { name: 'Pinned view 1, frame 40' }).click();
  await expect(page.getByLabel('Timecode of the playhead')).toHaveValue('00:00:01:15');

  await page.getByRole('group', { name: 'Shots' }).getByRole('button').focus();
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Bent time/ }).click();
  await page.getByRole('button', { name: 'Backwards' }).last().click();
  // The last delivered frame now shows the scene's first: the camera is 8 m away.
  await seekTo(page, 49);
  await page
    .getByRole('button', { name: /^Camera 1/ })
    .first()
    .click();
  await expect(field(page, 'Radius, m')).toHaveValue('8.00');
  await saved(page);
});

test('a light’s switch and colour are keyed: the lane shows both kinds, the picture follows, undo takes it back', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Lamps');
  await addWords(page, 'GLOW');
  await page.getByRole('button', { name: /Material$/ }).click();
  await page.getByRole('option', { name: 'Matte' }).click();
  await goToRoom(page, 'Choreograph');
  await pictureOf(page, 0, 16);
  const lens = page.getByTestId('lens');
  /** Mean of red, green and blue over the middle of the picture, where the word stands. */
  const light = async () => {
    const { x, y, width, height } = (await lens.boundingBox()) as { x: number; y: number; width: number; height: number };
    const clip = { x: x + 0.3 * width, y: y + 0.44 * height, width: 0.4 * width, height: 0.12 * height };
    const { data, channels } = decode(await page.screenshot({ clip }));
    const mean = (c: number) =>
      (Array.from(data).reduce((sum, value, i) => (i % channels === c ? sum + value : sum), 0) * channels) / data.length;
    return [mean(0), mean(1), mean(2)] as const;
  };
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await sheet.getByRole('button', { name: /^Key light/ }).click();
  await page.getByRole('button', { name: 'Set a key of Sun: on here' }).click();
  await page.getByRole('button', { name: 'Set a key of Colour here' }).click();
  const [red, , blue] = await light();
  await seekTo(page, 20);
  await page.getByRole('button', { name: 'Colour, #fff1dc' }).click();
  await page.getByRole('textbox', { name: 'Hex' }).fill('#2040ff');
  await page.getByRole('textbox', { name: 'Hex' }).press('Enter');
  await page.keyboard.press('Escape');
  await pictureOf(page, 20, 16);
  const [blueRed, , blueBlue] = await light();
  expect(blueBlue / blueRed).toBeGreaterThan((1.05 * blue) / red);
  await seekTo(page, 22);
  await page.getByRole('switch', { name: 'Sun: on' }).press(' ');
  await expect(page.getByRole('switch', { name: 'Sun: on' })).not.toBeChecked();
  // At 22 itself the light is on for the first half of the exposure.
  await seekTo(page, 23);
  await pictureOf(page, 23, 16);
  expect((await light())[2]).toBeLessThan(0.95 * blueBlue);
  await seekTo(page, 22);
  const lane = page.getByLabel('Key light, set', { exact: true });
  await expect(lane.locator('[data-strip=colour] rect').first()).toHaveAttribute('fill', '#fff1dc');
  await expect(lane.locator('[data-strip=colour] rect').last()).toHaveAttribute('fill', '#2040ff');
  await expect(lane.locator('[data-bars=on] rect')).toHaveCount(1);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Set a key of Sun: on here' })).toBeVisible();
  await pictureOf(page, 22, 16);
  await saved(page);
  await page.reload();
  await pictureOf(page, 0);
  await sheet.getByRole('button', { name: /^Key light/ }).click();
  await seekTo(page, 20);
  await expect(page.getByRole('button', { name: 'Colour, #2040ff' })).toBeVisible();
});
