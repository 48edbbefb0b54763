import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { addWords, field, goToRoom, makeProduction, pictureOf, saved, seekTo, sketch, type, valueOf } from './support/rooms';
import { expect, test } from './support/server';

/** How the interface handles: numbers, keys, the finder, the plan; and that it can be used without seeing it. */

/** Rules of WCAG 2 A and AA, and of good practice, that the page breaks, by the library axe-core. */
async function broken(page: Page): Promise<string[]> {
  // Bars between views tell where they stand once the page has measured itself.
  await page.waitForFunction(() => [...document.querySelectorAll('[role=separator]')].every((bar) => bar.hasAttribute('aria-valuenow')));
  const axe = new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice']);
  // What keeps the rules is not told: telling it takes most of the time.
  const { violations } = await axe.options({ resultTypes: ['violations'] }).analyze();
  return violations.flatMap(({ id, nodes }) => nodes.map((node) => `${id}: ${node.target.join(' ')}`));
}

test('numbers: typed with arithmetic and units, stepped, dragged, reset, refused', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Numbers');
  await sketch(page);
  await addWords(page, 'N');
  await type(page, 'Across, m', '1/4 + 25 cm');
  expect(await valueOf(page, 'Across, m')).toBe('0.50');
  const across = field(page, 'Across, m');
  await across.press('ArrowUp');
  expect(await valueOf(page, 'Across, m')).toBe('0.60');
  await across.press('Shift+ArrowUp');
  expect(await valueOf(page, 'Across, m')).toBe('1.60');
  await across.press('Alt+ArrowDown');
  expect(await valueOf(page, 'Across, m')).toBe('1.59');

  await across.fill('two');
  await across.press('Enter');
  await expect(across).toHaveAttribute('aria-invalid', 'true');
  await across.press('Escape');
  expect(await valueOf(page, 'Across, m')).toBe('1.59');

  const label = page.getByText('Across', { exact: true });
  const box = (await label.boundingBox()) as { x: number; y: number };
  await page.mouse.move(box.x + 5, box.y + 5);
  await page.mouse.down();
  await page.mouse.move(box.x + 45, box.y + 5, { steps: 4 });
  await page.mouse.up();
  expect(await valueOf(page, 'Across, m')).toBe('3.59');
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await valueOf(page, 'Across, m')).toBe('1.59');
  await label.dblclick();
  expect(await valueOf(page, 'Across, m')).toBe('0.00');

  await type(page, 'Rim, mm', '-5');
  expect(await valueOf(page, 'Rim, mm')).toBe('0.0');
  // A face that is put behind its own back takes the back along: a shell is never turned inside out.
  await type(page, 'Face at, m', '-0.5');
  expect(await valueOf(page, 'Back at, m')).toBe('-0.501');
});

test('a value is keyed beside it, and keys are stepped through from the field', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Keys');
  await sketch(page);
  await addWords(page, 'K');
  await page.getByRole('button', { name: 'Set a key of Across here' }).click();
  await seekTo(page, 10);
  await type(page, 'Across, m', '4');
  await expect(page.getByRole('button', { name: 'Remove the key of Across here' })).toBeVisible();
  await seekTo(page, 5);
  expect(Number(await valueOf(page, 'Across, m'))).toBeCloseTo(2, 1);
  await field(page, 'Across, m').focus();
  await page.keyboard.press('Control+ArrowRight');
  await expect(page.getByLabel('Timecode of the playhead')).toHaveValue('00:00:00:10');
  await goToRoom(page, 'Choreograph');
  await expect(
    page
      .getByRole('button', { name: 'K, place: move from frame 0 to 10, even' })
      .or(page.getByRole('button', { name: /^K, place: move from frame 0 to 10/ })),
  ).toBeVisible();
});

test('keyboard alone: find a command, add words, fly, land, step, remove, undo', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Keyboard');
  await sketch(page);
  await page.keyboard.press('Control+k');
  await page.getByRole('searchbox', { name: 'Command' }).pressSequentially('add w');
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('textbox', { name: 'Words' })).toHaveValue('WORDS');
  await page.keyboard.press('Control+3');
  await expect(page.getByRole('button', { name: /^Land here/ })).toBeVisible();
  await page.getByTestId('lens').focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('+');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Orbit, Camera 1: key at frame 0, eased' })).toBeVisible();
  await page.getByRole('button', { name: 'Orbit, Camera 1: key at frame 0, eased' }).focus();
  await page.keyboard.press('Delete');
  await expect(page.getByRole('button', { name: /Orbit, Camera 1: key at frame/ })).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('button', { name: 'Orbit, Camera 1: key at frame 0, eased' })).toBeVisible();
  await page.getByRole('slider', { name: 'Playhead' }).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('ArrowRight');
  await expect(page.getByLabel('Timecode of the playhead')).toHaveValue('00:00:00:11');
});

test('light is traced where a render asks for it', async ({ page, ironsky }) => {
  // The program that follows rays is compiled by each worker that draws: in software that takes its time.
  test.setTimeout(600_000);
  await makeProduction(page, ironsky.url, 'Traced', '00:02');
  await sketch(page);
  await addWords(page, 'RAYS');
  await saved(page);
  await page.getByRole('navigation', { name: 'Call sheet' }).getByRole('button', { name: 'Picture', exact: true }).click();
  await page.getByRole('radiogroup', { name: 'Light of full pictures' }).getByRole('radio', { name: 'traced' }).click();
  await goToRoom(page, 'Master');
  // A render begins with what the production says.
  await expect(page.getByRole('radiogroup', { name: 'Light', exact: true }).getByRole('radio', { name: 'traced' })).toBeChecked();
  await type(page, 'Scale, %', '10');
  await type(page, 'Sub-frames', '1');
  await page.getByRole('button', { name: 'Render 2 frames' }).click();
  await expect(page.getByText('done · 2 frames')).toBeVisible({ timeout: 240_000 });
  await expect(page.getByText('1 sub-frame · traced')).toBeVisible();
});

