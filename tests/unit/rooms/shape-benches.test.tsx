/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen, within } from '@testing-library/react';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import { setChannelValue, toggleKey } from '@/core/production/edits/channel-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import type { Words } from '@/core/production/words';
import { KitBench } from '@/rooms/shape/kit-bench';
import { LettersBench } from '@/rooms/shape/letters-bench';
import { PatternsBench } from '@/rooms/shape/patterns-bench';
import { PlacementBench } from '@/rooms/benches/placement-bench';
import { OutlineBench } from '@/rooms/shape/outline-bench';
import { ShellBench } from '@/rooms/shape/shell-bench';
import { ShellList } from '@/rooms/shape/shell-list';
import { WordsField } from '@/rooms/shape/words-field';
import { useEdit, useProduction } from '@/rooms/workspace/workspace';
import { changeRange } from '@/core/production/edits/run-edits';
import { key } from '../support/key';
import { drag, retype } from '../support/page';
import { showIn } from '../support/workspace';
import { serving } from '../support/server';

const FORMAT = { width: 1920, height: 1080, rate: '25', length: 100 } as const;
function worded(text: string) {
  const production = emptyProduction('Words', FORMAT);
  return { production, id: addWordmark(production, text) };
}
const wordsOf = (production: Production): Words => {
  const [mark] = production.marks;
  if (mark?.body.kind !== 'words') throw new Error('no words');
  return mark.body;
};
const press = (name: string | RegExp) => screen.getByRole('button', { name });
async function choose(user: ReturnType<typeof showIn>['user'], label: RegExp, option: string): Promise<void> {
  await user.click(press(label));
  await user.click(screen.getByRole('option', { name: option }));
}

describe('words', () => {
  function Field() {
    const [mark] = useProduction((p) => p.marks);
    return mark?.body.kind === 'words' ? <WordsField markId={mark.id} text={mark.body.text} family="x" /> : null;
  }
  const field = () => screen.getByRole<HTMLTextAreaElement>('textbox', { name: 'Words' });

  test('are typed in one step of undo for each time they are taken in hand', async () => {
    const { production } = worded('DEEP');
    const { user, now, workspace } = showIn(production, <Field />);
    await user.click(field());
    await user.keyboard(' SEA');
    act(() => field().blur());
    await user.click(field());
    await user.keyboard('!');
    expect(wordsOf(now()).text).toBe('DEEP SEA!');
    act(() => workspace.documents.undo());
    expect(wordsOf(now()).text).toBe('DEEP SEA');
    act(() => workspace.documents.undo());
    expect(wordsOf(now()).text).toBe('DEEP');
  });

  test('letters that have looks of their own keep them while others are typed before them', async () => {
    const { production, id } = worded('DEEP');
    changeMark(production, id, (mark) => {
      if (mark.body.kind === 'words') mark.body.runs = [{ ...run(2, 4), size: 1.5 }];
    });
    const { user, now } = showIn(production, <Field />);
    await user.click(field());
    act(() => field().setSelectionRange(0, 0));
    await user.keyboard('IN ');
    expect(wordsOf(now()).text).toBe('IN DEEP');
    expect(wordsOf(now()).runs.map(({ from, to, size }) => [from, to, size])).toEqual([[5, 7, 1.5]]);
  });

  test('a press in the lens view puts the caret, and the selection is known to the rest', () => {
    const { production, id } = worded('DEEP');
    const { view } = showIn(production, <Field />);
    act(() => view.setState({ askCaret: { markId: id, from: 1, to: 3 } }));
    expect(document.activeElement).toBe(field());
    expect([field().selectionStart, field().selectionEnd]).toEqual([1, 3]);
    expect(view.getState()).toMatchObject({ askCaret: null, letters: { markId: id, from: 1, to: 3 } });
    act(() => field().blur());
    expect(view.getState().letters).toMatchObject({ from: 1, to: 3 });
  });
});

/** A run of some letters, as the bench makes it. */
function run(from: number, to: number): Words['runs'][number] {
  const [made] = changeRange([], from, to, (style) => ({ ...style, size: 2 }));
  if (!made) throw new Error('no run');
  return made;
}

