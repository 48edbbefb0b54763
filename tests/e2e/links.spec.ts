import { expect, test } from './support/server';
import { addWords, field, makeProduction, pictureOf, saved, type, valueOf } from './support/rooms';

/** Values that follow others, as a person writes it. */

test('a value follows another by a formula that is begun by an equals sign; units and circles are checked', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Following');
  await addWords(page, 'SEA');
  await pictureOf(page, 0, 1);
  const bar = page.getByRole('form', { name: 'Formula' });
  await field(page, 'Up, m').click();
  await page.keyboard.press('=');
  await expect(bar).toBeVisible();
  const input = bar.getByRole('textbox', { name: 'Formula of Up' });
  await expect(input).toBeFocused();
  await page.getByRole('button', { name: 'Put Across into the formula' }).first().click();
  await expect(input).toHaveValue('SEA.Across');
  await expect(input).toBeFocused();
  await page.keyboard.type(' * 2 + 1');
  await page.keyboard.press('Enter');
  await expect(bar).toBeHidden();
  await expect(page.getByRole('button', { name: 'Up follows SEA.Across * 2 + 1: 1.00 m' })).toBeVisible();
  await type(page, 'Across, m', '1.5');
  await expect(page.getByRole('button', { name: 'Up follows SEA.Across * 2 + 1: 4.00 m' })).toBeVisible();

  await field(page, 'Turn, °').first().click();
  await page.keyboard.type('=SEA.Across');
  await page.keyboard.press('Enter');
  await expect(bar.getByRole('alert')).toHaveText('It gives metres, and “Turn” is degrees.');
  await input.or(bar.getByRole('textbox')).first().fill('SEA.Across / SEA.Across * 30');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^Turn follows SEA\.Across \/ SEA\.Across \* 30: 30\.0 °/ })).toBeVisible();

  await field(page, 'Across, m').first().click();
  await page.keyboard.type('=SEA.Up');
  await page.keyboard.press('Enter');
  await expect(bar.getByRole('alert')).toContainText('in a circle: SEA.Across → SEA.Up → SEA.Across');
  await page.keyboard.press('Escape');
  await expect(bar).toBeHidden();
  expect(await valueOf(page, 'Across, m')).toBe('1.50');

  await page.getByRole('button', { name: 'Up follows nothing any more' }).click();
  await expect(field(page, 'Up, m').first()).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: /^Up follows SEA/ })).toBeVisible();
  await saved(page);
});
