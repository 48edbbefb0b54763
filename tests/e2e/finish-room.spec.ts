import { decode } from 'fast-png';
import { addEffect, addWords, field, goToRoom, makeProduction, pictureOf, saved, seekTo, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

test('in Finish effects are added to the strip, set, looked at alone, parted from what was before, and scopes and colours read', async ({
  page,
  ironsky,
}) => {
  await makeProduction(page, ironsky.url, 'Finishing', '01:00');
  await addWords(page, 'DEEP');
  await goToRoom(page, 'Finish');
  const strip = page.getByRole('group', { name: 'Effects in the order in which light takes them' });
  await expect(strip).toContainText('each is added here');
  await addEffect(page, 'Grain');
  await addEffect(page, 'Glow');
  await expect(strip.getByRole('button')).toHaveText([/^Picture/, /^Glow/, /^Grain/, /Effect/]);
  await type(page, 'Scattered, %', '60');
  await expect(page.getByRole('img', { name: 'Waveform of luma' })).toBeVisible({ timeout: 60_000 });
  await page.getByRole('radio', { name: 'vectors' }).click();
  await expect(page.getByRole('img', { name: 'Vectorscope' })).toBeVisible();

  await page.getByRole('button', { name: 'alone', exact: true }).click();
  await expect(strip.getByRole('button', { name: /^Glow/ })).toContainText('alone');
  await page.getByRole('button', { name: 'alone', exact: true }).click();
  await page.getByRole('button', { name: 'before / after' }).click();
  const divider = page.getByRole('slider', { name: 'Before and after' });
  await divider.focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(divider).toHaveAttribute('aria-valuenow', '60');

  await page.getByRole('button', { name: 'Light takes it later' }).click();
  await expect(strip.getByRole('button')).toHaveText([/^Picture/, /^Grain/, /^Glow/, /Effect/]);
  await page.keyboard.press('Control+z');
  await expect(strip.getByRole('button')).toHaveText([/^Picture/, /^Glow/, /^Grain/, /Effect/]);

  const lens = await page.getByTestId('lens').boundingBox();
  if (!lens) throw new Error('no picture');
  await pictureOf(page, 0, 1);
  await page.mouse.click(lens.x + 10, lens.y + 10);
  const reading = page.getByLabel('Colour that was read');
  await expect(reading).toContainText('stops');
  // The ground is a bluish grey near black: far under a card of middle grey.
  expect(Number(/(-?\d+\.\d+) stops/.exec((await reading.textContent()) ?? '')?.[1])).toBeLessThan(-2);
  await page.getByRole('button', { name: 'Remove Glow' }).click();
  await expect(strip.getByRole('button')).toHaveText([/^Picture/, /^Grain/, /Effect/]);
  await saved(page);
});

test('a wheel draws the lights toward a colour by hand, in one step of undo, and keeps how bright they are', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Balancing', '01:00');
  await goToRoom(page, 'Finish');
  await addEffect(page, 'Balance');
  const values = async () => Promise.all(['red', 'green', 'blue'].map(async (part) => Number(await valueOf(page, `Lights, ${part}, ×`))));
  expect(await values()).toEqual([1, 1, 1]);
  const wheel = page.getByRole('slider', { name: 'Colour of the lights' });
  await wheel.focus();
  await page.keyboard.press('Shift+ArrowUp');
  await page.keyboard.press('Shift+ArrowUp');
  const [red, green, blue] = (await values()) as [number, number, number];
  // Two tenths of the way to the rim, which is at 0.4 of a colour difference: red by 1.5748 of that (BT.709).
  expect(red).toBeCloseTo(1 + 1.5748 * 0.08, 1);
  expect(blue).toBeCloseTo(1, 1);
  expect(0.2126 * red + 0.7152 * green + 0.0722 * blue).toBeCloseTo(1, 1);
  await page.keyboard.press('Delete');
  expect(await values()).toEqual([1, 1, 1]);
  await page.keyboard.press('Control+z');
  expect((await values())[0]).toBeCloseTo(red, 2);
  await saved(page);
});

test('a fade that is keyed is seen where it is parted from what was before, at its key and not before it', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Fading', '01:00');
  await goToRoom(page, 'Finish');
  await addEffect(page, 'Fade');
  const faded = field(page, 'Faded, %');
  await seekTo(page, 0);
  await page.getByRole('button', { name: 'Set a key of Faded here' }).click();
  await seekTo(page, 10);
  await faded.fill('100');
  await faded.press('Enter');
  await page.getByRole('button', { name: 'before / after' }).click();
  const lens = await page.getByTestId('lens').boundingBox();
  if (!lens) throw new Error('no picture');
  const shown = async (frame: number) => {
    await seekTo(page, frame);
    await pictureOf(page, frame, 8);
    // What is on the screen: a colour of the page itself, left and right of the divider.
    const image = decode(await page.screenshot({ clip: { ...lens, y: lens.y + 0.5 * lens.height, height: 1 } }));
    const at = (share: number) => image.data[image.channels * Math.floor(share * image.width) + 2] as number;
    return [at(0.25), at(0.75)] as const;
  };
  const [begins, middle] = await shown(0);
  expect(Math.abs(begins - middle)).toBeLessThan(6);
  const [before, after] = await shown(10);
  expect(before).toBeGreaterThan(30);
  expect(after).toBeLessThan(3);
  await saved(page);
});