describe('letters that are selected', () => {
  function Bench() {
    const edit = useEdit();
    const [mark] = useProduction((p) => p.marks);
    if (mark?.body.kind !== 'words') return null;
    const change = (recipe: (words: Words) => void, gesture: string | null = null) =>
      edit((draft) => changeMark(draft, mark.id, ({ body }) => body.kind === 'words' && recipe(body)), gesture);
    return <LettersBench mark={mark} words={mark.body} fonts={[]} change={change} />;
  }
  const bench = () => {
    const { production, id } = worded('LANTERN');
    const shown = showIn(production, <Bench />);
    act(() => shown.view.setState({ letters: { markId: id, from: 0, to: 3 } }));
    return { ...shown, id, runs: () => wordsOf(shown.now()).runs };
  };
  const type = (user: ReturnType<typeof bench>['user'], name: RegExp, text: string) =>
    retype(user, screen.getByRole('textbox', { name }), text);

  test('are told to be selected first', () => {
    showIn(worded('LANTERN').production, <Bench />);
    expect(screen.getByText(/Select letters in the words/)).toBeDefined();
  });

  test('get a size, a place and a material of their own, and give all of it back', async () => {
    const { user, runs } = bench();
    expect(screen.getByRole('heading').textContent).toBe('Letters “LAN”');
    await type(user, /^Relative size/, '150');
    expect(runs()).toMatchObject([{ from: 0, to: 3, size: 1.5 }]);
    await choose(user, /Material$/, 'Brass');
    expect(runs()[0]?.surface?.settings.material).toBe('brass');
    expect(press(/^Colour, #/)).toBeDefined();
    await user.click(press('As the rest of the words'));
    expect(runs()).toEqual([]);
  });

  test('are moved by channels, which are keyed once they are a run of their own', async () => {
    const { user, runs, view } = bench();
    const [first] = screen.getAllByRole('textbox').filter((each) => /, m$/.test(each.getAttribute('aria-label') ?? ''));
    await user.clear(first as Element);
    await user.type(first as Element, '0.4{Enter}');
    expect(runs()).toHaveLength(1);
    act(() => view.setState({ playhead: 10 }));
    const [toggle] = screen.getAllByRole('button', { name: /^Set a key of/ });
    await user.click(toggle as Element);
    const keyed = Object.values(runs()[0]?.channels ?? {}).flatMap(({ keys }) => keys.map(({ frame }) => frame));
    expect(keyed).toEqual([10]);
  });
});

describe('shells', () => {
  function List() {
    const [mark] = useProduction((p) => p.marks);
    return mark ? <ShellList mark={mark} /> : null;
  }
  const names = (production: Production) => production.marks[0]?.shells.map(({ name }) => name);

  test('one is added behind and chosen, moved in the list, doubled and removed; the last one stays', async () => {
    const { user, now, view } = showIn(worded('DEEP').production, <List />);
    expect(press('Remove the shell').hasAttribute('disabled')).toBe(true);
    await user.click(press('Add a shell behind'));
    const [face, back] = now().marks[0]?.shells ?? [];
    expect(view.getState().shellId).toBe(back?.id);
    expect(back?.channels.to.rest).toBeLessThan(face?.channels.to.rest as number);
    await user.click(press('Move the shell up the list'));
    expect(now().marks[0]?.shells[0]?.id).toBe(back?.id);
    await user.click(press('Duplicate the shell'));
    expect(names(now())).toHaveLength(3);
    await user.click(press('Remove the shell'));
    await user.click(press('Remove the shell'));
    expect(names(now())).toHaveLength(1);
  });

  test('two faces in one plane are said, and parted by a press', async () => {
    const { user, now } = showIn(worded('DEEP').production, <List />);
    await user.click(press('Duplicate the shell'));
    expect(screen.getByRole('status').textContent).toContain('would flicker');
    await user.click(press('Part them by 1 mm'));
    const [a, b] = now().marks[0]?.shells ?? [];
    expect(Math.abs((a?.channels.to.rest as number) - (b?.channels.to.rest as number))).toBeGreaterThan(0.0005);
    expect(screen.queryByRole('status')).toBeNull();
  });

  test('one whose switch is keyed is hidden at the playhead, and the list says so there', async () => {
    const { production } = worded('DEEP');
    const [shell] = production.marks[0]?.shells ?? [];
    const owner = `marks/${production.marks[0]?.id}/shells/${shell?.id}`;
    toggleKey(production, { owner, name: 'on' }, 0);
    setChannelValue(production, { owner, name: 'on' }, 40, false);
    const { view } = showIn(production, <List />);
    expect(press(`Hide shell ${shell?.name}`)).toBeDefined();
    act(() => view.setState({ playhead: 40 }));
    expect(press(`Show shell ${shell?.name}`)).toBeDefined();
  });
});

describe('kits', () => {
  function Bench() {
    const [mark] = useProduction((p) => p.marks);
    return mark ? <KitBench mark={mark} /> : null;
  }

  test('a look is saved under a name and followed; where the mark goes its own way is listed and taken back', async () => {
    const { production, id } = worded('DEEP');
    const { user, now, workspace } = showIn(production, <Bench />);
    serving({ 'GET /api/kits': { kits: [] } });
    await user.click(press(/^Kit/));
    await user.type(screen.getByRole('textbox', { name: 'Name of a new kit' }), 'Sunk steel{Enter}');
    expect(now().kits.map(({ name }) => name)).toEqual(['Sunk steel']);
    expect(now().marks[0]?.kit).toBe(now().kits[0]?.id);
    const colour = () => now().marks[0]?.shells[0]?.surfaces.face.channels.colour.rest;
    const before = colour();
    act(() =>
      workspace.documents.edit((draft) =>
        changeMark(draft, id, (mark) => {
          const face = mark.shells[0]?.surfaces.face;
          if (face) face.channels.colour.rest = '#123456';
        }),
      ),
    );
    const own = within(screen.getByRole('list', { name: 'Values of its own' }));
    expect(own.getAllByRole('listitem')).toHaveLength(1);
    await user.click(own.getByRole('button', { name: /^Follow again:/ }));
    expect(colour()).toBe(before);
    expect(screen.queryByRole('list', { name: 'Values of its own' })).toBeNull();
    await choose(user, /Follows$/, 'no kit');
    expect(now().marks[0]?.kit).toBeNull();
  });

  test('the look of one mark is copied to another', async () => {
    const { production } = worded('DEEP');
    const { user, view, now, workspace } = showIn(production, <Bench />);
    await user.click(press(/^Kit/));
    expect(press('Paste the look').hasAttribute('disabled')).toBe(true);
    await user.click(press('Copy the look'));
    expect(view.getState().look?.shells).toHaveLength(1);
    act(() =>
      workspace.documents.edit((draft) => {
        const [shell] = draft.marks[0]?.shells ?? [];
        if (shell) shell.channels.to.keys = [key(0, 1)];
      }),
    );
    await user.click(press('Paste the look'));
    expect(now().marks[0]?.shells[0]?.channels.to).toEqual(production.marks[0]?.shells[0]?.channels.to);
  });
});

describe('the parts of a drawing', () => {
  const drawn = () => {
    const production = emptyProduction('Sign', FORMAT);
    addOutlineMark(production, 'Sign', [
      { d: 'M0 0H10V10H0Z', evenOdd: false, colour: '#101010', id: 'plate' },
      { d: 'M2 2H6V6H2Z', evenOdd: false, colour: '#ff0000' },
    ]);
    return production;
  };
  function Parts() {
    const [mark] = useProduction((p) => p.marks);
    return mark?.body.kind === 'outline' ? <OutlineBench mark={mark} outline={mark.body} /> : null;
  }
  const pathsOf = ({ marks: [mark] }: Production) => (mark?.body.kind === 'outline' ? mark.body.paths : []);

  test('are listed by the names that the drawing gives them; one that is selected has fields, a look and a place of its own', async () => {
    const { user, now } = showIn(drawn(), <Parts />);
    const list = screen.getByRole('list', { name: 'Parts of the drawing' });
    expect(
      within(list)
        .getAllByRole('button')
        .map(({ textContent }) => textContent),
    ).toEqual(['plate', 'Part 2']);
    await user.click(within(list).getByRole('button', { name: 'Part 2' }));
    await user.clear(screen.getByRole('textbox', { name: 'Toward, m' }));
    await user.type(screen.getByRole('textbox', { name: 'Toward, m' }), '0.4{Enter}');
    expect(pathsOf(now())[1]?.channels.z.rest).toBe(0.4);
    await choose(user, /Material/, 'as the shell');
    expect(pathsOf(now()).map(({ surface }) => surface !== undefined)).toEqual([true, false]);
    await choose(user, /Material/, 'Glow');
    expect(pathsOf(now())[1]?.surface).toMatchObject({ settings: { material: 'glow' }, channels: { colour: { rest: '#ff0000' } } });
  });
});

describe('several marks that are selected', () => {
  const three = () => {
    const production = emptyProduction('Together', FORMAT);
    for (const text of ['ONE', 'TWO', 'SIX']) addWordmark(production, text);
    changeMark(production, 'mark-2', (mark) => {
      Object.assign(mark.shells[0]?.front ?? {}, { size: 40 });
      if (mark.body.kind === 'words') mark.body.size = 2;
      mark.channels.x.rest = 3;
    });
    return production;
  };
  function Benches() {
    const [mark] = useProduction((p) => p.marks);
    return mark ? (
      <>
        <PlacementBench markId={mark.id} />
        <ShellBench mark={mark} />
      </>
    ) : null;
  }
  const together = () => {
    const shown = showIn(three(), <Benches />);
    act(() => shown.view.setState({ selection: { kind: 'mark', id: 'mark-1' }, also: ['mark-2'] }));
    return shown;
  };
  const widths = ({ marks }: Production) => marks.map(({ shells }) => shells[0]?.front.size);

  test('say where they differ', () => {
    together();
    const told = screen.getAllByRole('textbox', { name: /values differ/ }).map((each) => each.getAttribute('aria-label'));
    expect(told).toEqual(['Across, m, values differ', 'Up, m, values differ', 'Front width, mm, values differ']);
  });

  test('are changed together, in one step of undo; one that is not selected is left alone', async () => {
    const { user, now, workspace } = together();
    await user.type(screen.getByRole('textbox', { name: /^Front width/ }), '12{Enter}');
    expect(widths(now())).toEqual([12, 12, 24]);
    await user.type(screen.getByRole('textbox', { name: /^Across/ }), '7{Enter}');
    expect(now().marks.map(({ channels }) => channels.x.rest)).toEqual([7, 7, 0]);
    await choose(user, /^Steel|Material/, 'Gold');
    expect(now().marks.map(({ shells }) => shells[0]?.surfaces.face.settings.material)).toEqual(['gold', 'gold', 'polished-steel']);
    act(() => workspace.documents.undo());
    act(() => workspace.documents.undo());
    act(() => workspace.documents.undo());
    expect(widths(now())).toEqual([24, 40, 24]);
  });
});

test('a plane that pushed the other along lets it come back within one drag', async () => {
  const { production } = worded('DEEP');
  function Bench() {
    const [mark] = useProduction((p) => p.marks);
    return mark ? <ShellBench mark={mark} /> : null;
  }
  const { user, now } = showIn(production, <Bench />);
  const depths = () =>
    Object.values(now().marks[0]?.shells[0]?.channels ?? {})
      .slice(0, 2)
      .map((channel) => (channel as { rest: number }).rest);
  const name = screen.getByText('Face at');
  await drag(user, name, { x: 500, y: 5 }, { x: 440, y: 5 });
  // Thirty steps of 20 mm back: the back goes a millimetre before the face.
  expect(depths().map((v) => Math.round(v * 1000))).toEqual([-461, -460]);
  // Within one drag farther back, and forward again: it was pushed no farther than it stands.
  await drag(user, name, { x: 500, y: 5 }, { x: 400, y: 5 }, { x: 560, y: 5 });
  expect(depths().map((v) => Math.round(v * 1000))).toEqual([-461, 140]);
});

describe('patterns on a surface', () => {
  function Patterns() {
    const edit = useEdit();
    const surface = useProduction((p) => p.marks[0]?.shells[0]?.surfaces.face);
    const path = useProduction((p) => `marks/${p.marks[0]?.id ?? ''}/shells/${p.marks[0]?.shells[0]?.id ?? ''}/surfaces/face`);
    if (!surface) return null;
    return (
      <PatternsBench
        path={path}
        surface={surface}
        change={(recipe) =>
          edit((draft) => {
            const face = draft.marks[0]?.shells[0]?.surfaces.face;
            if (face) recipe(face);
          })
        }
      />
    );
  }
  const patterns = (production: Production) => production.marks[0]?.shells[0]?.surfaces.face.patterns ?? [];

  test('are laid one over the other, set, keyed, and taken away again, up to four', async () => {
    const { production } = worded('DEEP');
    const { user, now, view, workspace } = showIn(production, <Patterns />);
    const add = async (name: string) => {
      await user.click(press('Add a pattern'));
      await user.click(screen.getByRole('menuitem', { name }));
    };
    await add('Hammered');
    // It opens at once, with what makes the best of it.
    expect(screen.getByRole<HTMLInputElement>('textbox', { name: 'Relief, mm' }).value).toBe('-2.00');
    await user.click(screen.getByRole('radio', { name: 'each letter or part' }));
    act(() => view.setState({ playhead: 12 }));
    await user.click(press('Set a key of Relief here'));
    expect(patterns(now())[0]).toMatchObject({ kind: 'hammered', settings: { over: 'part' } });
    expect(patterns(now())[0]?.channels.relief.keys.map(({ frame, value }) => [frame, value])).toEqual([[12, -2]]);
    await add('Edge wear');
    await add('Noise');
    await add('Dots');
    expect(patterns(now()).map(({ kind }) => kind)).toEqual(['hammered', 'wear', 'noise', 'dots']);
    expect(press('Add a pattern')).toHaveProperty('disabled', true);
    await user.click(press('Remove Edge wear'));
    expect(patterns(now()).map(({ kind }) => kind)).toEqual(['hammered', 'noise', 'dots']);
    act(() => workspace.documents.undo());
    expect(patterns(now())).toHaveLength(4);
  });
});
