import { encode } from 'fast-png';
import { addWords, field, makeProduction, pictureOf, saved, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

/** What marks are made of, and what stands about them, as a person chooses it. */

const picture = () => Buffer.from(encode({ width: 8, height: 4, data: new Uint8Array(3 * 32).fill(200), channels: 3, depth: 8 }));

test('a material is chosen from swatches drawn on the mark, its surface copied to another region and another mark', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Looks');
  await addWords(page, 'ORE');
  await pictureOf(page, 0, 4);
  await page.getByRole('button', { name: 'Swatches on this mark' }).click();
  const tray = page.getByRole('group', { name: 'Materials', exact: true });
  const gold = tray.getByRole('button', { name: 'Gold', exact: true });
  await gold.click({ timeout: 60_000 });
  await expect(gold).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByRole('button', { name: /Material$/ })).toContainText('Gold');
  // The swatches are pictures of the mark: gold's is yellower than steel's, and both show something.
  const means = await tray.evaluate((element) =>
    ['Gold', 'Polished steel'].map((name) => {
      const button = [...element.querySelectorAll('button')].find(({ textContent }) => textContent === name);
      const canvas = button?.querySelector('canvas');
      const pixels = canvas?.getContext('2d')?.getImageData(0, 0, canvas.width, canvas.height).data ?? [];
      let [red, blue, seen] = [0, 0, 0];
      for (let i = 0; i < pixels.length; i += 4) {
        if (pixels[i + 3] !== 255) continue;
        red += pixels[i] as number;
        blue += pixels[i + 2] as number;
        seen++;
      }
      return { ratio: red / blue, seen };
    }),
  );
  expect(means[0]?.seen).toBeGreaterThan(200);
  expect(means[0]?.ratio).toBeGreaterThan(1.25 * (means[1]?.ratio ?? 99));

  await type(page, 'Roughness, %', '37');
  await page.getByRole('button', { name: 'Copy this surface' }).click();
  await page.getByRole('radiogroup', { name: 'Region' }).getByRole('radio', { name: 'side' }).click();
  expect(await valueOf(page, 'Roughness, %')).not.toBe('37');
  await page.getByRole('button', { name: 'Paste on side' }).click();
  expect(await valueOf(page, 'Roughness, %')).toBe('37');
  await addWords(page, 'NEW');
  await pictureOf(page, 0, 1);
  await page.getByRole('button', { name: 'Paste on all regions' }).click();
  for (const region of ['face', 'back']) {
    await page.getByRole('radiogroup', { name: 'Region' }).getByRole('radio', { name: region }).click();
    expect(await valueOf(page, 'Roughness, %')).toBe('37');
  }
  await page.keyboard.press('Control+z');
  expect(await valueOf(page, 'Roughness, %')).not.toBe('37');
  await saved(page);
});

test('a picture is laid on a surface as a pattern; haze and stars are hung in the set', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Laid');
  await addWords(page, 'SEA');
  await pictureOf(page, 0, 1);
  await page.getByRole('button', { name: 'Add a pattern' }).click();
  await page.getByRole('menuitem', { name: 'Picture' }).click();
  const choosing = page.waitForEvent('filechooser');
  await page.getByRole('button', { name: 'Choose a picture' }).click();
  await (await choosing).setFiles({ name: 'kelp.png', mimeType: 'image/png', buffer: picture() });
  await expect(page.getByText('kelp.png, 8 × 4')).toBeVisible();
  await page.getByRole('radiogroup', { name: 'What is seen beside it' }).getByRole('radio', { name: 'mirrored' }).click();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('radiogroup', { name: 'What is seen beside it' }).getByRole('radio', { name: 'repeated' })).toBeChecked();
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  for (const [name, on] of [
    ['Haze', 'Haze: hangs there'],
    ['Stars', 'Stars: seen'],
  ] as const) {
    await sheet.getByRole('button', { name: new RegExp(`^${name}`) }).click();
    await page.getByRole('switch', { name: on }).press(' ');
    await expect(page.getByRole('switch', { name: on })).toBeChecked();
  }
  await expect(field(page, 'To magnitude')).toBeVisible();
  await saved(page);
  await page.reload();
  await sheet.getByRole('button', { name: /^Haze/ }).click();
  await expect(page.getByRole('switch', { name: 'Haze: hangs there' })).toBeChecked();
});
