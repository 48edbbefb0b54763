/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, within } from '@testing-library/react';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { setChannelValue, toggleKey } from '@/core/production/edits/channel-edits';
import { ownerAt } from '@/core/production/owners/owners';
import { emptyProduction } from '@/core/production/production';
import { resolverOf } from '@/core/production/resolver';
import { OwnerBench } from '@/rooms/benches/owner-bench';
import { CallSheet } from '@/rooms/layout/call-sheet';
import { showIn } from '../support/workspace';

const FORMAT = { width: 1920, height: 1080, rate: '25', length: 100 } as const;

function twoWords() {
  const production = emptyProduction('Sheet', FORMAT);
  const [first, second] = ['LANTERN', 'DEEP'].map((words) => addWordmark(production, words)) as [string, string];
  return { production, first, second };
}
const sheet = () => within(screen.getByRole('navigation', { name: 'Call sheet' }));

test('an empty production says where its first mark comes from', () => {
  showIn(emptyProduction('Empty', FORMAT), <CallSheet />);
  expect(sheet().getByText(/No marks yet/).textContent).toContain('Add words in Shape');
});

test('a press selects a mark, one with Ctrl adds another, and one more with Ctrl leaves it out again', async () => {
  const { production, first, second } = twoWords();
  const { user, view } = showIn(production, <CallSheet />);
  const line = (name: RegExp) => sheet().getByRole('button', { name });
  await user.click(line(/^LANTERN/));
  expect(view.getState().selection).toEqual({ kind: 'mark', id: first });
  expect(line(/^LANTERN/).getAttribute('aria-current')).toBe('true');
  await user.keyboard('{Control>}');
  await user.click(line(/^DEEP/));
  expect(view.getState().also).toEqual([second]);
  await user.click(line(/^DEEP/));
  await user.keyboard('{/Control}');
  expect([view.getState().selection?.id, view.getState().also]).toEqual([first, []]);
});

test('hiding a mark is an edit of its switch: a value where it is not keyed, a key where it is', async () => {
  const { production, first, second } = twoWords();
  toggleKey(production, { owner: `marks/${second}`, name: 'on' }, 0);
  const { user, view, now, workspace } = showIn(production, <CallSheet />);
  act(() => view.setState({ playhead: 40 }));
  await user.click(sheet().getByRole('button', { name: 'Hide LANTERN' }));
  await user.click(sheet().getByRole('button', { name: 'Hide DEEP' }));
  const channel = (id: string) => ownerAt(now(), `marks/${id}`)?.channels.on;
  expect(channel(first)).toMatchObject({ rest: false, keys: [] });
  expect(channel(second)?.keys.map(({ frame, value }) => [frame, value])).toEqual([
    [0, true],
    [40, false],
  ]);
  expect(sheet().getByRole('button', { name: 'Show DEEP' })).toBeDefined();
  act(() => workspace.documents.undo());
  expect(sheet().getByRole('button', { name: 'Hide DEEP' })).toBeDefined();
});

test('what stands around the marks is listed by its kind, and said to be off where its switch is at this frame', () => {
  const { production } = twoWords();
  const floor = production.set.find(({ kind }) => kind === 'floor')?.id ?? '';
  toggleKey(production, { owner: `set/${floor}`, name: 'on' }, 0);
  setChannelValue(production, { owner: `set/${floor}`, name: 'on' }, 50, false);
  const { view } = showIn(production, <CallSheet />);
  const line = () => sheet().getByRole('button', { name: /^Floor/ }).textContent;
  expect(line()).toBe('Floor');
  act(() => view.setState({ playhead: 60 }));
  expect(line()).toBe('Flooroff');
});

describe('the bench of an owner that has none of its own', () => {
  const sun = (production: ReturnType<typeof twoWords>['production']) => `lights/${production.lights[0]?.id ?? ''}`;

  test('has a field a channel, named and in units of its kind, whatever it carries', () => {
    const { production } = twoWords();
    showIn(production, <OwnerBench path={`finish/${production.finish[0]?.id ?? ''}`} />);
    expect(screen.getByRole('heading', { name: 'Picture' })).toBeDefined();
    const fields = screen.getAllByRole('textbox').map((field) => field.getAttribute('aria-label'));
    expect(fields).toEqual(expect.arrayContaining(['Exposure, stops', 'Roll-off from, %', 'Ground falloff, %']));
  });

  test('keys a colour and a switch at the playhead; typed again, the key there is changed and not the rest', async () => {
    const { production } = twoWords();
    const path = sun(production);
    const { user, view, now } = showIn(production, <OwnerBench path={path} />);
    act(() => view.setState({ playhead: 10 }));
    await user.click(screen.getByRole('button', { name: 'Set a key of Colour here' }));
    await user.click(screen.getByRole('button', { name: 'Set a key of Sun: on here' }));
    act(() => view.setState({ playhead: 30 }));
    await user.click(screen.getByRole('button', { name: 'Colour, #fff1dc' }));
    const hex = screen.getByRole('textbox', { name: 'Hex' });
    await user.clear(hex);
    await user.type(hex, '#0000ff{Enter}{Escape}');
    await user.click(screen.getByRole('switch', { name: 'Sun: on' }));
    const keys = (name: string) => ownerAt(now(), path)?.channels[name]?.keys.map(({ frame, value }) => [frame, value]);
    expect(keys('colour')).toEqual([
      [10, '#fff1dc'],
      [30, '#0000ff'],
    ]);
    expect(keys('on')).toEqual([
      [10, true],
      [30, false],
    ]);
    expect(ownerAt(now(), path)?.channels.colour?.rest).toBe('#fff1dc');
    expect(resolverOf(now()).at(path, 'on', 29.9)).toBe(true);
    expect(resolverOf(now()).at(path, 'on', 30)).toBe(false);
  });

  test('is empty once its owner is gone', () => {
    const { production } = twoWords();
    const { container } = showIn(production, <OwnerBench path="lights/none" />);
    expect(container.textContent).toBe('');
  });
});

test('a floor asks for what its look has: a shadow only for as long as it is not seen, a gloss and a colour once it is', async () => {
  const { production } = twoWords();
  const { user, now, workspace } = showIn(production, <OwnerBench path="set/floor" />);
  const fields = () => screen.getAllByRole('textbox').map((field) => field.getAttribute('aria-label'));
  const place = ['Level, m', 'Middle X, m', 'Middle Z, m', 'Turn, °'];
  expect(screen.getByRole('switch', { name: 'Floor: lies there' })).toBeDefined();
  expect(fields()).toEqual([...place, 'Shadow, %', 'Fades out at, m']);
  await user.click(screen.getByRole('radio', { name: 'glossy' }));
  expect(fields()).toEqual([...place, 'Shadow, %', 'Roughness, %', 'Mirrors, %', 'Mirrors the dome, %', 'Fades out at, m']);
  await user.click(screen.getByRole('radio', { name: 'solid' }));
  expect(fields()).toEqual([...place, 'Roughness, %', 'Mirrors, %', 'Fades out at, m']);
  expect(now().set.find(({ kind }) => kind === 'floor')?.settings).toEqual({ look: 'solid' });
  act(() => workspace.documents.undo());
  expect(now().set.find(({ kind }) => kind === 'floor')?.settings).toEqual({ look: 'glossy' });
});