test('in the plan a mark is dragged to its place, in one step of undo', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Plan');
  await sketch(page);
  await addWords(page, 'PLACE');
  await pictureOf(page, 0);
  const plan = page.getByTestId('plan-above');
  const mark = plan.getByRole('button', { name: 'Select PLACE' });
  const box = (await mark.boundingBox()) as { x: number; y: number; width: number; height: number };
  await page.mouse.move(box.x + box.width / 4, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 4 + 20, box.y + box.height / 2 + 30, { steps: 5 });
  await page.mouse.up();
  const [x, z] = [Number(await valueOf(page, 'Across, m')), Number(await valueOf(page, 'Toward, m'))];
  expect(x).toBeGreaterThan(0.1);
  // From above, depth runs down the page with the audience below.
  expect(z / x).toBeCloseTo(1.5, 1);
  expect(await valueOf(page, 'Up, m')).toBe('0.00');
  await page.getByRole('button', { name: 'Undo' }).click();
  expect(await valueOf(page, 'Across, m')).toBe('0.00');
});

test('an outline from a file, and one that is none', async ({ page, ironsky }) => {
  await makeProduction(page, ironsky.url, 'Outline');
  const choose = async (name: string, text: string) => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Outline from a file' }).click();
    await (await chooser).setFiles({ name, mimeType: 'image/svg+xml', buffer: Buffer.from(text) });
  };
  await choose('words.svg', '<svg xmlns="http://www.w3.org/2000/svg"><text>hello</text></svg>');
  await expect(page.getByRole('navigation', { name: 'Call sheet' }).getByRole('alert')).toContainText(
    'It holds only text. Turn text into outlines first.',
  );
  await choose('drop.svg', '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 10 10"><path d="M5 0C9 5 9 10 5 10S1 5 5 0Z"/></svg>');
  await expect(page.getByRole('button', { name: 'drop outline' })).toBeVisible();
  await type(page, 'Height, m', '2');
  await pictureOf(page, 0, 4);
  await saved(page);
});

test.describe('with the demo', () => {
  test.use({ demo: true });

  test('desk, rooms, popovers and dialogs break no rule of WCAG 2.1 A and AA nor of good practice, in both themes', async ({
    page,
    ironsky,
  }) => {
    await page.goto(ironsky.url);
    await expect(page.getByText('Lantern Deep, ident A')).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.getByRole('button', { name: 'Put Lantern Deep, ident A into a folder' }).click();
    await expect(page.getByRole('combobox', { name: 'Folder' })).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: /^Open Lantern Deep, ident A/ }).click();
    await sketch(page);
    await page.getByRole('button', { name: 'LANTERN words' }).click();
    expect(await broken(page)).toEqual([]);
    for (const [opener, opened] of [
      [/^Colour,/, 'dialog'],
      [/Material/, 'listbox'],
    ] as const) {
      await page.getByRole('button', { name: opener }).first().click();
      await expect(page.getByRole(opened).first()).toBeVisible();
      expect(await broken(page)).toEqual([]);
      await page.keyboard.press('Escape');
    }
    await goToRoom(page, 'Light');
    expect(await broken(page)).toEqual([]);
    const sheet = page.getByRole('navigation', { name: 'Call sheet' });
    for (const owner of ['Key light', 'Studio']) {
      await sheet.getByRole('button', { name: owner }).click();
      expect(await broken(page)).toEqual([]);
    }
    await goToRoom(page, 'Choreograph');
    await page.getByRole('button', { name: /^Orbit, Camera 1: move from frame 84/ }).focus();
    await page.keyboard.press('Enter');
    expect(await broken(page)).toEqual([]);
    await page.getByRole('button', { name: 'Contact sheet of the shots' }).click();
    await expect(page.getByRole('dialog')).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.keyboard.press('Escape');
    await goToRoom(page, 'Finish');
    expect(await broken(page)).toEqual([]);
    await goToRoom(page, 'Master');
    for (const tab of [/^Checks/, /^Versions/, /^Formats/]) {
      await page.getByRole('tab', { name: tab }).click();
      expect(await broken(page)).toEqual([]);
    }
    await page.keyboard.press('Control+k');
    await expect(page.getByRole('searchbox', { name: 'Command' })).toBeVisible();
    expect(await broken(page)).toEqual([]);
    await page.getByRole('searchbox', { name: 'Command' }).pressSequentially('pale');
    await page.keyboard.press('ArrowDown');
    await page.keyboard.press('Enter');
    await goToRoom(page, 'Choreograph');
    expect(await broken(page)).toEqual([]);
  });

  test('at 1280 x 800 nothing is cut off and the lens view has at least 640 x 360', async ({ page, ironsky }) => {
    await page.goto(ironsky.url);
    await page.getByRole('link', { name: /^Open Lantern Deep, ident A/ }).click();
    for (const room of ['Shape', 'Light', 'Choreograph', 'Finish', 'Master'] as const) {
      await goToRoom(page, room);
      const sides = async () => {
        const lens = await page.getByTestId('lens').boundingBox();
        return lens ? [lens.width >= 640, lens.height >= 360] : [];
      };
      await expect.poll(sides).toEqual([true, true]);
      expect(
        await page.evaluate(
          () => document.documentElement.scrollWidth <= innerWidth && document.documentElement.scrollHeight <= innerHeight,
        ),
      ).toBe(true);
      for (const bench of await page.getByRole('complementary').all())
        expect(await bench.evaluate((e) => e.scrollWidth <= e.clientWidth)).toBe(true);
    }
  });
});
