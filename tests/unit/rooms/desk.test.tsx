/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { jest } from '@jest/globals';
import { screen, within } from '@testing-library/react';
import type { DeletedProduction, ProductionSummary, UnusedFile } from '@/core/production/listing';
import { readProduction } from '@/core/production/migrate';
import type { Production } from '@/core/production/production';
import { agoWords, arranged, foldersOf, type Arrangement } from '@/rooms/desk/arrange';
import { Bin } from '@/rooms/desk/bin';
import { FirstVisit } from '@/rooms/desk/first-visit';
import { NewProduction } from '@/rooms/desk/new-production';
import { ProductionCard, UnreadableCard } from '@/rooms/desk/production-card';
import { UnusedFiles } from '@/rooms/desk/unused-files';
import { show } from '../support/page';
import { refused, serving } from '../support/server';

describe('the bin', () => {
  const deleted: DeletedProduction[] = [
    { id: 'a', name: 'Kelp', deletedAt: '2026-01-01', daysLeft: 12 },
    { id: 'b', name: 'Brine', deletedAt: '2026-01-01', daysLeft: 1 },
  ];
  const line = async (name: string) => within((await screen.findByText(name)).closest('div')?.parentElement as HTMLElement);

  test('says how long each stays, brings one back, and lists what is left', async () => {
    let left = deleted;
    const log = serving({
      'GET /api/bin': () => ({ deleted: left }),
      'POST /api/productions/a/restore': () => {
        left = left.slice(1);
        return {};
      },
    });
    const onRestored = jest.fn();
    const { user } = show(<Bin onRestored={onRestored} />);
    await user.click(screen.getByRole('button', { name: 'Bin' }));
    expect((await line('Kelp')).getByText('12 days left')).toBeDefined();
    expect((await line('Brine')).getByText('1 day left')).toBeDefined();
    await user.click((await line('Kelp')).getByRole('button', { name: 'Bring back' }));
    expect(onRestored).toHaveBeenCalledWith('a');
    expect(screen.queryByText('Kelp')).toBeNull();
    expect(log.map(({ method, path }) => `${method} ${path}`)).toEqual(['GET /api/bin', 'POST /api/productions/a/restore', 'GET /api/bin']);
  });

  test('removes for good only when it is said twice', async () => {
    const log = serving({ 'GET /api/bin': { deleted }, 'DELETE /api/bin/b': {} });
    const { user } = show(<Bin onRestored={() => undefined} />);
    await user.click(screen.getByRole('button', { name: 'Bin' }));
    await user.click((await line('Brine')).getByRole('button', { name: 'Remove for good' }));
    expect(log.filter(({ method }) => method === 'DELETE')).toEqual([]);
    await user.click((await line('Brine')).getByRole('button', { name: 'Yes, it cannot be undone' }));
    expect(log.filter(({ method }) => method === 'DELETE')).toMatchObject([{ path: '/api/bin/b' }]);
  });

  test('that is empty says so; a server that fails is said in its words', async () => {
    serving({ 'GET /api/bin': { deleted: [] } });
    const { user, unmount } = show(<Bin onRestored={() => undefined} />);
    await user.click(screen.getByRole('button', { name: 'Bin' }));
    expect(await screen.findByText(/The bin is empty/)).toBeDefined();
    unmount();
    globalThis.fetch = () => Promise.reject(new TypeError('Failed to fetch'));
    const again = show(<Bin onRestored={() => undefined} />);
    await again.user.click(screen.getByRole('button', { name: 'Bin' }));
    expect((await screen.findByRole('alert')).textContent).toBe('The server does not answer. Is Ironsky still running?');
  });
});

test('unused files are listed with their sizes, and removed together', async () => {
  let unused: UnusedFile[] = [
    { kind: 'font', id: 'f', name: 'Barnacle Bold', bytes: 1_250_000 },
    { kind: 'sound', id: 's', name: 'surf.wav', bytes: 2_000_000 },
  ];
  serving({
    'GET /api/unused': () => ({ unused }),
    'DELETE /api/unused': () => {
      unused = [];
      return {};
    },
  });
  const { user } = show(<UnusedFiles />);
  await user.click(screen.getByRole('button', { name: 'Unused files' }));
  expect(await screen.findByText('font · 1.25 MB')).toBeDefined();
  await user.click(screen.getByRole('button', { name: 'Remove all for good, 3.25 MB' }));
  expect(await screen.findByText('Every font, sound, picture and model here is used by something.')).toBeDefined();
});

