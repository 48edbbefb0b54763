/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { jest } from '@jest/globals';
import { act, screen } from '@testing-library/react';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { CommandFinder } from '@/rooms/commands/command-finder';
import { commandFor, COMMANDS, notePress } from '@/rooms/commands/commands';
import { key } from '../support/key';
import { showIn } from '../support/workspace';

const production = () => {
  const made = emptyProduction('Commands', { width: 1920, height: 1080, rate: '25', length: 100 });
  addWordmark(made, 'DEEP');
  return made;
};
/** The command that a key means while an element has the focus. */
function keyOn(html: string, init: KeyboardEventInit): string | undefined {
  document.body.innerHTML = html;
  let found: string | undefined;
  const listener = (event: KeyboardEvent) => (found = commandFor(event)?.id);
  document.addEventListener('keydown', listener);
  (document.body.firstElementChild as HTMLElement).focus();
  document.body.firstElementChild?.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, ...init }));
  document.removeEventListener('keydown', listener);
  return found;
}

test.each([
  ['nothing in particular', '<div></div>', { key: ' ' }, 'play'],
  ['a button keeps the keys that press it', '<button></button>', { key: ' ' }, undefined],
  ['a switch does too', '<input type="checkbox">', { key: ' ' }, undefined],
  ['but undo works beside a switch that was turned', '<input type="checkbox">', { key: 'z', ctrlKey: true }, 'undo'],
  [
    'a field in which nothing is typed has nothing to undo of its own',
    '<input type="text" data-idle="true">',
    { key: 'z', ctrlKey: true },
    'undo',
  ],
  ['a field keeps its own undo', '<input type="text">', { key: 'z', ctrlKey: true }, undefined],
  ['and every letter', '<textarea></textarea>', { key: 'q' }, undefined],
  ['rooms are reached from a field', '<input>', { key: '2', ctrlKey: true }, 'go-light'],
  ['redo has two keys', '<div></div>', { key: 'y', ctrlKey: true }, 'redo'],
  ['a list is searched by letters', '<div role="listbox" tabindex="0"></div>', { key: 'l' }, undefined],
  ['elsewhere L plays on', '<div></div>', { key: 'l' }, 'shuttle-on'],
  ['Shift takes ten frames', '<div></div>', { key: 'ArrowRight', shiftKey: true }, 'ten-on'],
])('%s', (_, html, init, expected) => {
  expect(keyOn(html, init)).toBe(expected);
});

test('no two commands have one key, and each has a name of its own', () => {
  const keys = COMMANDS.flatMap((command) => (command.keys ? [command.keys] : []));
  expect(new Set(keys).size).toBe(keys.length);
  expect(new Set(COMMANDS.map(({ label }) => label)).size).toBe(COMMANDS.length);
});

test('a command is found by a part of its name and done by Enter; what has no name here says so', async () => {
  const onClose = jest.fn();
  const shown = showIn(production(), <div />);
  const context = { workspace: shown.workspace, goTo: jest.fn(), openFinder: jest.fn() };
  shown.rerender(<CommandFinder isOpen onClose={onClose} context={context} />);
  const search = screen.getByRole('searchbox', { name: 'Command' });
  await shown.user.type(search, 'zzz');
  expect(screen.getByText('No command has that name.')).toBeDefined();
  await shown.user.clear(search);
  await shown.user.type(search, 'last fr');
  expect(screen.getAllByRole('option').map(({ textContent }) => textContent)).toEqual(['Last frameEnd']);
  await shown.user.keyboard('{ArrowDown}{Enter}');
  expect(onClose).toHaveBeenCalled();
  expect(shown.view.getState().playhead).toBe(99);
});

test('removing takes what is picked before what is selected', () => {
  const shown = showIn(production(), <div />);
  const [mark] = shown.now().marks;
  const path = `marks/${mark?.id}`;
  const run = (id: string) =>
    act(() =>
      COMMANDS.find((command) => command.id === id)?.run({
        workspace: shown.workspace,
        goTo: () => undefined,
        openFinder: () => undefined,
      }),
    );
  const remove = COMMANDS.find(({ keys }) => keys === 'Delete')?.id ?? '';
  shown.view.setState({ selection: { kind: 'mark', id: mark?.id ?? '' }, playhead: 12 });
  shown.workspace.documents.edit((draft) => {
    const [first] = draft.marks;
    if (first) first.channels.x.keys = [key(0, 0), key(12, 1)];
  });
  shown.view.setState({ pick: { kind: 'station', owner: path, frame: 12 } });
  run(remove);
  expect(shown.now().marks[0]?.channels.x.keys.map(({ frame }) => frame)).toEqual([0]);
  expect(shown.now().marks).toHaveLength(1);
  run(remove);
  expect(shown.now().marks).toEqual([]);
  run('undo');
  expect(shown.now().marks).toHaveLength(1);
});

test('after a press of the mouse on a button keys mean what they mean everywhere, until Tab moves on', () => {
  document.body.innerHTML = '<button></button>';
  const [button] = document.getElementsByTagName('button');
  const meant = (key: string) => {
    let found: string | undefined;
    const listener = (event: KeyboardEvent) => (found = commandFor(event)?.id);
    button?.addEventListener('keydown', listener);
    button?.dispatchEvent(new KeyboardEvent('keydown', { bubbles: true, key }));
    button?.removeEventListener('keydown', listener);
    return found;
  };
  button?.focus();
  expect(meant('End')).toBeUndefined();
  notePress({ target: button } as unknown as PointerEvent);
  expect([' ', 'Home', 'End', 'PageUp'].map(meant)).toEqual(['play', 'start', 'end', 'previous-key']);
  meant('Tab');
  expect(meant(' ')).toBeUndefined();
});
