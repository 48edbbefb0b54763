import { expect, type Page } from '@playwright/test';

/** What a person does over and over. */

/** Waits until the lens view shows a frame, refined by at least so many sub-frames. */
export async function pictureOf(page: Page, frame: number, samples = 1): Promise<void> {
  await page.waitForFunction(
    ([at, least]) => {
      const lens = document.querySelector<HTMLElement>('[data-testid=lens]');
      if (lens?.dataset.frame !== String(at)) return false;
      // A calm picture is done before it has them all.
      const [done, of] = [Number(lens.dataset.samples), Number(lens.dataset.of)];
      return done >= (least as number) || (done > 1 && done === of);
    },
    [frame, samples] as const,
    { timeout: 120_000 },
  );
}

export async function makeProduction(page: Page, url: string, name: string, length = '01:00'): Promise<void> {
  await page.goto(url);
  await page
    .getByRole('button', { name: /New production|Make the first production/ })
    .first()
    .click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name').fill(name);
  await dialog.getByLabel('Length as timecode or frames').fill(length);
  await dialog.getByRole('button', { name: 'Make it' }).click();
  await expect(page.getByRole('navigation', { name: 'Rooms' })).toBeVisible();
}

/** Lets the picture be a sketch: where it is not what is looked at, drawing it takes time from all that is. */
export const sketch = (page: Page): Promise<void> => page.getByRole('radio', { name: 'sketch' }).click();

export async function addWords(page: Page, words: string): Promise<void> {
  await page.getByRole('button', { name: 'Add words' }).click();
  await page.getByRole('textbox', { name: 'Words' }).fill(words);
}

/** Adds an effect to the strip of Finish. */
export async function addEffect(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Effect', exact: true }).click();
  await page.getByRole('menuitem', { name, exact: true }).click();
}

export async function goToRoom(page: Page, room: 'Shape' | 'Light' | 'Choreograph' | 'Finish' | 'Master'): Promise<void> {
  await page.getByRole('navigation', { name: 'Rooms' }).getByRole('button', { name: room }).click();
}

export async function seekTo(page: Page, frame: number): Promise<void> {
  const clock = page.getByLabel('Timecode of the playhead');
  await clock.fill(String(frame));
  await clock.press('Enter');
}

export async function saved(page: Page): Promise<void> {
  await expect(page.getByRole('banner').getByRole('status')).toHaveText('Saved');
}

/** A number on the bench, by its label and unit. */
export const field = (page: Page, label: string) => page.getByRole('textbox', { name: label, exact: true });

/** Types a number and presses Enter, as a person does. */
export async function type(page: Page, label: string, text: string): Promise<void> {
  await field(page, label).fill(text);
  await field(page, label).press('Enter');
}

/** Value of a field as it is shown. */
export const valueOf = (page: Page, label: string) => field(page, label).inputValue();
