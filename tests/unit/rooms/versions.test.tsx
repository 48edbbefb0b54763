/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, within } from '@testing-library/react';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { COMMANDS } from '@/rooms/commands/commands';
import { OutdatedNotice, TroubleNotice } from '@/rooms/layout/notices';
import { Versions } from '@/rooms/workspace/versions';
import { showIn } from '../support/workspace';
import { refused, serving } from '../support/server';

const FORMAT = { width: 640, height: 360, rate: '25', length: 50 } as const;
const VERSIONS = [
  { id: 'v2', name: 'Approved', createdAt: '2026-01-02T10:00:00Z', hasStill: false },
  { id: 'v1', name: '', createdAt: '2026-01-01T10:00:00Z', hasStill: true },
];

describe('versions', () => {
  const opened = (routes: Parameters<typeof serving>[0]) => {
    const production = emptyProduction('Kelp', FORMAT);
    addWordmark(production, 'NOW');
    const shown = showIn(production, <Versions />);
    const log = serving({ 'GET /api/productions/open/versions': { versions: VERSIONS }, ...routes });
    act(() => shown.view.setState({ versions: true }));
    return { ...shown, log };
  };
  const line = async (text: string) => within((await screen.findByText(text)).closest('div')?.parentElement as HTMLElement);

  test('are listed by name and time, those kept at an opening by that', async () => {
    opened({});
    expect(await screen.findByText('Approved')).toBeDefined();
    expect(screen.getByText('At an opening')).toBeDefined();
    expect(document.querySelector('img')?.getAttribute('src')).toBe('/api/productions/open/versions/v1/still');
  });

  test('one is kept by name after the last edit is saved', async () => {
    const { user, workspace, log } = opened({
      'PUT /api/productions/open': { revision: 2 },
      'POST /api/productions/open/versions': { versions: [] },
    });
    act(() => workspace.documents.edit((draft) => void addWordmark(draft, 'MORE')));
    await user.type(screen.getByRole('textbox', { name: 'Name of a version to keep' }), 'Two words{Enter}');
    await screen.findByRole('textbox', { name: 'Name of a version to keep' });
    expect(log.map(({ method }) => method)).toEqual(['GET', 'PUT', 'POST']);
    expect(log[1]?.json).toMatchObject({ revision: 1, document: { marks: [{ name: 'NOW' }, { name: 'MORE' }] } });
    expect(log[2]?.json).toEqual({ name: 'Two words' });
  });

  test('one that is restored is an edit: it can be undone, and the name stays', async () => {
    const old = emptyProduction('An old name', FORMAT);
    addWordmark(old, 'THEN');
    const { user, now, workspace, view } = opened({ 'GET /api/productions/open/versions/v2': { document: old } });
    await user.click((await line('Approved')).getByRole('button', { name: 'Restore' }));
    expect(now().marks.map(({ name }) => name)).toEqual(['THEN']);
    expect(now().name).toBe('Kelp');
    expect(view.getState().versions).toBe(false);
    act(() => workspace.documents.undo());
    expect(now().marks.map(({ name }) => name)).toEqual(['NOW']);
  });

  test('one that is not there any more is said, and nothing is changed', async () => {
    const { user, now } = opened({ 'GET /api/productions/open/versions/v2': () => refused(404, 'This version is not there any more.') });
    const before = now();
    await user.click((await line('Approved')).getByRole('button', { name: 'Restore' }));
    expect((await screen.findByRole('alert')).textContent).toBe('This version is not there any more.');
    expect(now()).toBe(before);
  });
});

describe('what a command could not do is said', () => {
  const run = (id: string, shown: ReturnType<typeof showIn>) =>
    act(async () => {
      COMMANDS.find((command) => command.id === id)?.run({
        workspace: shown.workspace,
        goTo: () => undefined,
        openFinder: () => undefined,
      } as never);
    });

  test('saving as a file, when the last edit is not saved', async () => {
    const shown = showIn(emptyProduction('Kelp', FORMAT), <TroubleNotice />);
    serving({ 'PUT /api/productions/open': () => refused(507, 'The disk is full.') });
    act(() => shown.workspace.documents.edit((draft) => void addWordmark(draft, 'MORE')));
    await run('save-file', shown);
    expect((await screen.findByRole('alert')).textContent).toContain('The disk is full.');
    await shown.user.click(screen.getByRole('button', { name: 'Close' }));
    expect(screen.queryByRole('alert')).toBeNull();
  });

  test('saving as a file, when it is not there any more', async () => {
    const shown = showIn(emptyProduction('Kelp', FORMAT), <TroubleNotice />);
    serving({ 'GET /api/productions/open/file': () => refused(404, 'This production is not there any more.') });
    await run('save-file', shown);
    expect((await screen.findByRole('alert')).textContent).toContain('This production is not there any more.');
  });
});

test('a production that was deleted elsewhere is offered to be kept; why that fails is said and the edits stay', async () => {
  const shown = showIn(emptyProduction('Kelp', FORMAT), <OutdatedNotice />);
  serving({
    'PUT /api/productions/open': () => refused(410, 'It was deleted.'),
    'POST /api/productions': () => refused(507, 'The disk is full.'),
  });
  act(() => shown.workspace.documents.edit((draft) => void addWordmark(draft, 'MINE')));
  await act(() => shown.workspace.autosave.flush().catch(() => undefined));
  expect((await screen.findByRole('alert')).textContent).toContain('was deleted in another window');
  await shown.user.click(screen.getByRole('button', { name: 'Keep it as a new one' }));
  expect((await screen.findByText(/The disk is full/)).textContent).toContain('kept on this page but not saved');
  expect(shown.now().marks.map(({ name }) => name)).toEqual(['MINE']);
});
