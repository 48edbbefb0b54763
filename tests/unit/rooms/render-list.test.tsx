/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, waitFor, within } from '@testing-library/react';
import type { RenderSummary } from '@/core/delivery/listing';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { emptyProduction } from '@/core/production/production';
import { queueStore } from '@/rooms/master/queue-runner';
import { RenderList } from '@/rooms/master/render-list';
import { renderSummary } from '../support/render-summary';
import { refused, type Routes } from '../support/server';
import { showIn } from '../support/workspace';

/** What can be done with renders, wherever they stand. */

const production = emptyProduction('Ident', { width: 1920, height: 1080, rate: '25', length: 10 });
const listed = (renders: RenderSummary[], routes: Routes = {}) =>
  showIn(production, <RenderList renders={renders} productionId="p" />, {}, { 'GET /api/queue': { renders: [] }, ...routes });
const patch = (id: string) => `PATCH /api/renders/${id}`;
const buttons = () =>
  screen
    .getAllByRole('button')
    .map(({ textContent }) => textContent)
    .filter(Boolean);

afterEach(() => queueStore.setState({ renderId: null, progress: null, troubles: {} }));

test('nothing yet is said in words', () => {
  listed([]);
  expect(screen.getByText(/^Nothing has been rendered yet/)).toBeTruthy();
  expect(screen.queryByRole('grid', { name: 'Queue' })).toBeNull();
});

test('the queue has those that wait, the least place first, also of other productions, which are named', () => {
  listed([
    renderSummary({ id: 'b', position: 7 }),
    renderSummary({ id: 'a', position: 2, productionId: 'other', productionName: 'The lure' }, { last: 4 }),
    renderSummary({ id: 'c', status: 'done', done: 10 }),
    renderSummary({ id: 'd', status: 'done', productionId: 'other' }),
  ]);
  const rows = within(screen.getByRole('grid', { name: 'Queue' })).getAllByRole('row');
  expect(rows.map((row) => row.querySelector('strong')?.textContent)).toEqual(['The lure: PNG, frames 0–4', 'PNG, frames 0–9']);
  // What is done of others is told by their own rooms.
  expect(within(screen.getByRole('list', { name: 'Renders' })).getAllByRole('listitem')).toHaveLength(1);
});

test.each([
  ['open', ['Hold back', 'Cancel']],
  ['paused', ['Cancel', 'Continue']],
  ['cancelled', ['Continue']],
  ['failed', ['Continue']],
  ['done', []],
] as const)('one that is %s can be: %s', (status, can) => {
  listed([renderSummary({ status })]);
  expect(buttons().filter((name) => ['Hold back', 'Cancel', 'Continue'].includes(name ?? ''))).toEqual(can);
});

test('one is held back, gone on with and left, each told to the server', async () => {
  const { user, asked, rerender } = listed([renderSummary()], { [patch('r')]: {} });
  const told = () => asked.filter(({ method }) => method === 'PATCH').map(({ json }) => json);
  await user.click(screen.getByRole('button', { name: 'Hold back' }));
  await waitFor(() => expect(told()).toEqual([{ status: 'paused' }]));
  rerender(<RenderList renders={[renderSummary({ status: 'cancelled' })]} productionId="p" />);
  expect(screen.getByRole('status').textContent).toBe('cancelled · 4 of 10 frames are on disk');
});

test('why it was given up is said; while it is tried again that is said too', () => {
  listed([renderSummary({ status: 'failed', reason: 'The disk is full.' })]);
  expect(screen.getByRole('alert').textContent).toBe('The disk is full.');
  act(() => queueStore.setState({ troubles: { again: 'The picture was lost.' } }));
  listed([renderSummary({ id: 'again' })]);
  expect(screen.getAllByRole('alert').at(-1)?.textContent).toBe('The picture was lost. It is tried again.');
});

test('what this page draws cannot be removed meanwhile, and tells how far it is', () => {
  queueStore.setState({
    renderId: 'r',
    progress: { phase: 'frames', done: 5, total: 10, framesPerSecond: 2, secondsLeft: 3, drawnBy: null, waiting: null },
  });
  listed([renderSummary()]);
  expect(screen.getByRole('status').textContent).toBe('5 of 10 frames · 2.0 fr/s · 3 s left');
  expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('50');
  expect(screen.queryByRole('button', { name: 'Remove' })).toBeNull();
});

test('files are removed once that is said twice, as many as are told; where there are none, at once', async () => {
  const outputs = [outputOfKind('png'), outputOfKind('exr'), outputOfKind('ffv1')];
  const done = renderSummary({ status: 'done', done: 10, videos: ['video.mkv'] }, { outputs });
  const { user, asked, unmount } = listed([done], { 'DELETE /api/renders/r': {} });
  const removed = () => asked.filter(({ method }) => method === 'DELETE').length;
  await user.click(screen.getByRole('button', { name: 'Remove' }));
  await user.click(screen.getByRole('button', { name: 'Keep' }));
  expect(removed()).toBe(0);
  await user.click(screen.getByRole('button', { name: 'Remove' }));
  // Ten frames in each of two kinds of picture, and one video.
  await user.click(screen.getByRole('button', { name: 'Remove 21 files from disk' }));
  await waitFor(() => expect(removed()).toBe(1));
  unmount();
  const again = listed([renderSummary({ status: 'cancelled', done: 0 })], { 'DELETE /api/renders/r': {} });
  await again.user.click(screen.getByRole('button', { name: 'Remove' }));
  await waitFor(() => expect(again.asked.some(({ method }) => method === 'DELETE')).toBe(true));
});

test('why something cannot be done is said beside it', async () => {
  const { user } = listed([renderSummary()], { [patch('r')]: () => refused(409, 'Another page draws it.') });
  await user.click(screen.getByRole('button', { name: 'Hold back' }));
  expect((await screen.findByRole('alert')).textContent).toBe('Another page draws it.');
});

test('of one that is done each video that is there can be saved, and its first picture opened', () => {
  const outputs = [outputOfKind('png'), outputOfKind('mp4'), outputOfKind('ffv1')];
  listed([renderSummary({ status: 'done', done: 10, videos: ['Kelp-ffv1.mkv'] }, { outputs, name: 'Kelp', first: 3 })]);
  const links = screen.getAllByRole('link').map((link) => [link.textContent, link.getAttribute('href')]);
  expect(links).toEqual([
    ['Save Kelp-ffv1.mkv', '/api/renders/r/video?kind=ffv1'],
    ['Open the first frame', '/api/renders/r/frames/3?as=png'],
  ]);
});