describe('a new production', () => {
  const dialog = (routes: Parameters<typeof serving>[0]) => {
    const log = serving(routes);
    const onMade = jest.fn();
    return { log, onMade, ...show(<NewProduction isOpen onClose={() => undefined} onMade={onMade} />) };
  };

  test('is made with a name, a raster, a rate, and a length as timecode', async () => {
    const { user, log, onMade } = dialog({ 'POST /api/productions': { id: 'new' } });
    await user.clear(screen.getByRole('textbox', { name: 'Name' }));
    await user.type(screen.getByRole('textbox', { name: 'Name' }), 'Lantern Deep');
    await user.click(screen.getByRole('radio', { name: '50' }));
    const length = screen.getByRole('textbox', { name: 'Length as timecode or frames' });
    await user.clear(length);
    await user.type(length, '04:10');
    expect(screen.getByText('210 fr · 4.20 s')).toBeDefined();
    await user.click(screen.getByRole('button', { name: 'Make it' }));
    expect(log.at(-1)?.json).toEqual({ name: 'Lantern Deep', format: { width: 1920, height: 1080, rate: '50', length: 210 } });
    expect(onMade).toHaveBeenCalledWith('new');
  });

  test('says what is wrong before it asks the server, and what the server says', async () => {
    const { user, log, onMade } = dialog({ 'POST /api/productions': () => refused(507, 'The disk is full.') });
    const length = screen.getByRole('textbox', { name: 'Length as timecode or frames' });
    await user.clear(length);
    await user.type(length, 'soon');
    await user.click(screen.getByRole('button', { name: 'Make it' }));
    expect(screen.getByRole('alert').textContent).toContain('The length is not understood');
    expect(log).toEqual([]);
    await user.clear(length);
    await user.type(length, '100{Enter}');
    expect(await screen.findByText('The disk is full.')).toBeDefined();
    expect(onMade).not.toHaveBeenCalled();
  });
});

describe('the wall', () => {
  const one = (name: string, length: number, updatedAt: string, folder = '') =>
    ({ id: name, name, folder, updatedAt, format: { width: 16, height: 16, rate: '25', length } }) as ProductionSummary;
  const list = [one('Kelp 10', 50, '2026-03-01'), one('kelp 9', 500, '2026-01-01', 'Idents'), one('Brine', 100, '2026-02-01', 'Idents')];
  const names = (change: Partial<Arrangement>) =>
    arranged(list, { search: '', folder: null, sort: 'changed', ...change }).map(({ name }) => name);

  test('is put in order by last change, by name as one counts, or by length', () => {
    expect(names({})).toEqual(['Kelp 10', 'Brine', 'kelp 9']);
    expect(names({ sort: 'name' })).toEqual(['Brine', 'kelp 9', 'Kelp 10']);
    expect(names({ sort: 'length' })).toEqual(['kelp 9', 'Brine', 'Kelp 10']);
  });

  test('shows what has all words of a search in its name or folder, or what lies in one folder', () => {
    expect(names({ search: 'KELP id' })).toEqual(['kelp 9']);
    expect(names({ folder: 'Idents' })).toEqual(['Brine', 'kelp 9']);
    expect(names({ folder: 'Idents', search: 'brine' })).toEqual(['Brine']);
    expect(foldersOf(list)).toEqual(['Idents']);
  });

  test('says when something was as one says it', () => {
    const now = new Date('2026-11-26T12:00:00Z');
    expect(
      ['2026-11-26T11:59:40Z', '2026-11-26T11:40:00Z', '2026-11-25T12:00:00Z', '2026-11-12T12:00:00Z'].map((at) => agoWords(at, now)),
    ).toEqual(['just now', '20 minutes ago', 'yesterday', '2 weeks ago']);
  });
});

describe('a first visit', () => {
  test('makes a production from one line of words, what they are made of, and a frame', async () => {
    const log = serving({ 'POST /api/productions': { id: 'first' } });
    const onMade = jest.fn();
    const { user } = show(<FirstVisit onMade={onMade} onOther={() => undefined} />);
    await user.type(screen.getByRole('textbox', { name: 'Type a line of words' }), 'Lantern Deep');
    await user.click(screen.getByRole('radio', { name: 'Gold' }));
    await user.click(screen.getByRole('radio', { name: 'UHD' }));
    await user.click(screen.getByRole('button', { name: 'Make the title' }));
    expect(onMade).toHaveBeenCalledWith('first');
    const { document } = log.at(-1)?.json as { document: Production };
    const made = readProduction(document);
    expect(made).toMatchObject({ name: 'Lantern Deep', format: { width: 3840, height: 2160 } });
    expect(made.marks[0]).toMatchObject({
      body: { text: 'Lantern Deep' },
      shells: [{ surfaces: { face: { settings: { material: 'gold' } } } }],
    });
  });
});

