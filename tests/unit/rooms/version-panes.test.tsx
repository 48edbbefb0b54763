/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, fireEvent, screen, within } from '@testing-library/react';
import { addForm, addWordmark } from '@/core/production/edits/mark-edits';
import { addField, addFormat, addRow, setCell } from '@/core/production/edits/version-edits';
import { isKeptInView } from '@/core/production/kept-in-view';
import { emptyProduction, type Production } from '@/core/production/production';
import { FormatBench } from '@/rooms/master/formats/format-bench';
import { FormatList } from '@/rooms/master/formats/format-list';
import { KeptMarks } from '@/rooms/master/formats/kept-marks';
import { VersionsPane } from '@/rooms/master/versions/versions-pane';
import { retype } from '../support/page';
import { showIn } from '../support/workspace';

// Rows that are out of sight are not in the table: here all of it is as high as a screen.
beforeAll(() => {
  for (const side of ['offsetHeight', 'offsetWidth'])
    Object.defineProperty(HTMLElement.prototype, side, { configurable: true, get: () => 800 });
});
afterAll(() => {
  for (const side of ['offsetHeight', 'offsetWidth']) Reflect.deleteProperty(HTMLElement.prototype, side);
});

const titled = (recipe: (production: Production) => void = () => undefined): Production => {
  const production = emptyProduction('Evenings', { width: 1920, height: 1080, rate: '25', length: 75 });
  addWordmark(production, 'KELP');
  addForm(production, 'ring');
  recipe(production);
  return production;
};
const words = 'mark-1';
const titles = ({ versions }: Production) => versions.rows.map(({ cells }) => cells[versions.fields[0]?.id ?? '']);
/** With a field for its words, called Title, and so many rows. */
const withRows = (...texts: string[]) =>
  titled((production) => {
    const field = addField(production, { of: 'words', markId: words }, 'Title') ?? '';
    for (const text of texts) setCell(production, addRow(production) ?? '', field, text);
  });

