import { expect, test } from './support/server';
import { addWords, field, goToRoom, makeProduction, pictureOf, saved, sketch, type, valueOf } from './support/rooms';

/** The room of light, as a person works in it. */

test('a light is added, dragged on the plot, aimed, put where its highlight is wanted, and asked for what it does', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Light');
  await sketch(page);
  await addWords(page, 'LIT');
  await goToRoom(page, 'Light');
  await pictureOf(page, 0, 1);
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await sheet.getByRole('button', { name: 'Light', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Area light' }).click();
  await expect(page.getByRole('textbox', { name: 'Name of the light', exact: true })).toBeVisible();

  // Dragged to the right on the plot from above it goes to the right, and not up.
  const plot = page.getByRole('group', { name: 'Plan from above' });
  const sign = plot.getByRole('button', { name: 'Area light', exact: true });
  const [before, up] = [Number(await valueOf(page, 'Across, m')), await valueOf(page, 'Up, m')];
  const box = await sign.boundingBox();
  if (!box) throw new Error('The light is not on the plot.');
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2 + 30, box.y + box.height / 2, { steps: 4 });
  await page.mouse.up();
  expect(Number(await valueOf(page, 'Across, m'))).toBeGreaterThan(before);
  expect(await valueOf(page, 'Up, m')).toBe(up);
  await page.keyboard.press('Control+z');
  expect(Number(await valueOf(page, 'Across, m'))).toBeCloseTo(before, 6);
  // By keyboard too.
  await sign.focus();
  await page.keyboard.press('ArrowRight');
  expect(Number(await valueOf(page, 'Across, m'))).toBeCloseTo(before + 0.05, 6);

  // A press in the picture: it comes to where it is mirrored there, and is aimed at the spot.
  await page.getByRole('radio', { name: 'highlight here' }).click();
  const lens = page.getByTestId('lens');
  const seen = await lens.boundingBox();
  if (!seen) throw new Error('There is no picture.');
  await page.mouse.click(seen.x + seen.width * 0.5, seen.y + seen.height * 0.5);
  await expect.poll(async () => Math.abs(Number(await valueOf(page, 'Across, m')) - before)).toBeGreaterThan(0.3);
  // The middle letter is before the lens: what it mirrors there stands near the axis.
  expect(Math.abs(Number(await valueOf(page, 'Across, m')))).toBeLessThan(1.5);
  expect(Math.abs(Number(await valueOf(page, 'Aim across, m')))).toBeLessThan(0.5);

  await page.getByRole('radio', { name: 'what lights this' }).click();
  await page.mouse.click(seen.x + seen.width * 0.5, seen.y + seen.height * 0.5);
  const shares = page.getByRole('region', { name: 'What lights this' });
  await expect(shares.getByRole('button', { name: /^Area light/ })).toBeVisible();
  const told = await shares.getByRole('button', { name: /%$/ }).allTextContents();
  const sum = told.reduce((all, text) => all + Number(/([\d.]+) %$/.exec(text)?.[1]), 0);
  expect(Math.abs(sum - 100)).toBeLessThan(1);
  // Here its own highlight lies: most of the light is its.
  expect(told[0]).toMatch(/^Area light/);
  await saved(page);
});

test('lighting is begun in one press, a light looked at alone, surroundings changed, the dome turned as a loop', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Start', '02:00');
  await sketch(page);
  await addWords(page, 'SEA');
  await goToRoom(page, 'Light');
  await page.getByRole('button', { name: 'Begin with' }).click();
  await page.getByRole('menuitem', { name: /^Two-colour sides/ }).click();
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await expect(sheet.getByRole('button', { name: 'Coral' })).toBeVisible();
  await expect(sheet.getByRole('button', { name: 'Key light' })).toHaveCount(0);
  await sheet.getByRole('button', { name: 'Coral' }).click();
  await page.getByRole('button', { name: 'alone' }).click();
  await expect(sheet.getByRole('button', { name: 'All lights again' })).toBeVisible();
  await sheet.getByRole('button', { name: 'All lights again' }).click();
  await page.getByRole('radio', { name: 'kelvin' }).click();
  await type(page, 'Kelvin, K', '3200');
  expect(await valueOf(page, 'Kelvin, K')).toBe('3200');
  await page.getByRole('radio', { name: 'watts' }).click();
  await expect(field(page, 'Watts of a black body, W')).toBeVisible();

  await sheet.getByRole('button', { name: 'Two colours' }).click();
  await page.getByRole('group', { name: 'Surroundings that ship' }).getByRole('button', { name: 'Window' }).click();
  const dome = page.getByTestId('dome');
  const pane = dome.getByRole('button', { name: 'Upper pane, left' });
  await pane.focus();
  await page.keyboard.press('Enter');
  const round = Number(await valueOf(page, 'Round, °'));
  await pane.focus();
  await page.keyboard.press('Shift+ArrowRight');
  expect(Number(await valueOf(page, 'Round, °'))).toBeCloseTo(round + 10, 6);

  await sheet.getByRole('button', { name: 'Dome' }).click();
  await type(page, 'A whole turn in, fr', '50');
  await page.getByRole('button', { name: 'Turn it from here on' }).click();
  await goToRoom(page, 'Choreograph');
  await expect(page.getByRole('button', { name: /^Dome.*: key at frame 50/ })).toBeVisible();
  await saved(page);
});

test('surroundings are taken from a file, a broken one is refused in plain words, and two are mixed', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Round about');
  await addWords(page, 'SEA');
  await goToRoom(page, 'Light');
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await sheet.getByRole('button', { name: 'Studio', exact: true }).click();
  const choose = async (name: string, buffer: Buffer) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'From a file' }).click();
    await (await chooser).setFiles({ name, mimeType: 'image/vnd.radiance', buffer });
  };
  const header = '#?RADIANCE\nFORMAT=32-bit_rle_rgbe\n\n-Y 4 +X 8\n';
  await choose('torn.hdr', Buffer.from(header));
  await expect(page.getByText('This Radiance file ends before its picture does')).toBeVisible();
  await expect(page.getByText('torn.hdr, 8 × 4')).toHaveCount(0);
  await choose('deck.hdr', Buffer.concat([Buffer.from(header), Buffer.alloc(4 * 8 * 4, 128)]));
  await expect(page.getByText('deck.hdr, 8 × 4')).toBeVisible();
  await saved(page);
  await page.keyboard.press('Control+z');
  await expect(page.getByText('deck.hdr, 8 × 4')).toHaveCount(0);

  await page.getByRole('button', { name: 'Second surroundings' }).click();
  await sheet.getByRole('button', { name: 'Dome', exact: true }).click();
  await type(page, 'Mixed with the second, %', '50');
  await pictureOf(page, 0, 8);
  expect(await valueOf(page, 'Mixed with the second, %')).toBe('50');
  await saved(page);
});
