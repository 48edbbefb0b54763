/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { jest } from '@jest/globals';
import { act, screen, waitFor, within } from '@testing-library/react';
import type { Machine } from '@/core/delivery/machine';
import type { RenderSettings } from '@/core/delivery/render-settings';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addField, addFormat, addRow, setCell } from '@/core/production/edits/version-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { RenderForm } from '@/rooms/master/render-form';
import { serving, type Routes } from '../support/server';
import { retype } from '../support/page';
import { showIn } from '../support/workspace';

const machine: Machine = { freeBytes: 5e11, ffmpeg: { version: '7', kinds: ['prores-422-hq', 'prores-4444'] } };
const ORDERS = 'POST /api/productions/open/renders';

const titled = (recipe: (production: Production) => void = () => undefined): Production => {
  const production = emptyProduction('Evenings', { width: 1920, height: 1080, rate: '25', length: 50 });
  addWordmark(production, 'KELP');
  recipe(production);
  return production;
};

/** The form over a production; its renders are noted, and drawn by nobody. */
async function form({ routes = {}, production = titled() }: { routes?: Routes; production?: Production } = {}) {
  const done = jest.fn();
  const shown = showIn(production, <RenderForm onOrdered={done} />, {}, { 'GET /api/machine': machine, [ORDERS]: {}, ...routes });
  await screen.findByText(/on disk, of|disk has/);
  const ordered = () => shown.asked.find(({ method, path }) => method === 'POST' && path.startsWith('/api/productions/open/renders'));
  return { ...shown, done, settings: () => ordered()?.json as RenderSettings, ordered };
}

const file = (name: RegExp) => within(screen.getByRole('group', { name: 'Files' })).getByRole('checkbox', { name }) as HTMLInputElement;
const typed = (user: Awaited<ReturnType<typeof form>>['user'], name: string, text: string) =>
  retype(user, screen.getByRole('textbox', { name }), text);

test('what this machine, this browser and the ground do not allow is said before anything is ordered', async () => {
  const { user } = await form({ routes: { 'GET /api/machine': { ...machine, ffmpeg: null } } });
  await waitFor(() => expect(file(/^ProRes 422 HQ/).disabled).toBe(true));
  expect(file(/^ProRes 422 HQ needs ffmpeg/)).toBeTruthy();
  // There are no encoders in this page.
  expect(file(/^MP4 not by this browser/).disabled).toBe(true);
  expect(file(/^JPEG/).disabled).toBe(false);
  await user.click(screen.getByRole('radio', { name: 'transparent' }));
  expect(file(/^JPEG has no transparency/).disabled).toBe(true);
  expect(file(/^PNG/).disabled).toBe(false);
});

test('a file that was chosen and would lose the transparency can be left out, and is refused in words where it is not', async () => {
  const { user, ordered } = await form();
  await user.click(file(/^PNG/));
  await user.click(file(/^ProRes 422 HQ/));
  await user.click(screen.getByRole('radio', { name: 'transparent' }));
  expect(file(/^ProRes 422 HQ has no transparency/).disabled).toBe(false);
  await user.click(screen.getByRole('button', { name: 'Render 50 frames' }));
  expect((await screen.findByRole('alert')).textContent).toMatch(/ProRes 422 HQ/);
  expect(ordered()).toBeUndefined();
});

test('room on the disk is told for what is ordered, and what does not fit is said', async () => {
  const { user } = await form({ routes: { 'GET /api/machine': { ...machine, freeBytes: 3e8 } } });
  // Fifty frames of full HD in 8 bits are 311 MB before they are packed.
  expect(screen.getByRole('alert').textContent).toMatch(/take up to 311 MB, and the disk has 300 MB left/);
  await typed(user, 'Scale, %', '50');
  expect(screen.queryByRole('alert')).toBeNull();
  expect(screen.getByText('Up to 78 MB on disk, of 300 MB that are free.')).toBeTruthy();
});

test('every second frame at another rate is ordered as it is set, with the settings of its files', async () => {
  const { user, settings, done } = await form();
  await user.click(screen.getByRole('button', { name: /Rate$/ }));
  await user.click(screen.getByRole('option', { name: '50' }));
  // Two seconds are a hundred frames at 50.
  expect(screen.getByRole('button', { name: 'Render 100 frames' })).toBeTruthy();
  await typed(user, 'Every, fr', '2');
  await user.click(screen.getByRole('radio', { name: '16 bit' }));
  await user.click(screen.getByRole('radio', { name: 'linear' }));
  await user.click(screen.getByRole('radio', { name: 'traced' }));
  await user.click(screen.getByRole('button', { name: 'Render 50 frames' }));
  await waitFor(() => expect(done).toHaveBeenCalled());
  expect(settings()).toMatchObject({
    first: 0,
    last: 99,
    every: 2,
    rate: '50',
    traced: true,
    outputs: [{ kind: 'png', depth: '16', transfer: 'linear' }],
  });
});

test('why the server refuses an order is said, and it can be ordered again', async () => {
  const { user, done } = await form({ routes: { [ORDERS]: () => Response.json({ error: 'The queue is full.' }, { status: 409 }) } });
  await user.click(screen.getByRole('button', { name: 'Render 50 frames' }));
  expect((await screen.findByRole('alert')).textContent).toBe('The queue is full.');
  expect(done).not.toHaveBeenCalled();
  serving({ [ORDERS]: {} });
  await user.click(screen.getByRole('button', { name: 'Render 50 frames' }));
  await waitFor(() => expect(done).toHaveBeenCalled());
  expect(screen.queryByRole('alert')).toBeNull();
});

describe('versions', () => {
  const evenings = titled((production) => {
    const field = addField(production, { of: 'words', markId: 'mark-1' }, 'Title') ?? '';
    for (const text of ['ONE', 'TWO']) setCell(production, addRow(production) ?? '', field, text);
    addFormat(production, { name: 'Square', width: 1080, height: 1080 });
  });

  test('those that are chosen are ordered together, each as long as it is, and what is left out is said', async () => {
    const { user, view, ordered } = await form({
      production: evenings,
      routes: { [`${ORDERS}/versions`]: { refused: ['Row 2 has no words.'] } },
    });
    const { rows, formats } = evenings.versions;
    const chosenFormats = [null, formats[0]?.id ?? ''];
    act(() => view.setState({ chosenRows: rows.map(({ id }) => id), chosenFormats }));
    await user.click(await screen.findByRole('button', { name: 'Render 4 versions' }));
    expect((await screen.findByRole('alert')).textContent).toBe('Left out: Row 2 has no words.');
    const json = ordered()?.json as { settings: Partial<RenderSettings>; rows: string[]; formats: (string | null)[] };
    expect(json).toMatchObject({ rows: rows.map(({ id }) => id), formats: chosenFormats });
    expect(json.settings.last).toBeUndefined();
  });

  test('room is that of all of them', async () => {
    const { view } = await form({ production: evenings });
    const one = Number(/Up to (\d+) MB/.exec(screen.getByText(/on disk, of/).textContent ?? '')?.[1]);
    act(() => view.setState({ chosenRows: evenings.versions.rows.map(({ id }) => id), chosenFormats: [null] }));
    await waitFor(() => expect(screen.getByText(/on disk, of/).textContent).toContain(`Up to ${2 * one} MB`));
  });
});