describe('a card on the wall', () => {
  const production: ProductionSummary = {
    id: 'a',
    name: 'Kelp',
    format: { width: 1920, height: 800, rate: '24', length: 48 },
    trouble: null,
    revision: 3,
    stillRevision: null,
    stripRevision: 3,
    folder: '',
    updatedAt: '2026-11-01T10:00:00.000Z',
  };
  const actions = () => ({
    onRename: jest.fn(),
    onKeepName: jest.fn(),
    onDuplicate: jest.fn(),
    onSave: jest.fn(),
    onDelete: jest.fn(),
    folders: ['Trailers'],
    onFolder: jest.fn(),
  });

  test('says its raster, rate and length; each of its buttons does its own', async () => {
    const acts = actions();
    const { user } = show(<ProductionCard production={production} format={production.format as never} isRenaming={false} {...acts} />);
    expect(screen.getByText(/^2\.0 s · 1920×800 · 24 fr\/s/)).toBeDefined();
    expect(screen.getByRole('link', { name: 'Open Kelp' }).getAttribute('href')).toBe('/production/a/shape');
    for (const name of ['Rename Kelp', 'Duplicate Kelp', 'Save Kelp as a file', 'Delete Kelp'])
      await user.click(screen.getByRole('button', { name }));
    expect([acts.onRename, acts.onDuplicate, acts.onSave, acts.onDelete].map((act) => act.mock.calls.length)).toEqual([1, 1, 1, 1]);
  });

  test('runs through the whole by the arrow keys, and under the pointer', async () => {
    const { user } = show(<ProductionCard production={production} format={production.format as never} isRenaming={false} {...actions()} />);
    expect(screen.queryByTestId('strip')).toBeNull();
    await user.tab();
    await user.keyboard('{ArrowRight}{ArrowRight}');
    expect(screen.getByTestId('strip').dataset.at).toBe('1');
    await user.keyboard('{ArrowLeft}{ArrowLeft}{ArrowLeft}');
    expect(screen.getByTestId('strip').dataset.at).toBe('0');
    await user.tab();
    expect(screen.queryByTestId('strip')).toBeNull();
  });

  test('is put into a folder by its name', async () => {
    const acts = actions();
    const { user } = show(<ProductionCard production={production} format={production.format as never} isRenaming={false} {...acts} />);
    await user.click(screen.getByRole('button', { name: 'Put Kelp into a folder' }));
    await user.type(screen.getByRole('combobox', { name: 'Folder' }), ' Trailers {Enter}');
    expect(acts.onFolder).toHaveBeenCalledWith('Trailers');
  });

  test('is renamed in place by Enter; Escape keeps the old name', async () => {
    const acts = actions();
    const { user, unmount } = show(<ProductionCard production={production} format={production.format as never} isRenaming {...acts} />);
    await user.clear(screen.getByRole('textbox'));
    await user.type(screen.getByRole('textbox'), 'Kelp, night{Enter}');
    expect(acts.onRename).toHaveBeenCalledWith('Kelp, night');
    unmount();
    const again = actions();
    const shown = show(<ProductionCard production={production} format={production.format as never} isRenaming {...again} />);
    await shown.user.keyboard('{Escape}');
    expect(again.onKeepName).toHaveBeenCalled();
  });

  test('of what cannot be read says why, and that it can be kept as a file', async () => {
    const acts = actions();
    const trouble = 'It was made by a newer Ironsky.';
    const { user } = show(<UnreadableCard production={{ ...production, trouble }} onSave={acts.onSave} onDelete={acts.onDelete} />);
    expect(screen.getByRole('note', { name: 'Kelp cannot be opened' }).textContent).toContain(trouble);
    await user.click(screen.getByRole('button', { name: 'Save Kelp as a file' }));
    expect(acts.onSave).toHaveBeenCalled();
    expect(screen.queryByRole('link')).toBeNull();
  });
});