describe('the table of versions', () => {
  test('a value is found by any words of it and made a field, which stands in its table', async () => {
    const { user, now } = showIn(titled(), <VersionsPane />);
    expect(screen.getByText(/make a value a field/)).toBeTruthy();
    await user.type(screen.getByRole('combobox', { name: /field/i }), 'kelp words');
    await user.click(await screen.findByRole('option', { name: /^KELP/ }));
    expect(now().versions.fields).toMatchObject([{ target: { of: 'words', markId: words } }]);
    expect(screen.getByRole('columnheader', { name: 'KELP' })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Add a row' }));
    // A cell that says nothing shows what the production has.
    expect(screen.getByRole('textbox', { name: 'KELP, row 1' }).getAttribute('placeholder')).toBe('KELP');
  });

  test('cells are typed one below the other, a line begins in them, and what is typed can be taken back', async () => {
    const { user, now, workspace } = showIn(withRows('ONE', 'TWO'), <VersionsPane />);
    const cell = (row: number) => screen.getByRole('textbox', { name: `Title, row ${row}` });
    await retype(user, cell(1), 'REEF');
    expect(document.activeElement).toBe(cell(2));
    expect(titles(now())).toEqual(['REEF', 'TWO']);
    await user.type(cell(2), 'FOLD{Alt>}{Enter}{/Alt}');
    expect((cell(2) as HTMLTextAreaElement).value).toBe('TWOFOLD\n');
    await user.keyboard('{Escape}');
    expect((cell(2) as HTMLTextAreaElement).value).toBe('TWO');
    expect(titles(now())).toEqual(['REEF', 'TWO']);
    act(() => workspace.documents.undo());
    expect(titles(now())).toEqual(['ONE', 'TWO']);
  });

  test('lines that are pasted go on below, with rows for those that have none, in one step of undo', () => {
    const { now, workspace } = showIn(withRows('ONE', 'TWO'), <VersionsPane />);
    const pasted = { clipboardData: { getData: () => 'SQUID\nKRAKEN\nEEL\n' } };
    fireEvent.paste(screen.getByRole('textbox', { name: 'Title, row 2' }), pasted);
    expect(titles(now())).toEqual(['ONE', 'SQUID', 'KRAKEN', 'EEL']);
    act(() => workspace.documents.undo());
    expect(titles(now())).toEqual(['ONE', 'TWO']);
  });

  test('a row that lacks what is needed says so in its place; rows are looked at, chosen to be rendered, and removed', async () => {
    const { user, now, view } = showIn(withRows('ONE', ''), <VersionsPane />);
    await user.click(screen.getByRole('checkbox', { name: 'needed' }));
    const second = screen.getByRole('textbox', { name: 'Title, row 2' });
    expect(second.getAttribute('aria-invalid')).toBe('true');
    expect(within(second.closest('tr') as HTMLElement).getByText(second.getAttribute('title') ?? '')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Look at row 2' }));
    expect(view.getState().shown.rowId).toBe(now().versions.rows[1]?.id);
    await user.click(screen.getByRole('button', { name: 'Render all of them' }));
    expect(view.getState().chosenRows).toEqual(now().versions.rows.map(({ id }) => id));
    await user.click(screen.getByRole('checkbox', { name: 'Render row 1' }));
    expect(view.getState().chosenRows).toEqual([now().versions.rows[1]?.id]);
    await user.click(screen.getByRole('button', { name: 'Remove row 1' }));
    expect(titles(now())).toHaveLength(1);
  });

  test('names of files show what they make, and what cannot be told apart is said', async () => {
    const { user, now } = showIn(withRows('ONE', 'TWO'), <VersionsPane />);
    await user.click(screen.getByRole('button', { name: 'Render all of them' }));
    const names = () => screen.getByRole('textbox', { name: 'Names of files' });
    await retype(user, names(), '{{production} {{Title}');
    expect(now().versions.names).toBe('{production} {Title}');
    expect(screen.getByText(/As in “Evenings ONE”/)).toBeTruthy();
    await retype(user, names(), '{{production}');
    expect(screen.getByRole('alert').textContent).toMatch(/Row 2/i);
  });
});

describe('formats', () => {
  test('the production is delivered square too: the format is looked at and chosen, and goes again', async () => {
    const { user, now, view } = showIn(titled(), <FormatList />);
    const before = screen.getAllByRole('listitem').length;
    const square = screen.getByRole('button', { name: /square/i });
    await user.click(square);
    const [format] = now().versions.formats;
    expect(format).toMatchObject({ width: 1080, height: 1080, rule: 'widen' });
    expect(view.getState().shown.formatId).toBe(format?.id);
    expect(view.getState().chosenFormats).toContain(format?.id);
    // What is there is not offered again.
    expect(screen.getAllByRole('listitem')).toHaveLength(before + 1);
    expect(
      screen.getAllByRole('button', { name: /square/i }).every((each) => /^(Look at|Remove)/.test(each.getAttribute('aria-label') ?? '')),
    ).toBe(true);
    await user.click(screen.getByRole('button', { name: `Remove ${format?.name ?? ''}` }));
    expect(now().versions.formats).toEqual([]);
  });

  test('its shots are widened or cropped, and moved by hand over that', async () => {
    const production = titled((draft) => void addFormat(draft, { name: 'Square', width: 1080, height: 1080 }));
    const { user, now } = showIn(production, <FormatBench format={production.versions.formats[0] as never} />);
    const format = () => now().versions.formats[0];
    await user.click(screen.getByRole('radio', { name: 'crop the middle' }));
    expect(format()?.rule).toBe('crop');
    const [closer] = within(screen.getByRole('group', { name: 'By hand' })).getAllByRole('textbox');
    await retype(user, closer as HTMLElement, '1.2');
    expect(format()?.byHand.closer).toBeCloseTo(1.2, 9);
    // Until it is built nobody knows how large it is.
    expect((screen.getByRole('button', { name: 'Stack what is kept' }) as HTMLButtonElement).disabled).toBe(true);
    await user.click(screen.getByRole('checkbox', { name: 'a word a line' }));
    expect(format()?.places).toMatchObject([{ markId: words, wordALine: true }]);
  });

  test('marks are held in view as they are ticked; words that are taken out stay out, and that nothing is held is said', async () => {
    const { user, now } = showIn(titled(), <KeptMarks />);
    const kept = () =>
      now()
        .marks.filter((mark) => isKeptInView(now().versions, mark))
        .map(({ id }) => id);
    const [ticked, ring] = screen.getAllByRole('checkbox') as [HTMLInputElement, HTMLInputElement];
    expect([ticked.checked, ring.checked]).toEqual([true, false]);
    await user.click(ring);
    expect(kept()).toEqual([words, 'mark-2']);
    await user.click(ring);
    await user.click(ticked);
    expect(kept()).toEqual([]);
    expect(screen.getByText(/Nothing has to be/)).toBeTruthy();
    expect([ticked.checked, ring.checked]).toEqual([false, false]);
  });
});
