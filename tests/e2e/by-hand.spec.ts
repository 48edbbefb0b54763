import { expect, test } from './support/server';
import { addWords, field, goToRoom, makeProduction, pictureOf, saved, seekTo, sketch, type, valueOf } from './support/rooms';

/** What of performing marks is done by hand: outlines that are drawn, swings, kits with motion, keys that are carried over. */

test('the outline of a region is drawn over the picture and in numbers, and a line that lies is drawn in the plan', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Drawn', '01:00');
  await addWords(page, 'DEEP');
  await goToRoom(page, 'Choreograph');
  await pictureOf(page, 0, 1);
  const sheet = page.getByRole('navigation', { name: 'Call sheet' });
  await sheet.getByRole('button', { name: /^DEEP/ }).click();
  await page.getByRole('button', { name: /^Regions/ }).click();
  await page.getByRole('button', { name: 'Region', exact: true }).click();
  await page.getByRole('menuitem', { name: 'Drawn outline' }).click();
  const points = page.getByRole('slider', { name: /^Point \d of the outline$/ });
  await expect(points).toHaveCount(4);
  await page.getByRole('button', { name: 'Draw in the views' }).click();
  const over = await page.getByTestId('hand-points').boundingBox();
  if (!over) throw new Error('nothing to draw on');
  await page.mouse.click(over.x + 0.5 * over.width, over.y + 0.9 * over.height);
  await expect(points).toHaveCount(5);
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: 'Draw in the views' })).toBeVisible();
  await page.getByRole('button', { name: /^5: / }).click();
  const up = page.getByRole('group', { name: 'Points' }).getByRole('textbox', { name: 'Up, m' });
  await up.fill('-0.9');
  await up.press('Enter');
  await expect(page.getByRole('button', { name: /^5: .*, -0.90 m/ })).toBeVisible();
  await page.getByRole('checkbox', { name: 'A curve through them' }).click({ force: true });
  await page.getByRole('button', { name: /^Remove 1: / }).click();
  await expect(points).toHaveCount(4);
  await page.keyboard.press('Control+z');
  await expect(points).toHaveCount(5);
  await saved(page);

  await goToRoom(page, 'Shape');
  await page.getByRole('button', { name: 'Line', exact: true }).click();
  await page.getByRole('button', { name: 'Lay it flat' }).click();
  expect(await valueOf(page, 'Tip, °')).toBe('-90.0');
  await page.getByRole('button', { name: 'Draw in the views' }).click();
  const plan = await page.getByTestId('plan-above').boundingBox();
  if (!plan) throw new Error('no plan');
  const inPlan = page.getByRole('button', { name: /^Point \d of the line$/ });
  await expect(inPlan).toHaveCount(2);
  await page.mouse.click(plan.x + 0.6 * plan.width, plan.y + 0.8 * plan.height);
  await expect(inPlan).toHaveCount(3);
  await page.keyboard.press('Escape');
  // Toward the audience is down the page: of a line that lies, down its own plane.
  const third = page.getByRole('button', { name: /^3: / });
  const before = Number((await third.textContent())?.split(', ')[1]?.replace(' m', ''));
  expect(before).toBeLessThan(-0.1);
  await inPlan.nth(2).focus();
  await page.keyboard.press('ArrowDown');
  await expect.poll(async () => Number((await third.textContent())?.split(', ')[1]?.replace(' m', ''))).toBeCloseTo(before - 0.05, 1);
  await saved(page);
});

test('what swings is set by how often and how much it is damped, and says how far it goes over', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Swings', '04:00');
  await addWords(page, 'DEEP');
  await goToRoom(page, 'Choreograph');
  await pictureOf(page, 0, 1);
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: /^DEEP/ }).click();
  await page.getByRole('button', { name: 'Arrival' }).click();
  await page.getByRole('menuitem', { name: /^Grow/ }).click();
  await page.getByRole('button', { name: 'Pace of each turn' }).click();
  await page.getByRole('radio', { name: 'swing' }).click();
  expect(await valueOf(page, 'Swings')).toBe('3');
  // A damping of 0.59116 goes 10 % over, one of 0.40371 25 % (step response, handbooks of control).
  await type(page, 'Damping', '0.59116');
  await expect(page.getByText('First 10.0 % over.')).toBeVisible();
  await type(page, 'Damping', '0.40371');
  await expect(page.getByText('First 25.0 % over.')).toBeVisible();
  await page.getByRole('button', { name: 'Keep this pace…' }).click();
  await page.getByRole('textbox', { name: 'Name of the pace' }).fill('Bell');
  await page.keyboard.press('Enter');
  await page.getByRole('radio', { name: 'even' }).click();
  await expect(field(page, 'Damping')).toHaveCount(0);
  await page.getByRole('radio', { name: 'Bell' }).click();
  expect(Number(await valueOf(page, 'Damping'))).toBeCloseTo(0.4, 2);
  await saved(page);
});

test('a kit puts look and motion on another mark, and keys go into another production', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Kits that move', '04:00');
  await sketch(page);
  await addWords(page, 'DEEP');
  await page.getByRole('button', { name: 'Arrival' }).click();
  await page.getByRole('menuitem', { name: /^Spin in/ }).click();
  await page.getByRole('button', { name: 'DEEP', exact: true }).click();
  await page.getByRole('button', { name: /^Kit/ }).click();
  await page.getByLabel('Name of a new kit').fill('Spinner');
  await page.getByRole('button', { name: 'Save as kit' }).click();
  await addWords(page, 'SEA');
  const kit = page.getByRole('button', { name: /^Kit/ });
  if ((await kit.getAttribute('aria-expanded')) !== 'true') await kit.click();
  await page.getByRole('button', { name: 'no kit Follows' }).click();
  await page.getByRole('option', { name: 'Spinner' }).click();
  await expect(page.getByRole('button', { name: 'Spin in', exact: true })).toBeVisible();

  await goToRoom(page, 'Choreograph');
  await seekTo(page, 0);
  const timeline = page.getByRole('region', { name: 'Timeline' });
  await timeline.getByRole('button', { name: /SEA, Spin in: key at frame 0/ }).click();
  await page.keyboard.press('Control+c');
  await saved(page);
  await makeProduction(page, ironsky.url, 'Elsewhere', '04:00');
  await addWords(page, 'SHORE');
  await page.getByRole('button', { name: 'Arrival' }).click();
  await page.getByRole('menuitem', { name: /^Rise/ }).click();
  await goToRoom(page, 'Choreograph');
  // Onto the lane that is picked.
  await timeline.getByRole('button', { name: /SHORE, Rise: key at frame 0/ }).click();
  await seekTo(page, 50);
  await page.keyboard.press('Control+v');
  await expect(timeline.getByRole('button', { name: /SHORE, Rise: key at frame 50/ })).toBeVisible();
  await saved(page);
});
