import { addWords, field, makeProduction, pictureOf, saved, sketch, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

/** Building a mark from shells, in the section view and on the bench. */

test('shells are added, dressed, hidden, ordered and removed', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Shells');
  await addWords(page, 'SHELL');
  await page.getByRole('button', { name: 'Add a shell behind' }).click();
  const shells = page.getByRole('list', { name: 'Shells' });
  await expect(shells.getByRole('button', { name: /^Surround/ })).toBeVisible();
  expect(await valueOf(page, 'Offset, mm')).toBe('30.0');
  await page.getByRole('radio', { name: 'rounded' }).click();
  await page.getByRole('radiogroup', { name: 'Profile of the front bevel' }).getByRole('radio', { name: 'ogee' }).click();
  await type(page, 'Rim, mm', '12');
  await page.getByLabel('Name of the shell').fill('Outline');
  await page.getByLabel('Name of the shell').press('Enter');
  await expect(shells.getByRole('button', { name: /^Outline/ })).toBeVisible();
  await pictureOf(page, 0, 4);
  await expect(page.getByRole('main').getByRole('alert')).toHaveCount(0);

  await page.getByRole('button', { name: 'Move the shell up the list' }).click();
  await expect(shells.getByRole('listitem').first()).toContainText('Outline');
  await page.getByRole('button', { name: 'Hide shell Outline' }).click();
  await expect(page.getByRole('button', { name: 'Show shell Outline' })).toBeVisible();
  await page.getByRole('button', { name: 'Remove the shell' }).click();
  await expect(shells.getByRole('listitem')).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'Remove the shell' })).toBeDisabled();
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(shells.getByRole('listitem')).toHaveCount(2);
  await saved(page);
});

test('the section: face, offset and bevel by drag, by key and as typed dimensions', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Section');
  await addWords(page, 'I');
  await pictureOf(page, 0);
  const section = page.getByTestId('section');
  const face = section.getByRole('slider', { name: 'Face' });
  await expect(face).toBeVisible();
  const box = (await face.boundingBox()) as { x: number; y: number };
  const back = (await section.getByRole('slider', { name: 'Back' }).boundingBox()) as { x: number; y: number };
  const metresPerPixel = 0.28 / (back.y - box.y);
  await page.mouse.move(box.x + 4, box.y + 4);
  await page.mouse.down();
  await page.mouse.move(box.x + 4, box.y + 4 - 30, { steps: 6 });
  await page.mouse.up();
  const dragged = Number(await valueOf(page, 'Face at, m'));
  expect(dragged - 0.14).toBeCloseTo(30 * metresPerPixel, 2);
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await valueOf(page, 'Face at, m')).toBe('0.140');

  await section.getByRole('slider', { name: 'Bevel size' }).focus();
  await page.keyboard.press('Shift+ArrowUp');
  expect(await valueOf(page, 'Front width, mm')).toBe('34.0');
  await section.getByRole('slider', { name: 'Offset' }).focus();
  await page.keyboard.press('ArrowRight');
  expect(await valueOf(page, 'Offset, mm')).toBe('1.0');

  await section.getByRole('textbox', { name: 'Dimension: depth, mm' }).fill('40 cm');
  await section.getByRole('textbox', { name: 'Dimension: depth, mm' }).press('Enter');
  expect(await valueOf(page, 'Back at, m')).toBe('-0.260');
  await section.getByRole('textbox', { name: 'Dimension: bevel height, mm' }).fill('wide');
  await section.getByRole('textbox', { name: 'Dimension: bevel height, mm' }).press('Enter');
  await expect(section.getByRole('textbox', { name: 'Dimension: bevel height, mm' })).toHaveAttribute('aria-invalid', 'true');
  await page.keyboard.press('Escape');

  await page.getByRole('textbox', { name: 'Cut up, m' }).fill('3');
  await page.getByRole('textbox', { name: 'Cut up, m' }).press('Enter');
  await expect(page.getByText('The cut meets no stroke.')).toBeVisible();
});

test('two shells in one plane are said and parted with one press; a mark turns about its front', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Planes');
  await sketch(page);
  await addWords(page, 'P');
  await page.getByRole('button', { name: 'Duplicate the shell' }).click();
  await expect(page.getByText('have their faces in one plane')).toBeVisible();
  await page.getByRole('button', { name: 'Part them by 1 mm' }).click();
  await expect(page.getByText('in one plane')).toHaveCount(0);
  expect(await valueOf(page, 'Face at, m')).toBe('0.139');
  await page.getByRole('button', { name: /Turns about/ }).click();
  await page.getByRole('option', { name: 'its front' }).click();
  await expect(page.getByRole('button', { name: /Turns about/ })).toContainText('its front');
  await saved(page);
});

test('a plain form, its numbers on the bench', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Forms');
  await page.getByRole('button', { name: 'Plain form' }).click();
  await page.getByRole('menuitem', { name: 'Star' }).click();
  await type(page, 'Points', '7');
  await type(page, 'Inner radius, %', '60');
  await pictureOf(page, 0, 4);
  await expect(page.getByRole('main').getByRole('alert')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Star form' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await valueOf(page, 'Inner radius, %')).toBe('45');
});

test('letters chiselled to a ridge, and a bevel wider than the stroke, are built without a fault', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Ridge');
  await addWords(page, 'RIDGE');
  await page.getByRole('radiogroup', { name: 'Profile of the front bevel' }).getByRole('radio', { name: 'chamfer' }).click();
  await page.getByText('meets in a ridge').first().click();
  await pictureOf(page, 0, 4);
  await type(page, 'Front width, mm', '900');
  await pictureOf(page, 0, 4);
  await expect(page.getByRole('main').getByRole('alert')).toHaveCount(0);
  await expect(field(page, 'Front width, mm')).toHaveValue('900.0');
});
