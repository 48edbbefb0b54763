import { produce } from 'immer';
import { plunge } from '@/demo/plunge';
import { straightKey } from '../support/key';
import { addMark } from '@/core/production/edits/mark-edits';
import { mediaUsed } from '@/core/production/media-used';
import { panelSchema } from '@/core/production/panel';
import { pictureSchema, type Picture } from '@/core/production/picture';
import { productionSchema, type Production } from '@/core/production/production';
import { versionFieldSchema, versionRowSchema, type FieldTarget } from '@/core/production/versions';
import { applyRow } from '@/core/versions/apply-row';
import { readCell, type CellKind } from '@/core/versions/cells';
import { sortVersions } from '@/core/versions/order';
import { variableAt, variablesOf } from '@/core/versions/targets';
import { alone, versionOf } from '@/core/versions/version-of';

const picture = (name: string, digit: string): Picture =>
  pictureSchema.parse({ hash: digit.repeat(64), name, holds: 'still', width: 640, height: 360, frames: 1 });

const base = produce(plunge(), (draft) => {
  addMark(draft, 'Window', panelSchema.parse({ kind: 'panel', picture: picture('Squid.png', '1') }));
});
const word = base.marks.find(({ body }) => body.kind === 'words');
if (!word) throw new Error('no words');
const window = base.marks.at(-1)?.id as string;
const face = word.shells[0]?.id as string;

const TARGETS: Record<string, { target: FieldTarget; needed?: boolean; pictures?: Picture[] }> = {
  Title: { target: { of: 'words', markId: word.id }, needed: true },
  Frames: { target: { of: 'length' } },
  Gold: { target: { of: 'channel', owner: `marks/${word.id}/shells/${face}/surfaces/face`, name: 'colour' } },
  Window: { target: { of: 'channel', owner: `marks/${window}`, name: 'on' } },
  Across: { target: { of: 'channel', owner: `marks/${window}`, name: 'x' } },
  Bevel: { target: { of: 'number', markId: word.id, place: `shells/${face}/front`, name: 'size' } },
  Picture: { target: { of: 'picture', markId: window }, pictures: [picture('Whale fall.png', '2')] },
};
const idOf = (name: string) => name.toLowerCase();
const table = (rows: Record<string, string>[], from: Production = base): Production =>
  produce(from, (draft) => {
    draft.versions.fields = Object.entries(TARGETS).map(([name, field]) => versionFieldSchema.parse({ id: idOf(name), name, ...field }));
    draft.versions.rows = rows.map((cells, i) =>
      versionRowSchema.parse({
        id: `row-${i}`,
        cells: Object.fromEntries(Object.entries(cells).map(([name, text]) => [idOf(name), text])),
      }),
    );
  });
const rowOf = (production: Production, i = 0) =>
  applyRow(production, production.versions.rows[i] as Production['versions']['rows'][number]);

test('a row says words, a length, a colour, a switch, numbers with units, and a picture', () => {
  const { production, troubles } = rowOf(
    table([{ Title: 'ABYSS', Frames: '50', Gold: '#336699', Window: 'no', Across: '120 cm', Bevel: '1/2', Picture: 'whale fall.PNG' }]),
  );
  expect(troubles).toEqual([]);
  const [title, panel] = [production.marks.find(({ id }) => id === word.id), production.marks.find(({ id }) => id === window)];
  expect(title?.body).toMatchObject({ text: 'ABYSS' });
  expect(production.format.length).toBe(50);
  expect(title?.shells[0]?.surfaces.face.channels.colour.rest).toBe('#336699');
  expect(panel?.channels.on.rest).toBe(false);
  expect(panel?.channels.x.rest).toBeCloseTo(1.2, 12);
  expect(title?.shells[0]?.front.size).toBe(0.5);
  expect(panel?.body).toMatchObject({ picture: { name: 'Whale fall.png' } });
  // It is a production like any other.
  expect(productionSchema.safeParse(production).success).toBe(true);
});

test('what a row does not say is as the production has it', () => {
  const { production } = rowOf(table([{ Title: 'ABYSS' }]));
  expect(production.format.length).toBe(base.format.length);
  expect(production.marks.at(-1)).toEqual(base.marks.at(-1));
});

test('a row without a needed field is told, and so is each cell that cannot be read; the others are taken all the same', () => {
  const production = table([
    { Title: ' ', Frames: 'long', Gold: 'sunset', Window: 'perhaps', Across: '5 °', Bevel: '-1', Picture: 'Eel.png' },
  ]);
  const { troubles, production: said } = rowOf(production);
  expect(troubles.map(({ fieldId }) => fieldId)).toEqual(['title', 'frames', 'gold', 'window', 'across', 'bevel', 'picture']);
  expect(troubles[0]?.words).toContain('Title');
  expect(said.marks).toEqual(base.marks);
});

test('a value that came to be keyed, or is gone, is told instead of being overwritten', () => {
  const keyed = produce(table([{ Title: 'ABYSS', Across: '2' }]), (draft) => {
    const mark = draft.marks.find(({ id }) => id === window);
    if (mark) mark.channels.x.keys = [straightKey(0, 0), straightKey(10, 1)];
  });
  expect(rowOf(keyed).troubles).toMatchObject([{ fieldId: 'across' }]);
  const gone = produce(table([{ Title: 'ABYSS', Window: 'no' }]), (draft) => {
    draft.marks = draft.marks.filter(({ id }) => id !== window);
  });
  expect(rowOf(gone).troubles.map(({ fieldId }) => fieldId)).toContain('window');
});

test('text is data: what looks like a formula, a tag or a path is only letters', () => {
  const text = '=1+1 <b>{production}</b> ../../x';
  const { production } = rowOf(table([{ Title: text }]));
  expect(production.marks.find(({ id }) => id === word.id)?.body).toMatchObject({ text });
});

test('everything that is offered as a field can be written and read again, and changes what it names alone', () => {
  for (const { target, cell, value } of variablesOf(base).filter((each) => each.cell.of === 'number')) {
    const meta = (cell as Extract<CellKind, { of: 'number' }>).meta;
    const other = value === meta.max ? meta.min : meta.max;
    const changed = produce(base, (draft) => variableAt(base, target)?.set(draft, other));
    expect(variableAt(changed, target)?.value).toBe(other);
  }
  const holders = variablesOf(base).map(({ label, holder }) => `${holder} ${label}`);
  expect(holders).toContain(`${word.name} Words`);
  expect(holders).toContain('the production Length');
});

test('a length is a whole number of frames, within what a production can have', () => {
  const cells = { of: 'number', meta: { unit: 'fr', min: 1, max: 36_000, shown: 1, digits: 0 }, isWhole: true } as const;
  expect(readCell('2.5', cells)).toHaveProperty('trouble');
  expect(readCell('96 fr', cells)).toEqual({ value: 96 });
  expect(readCell('40000', cells)).toHaveProperty('trouble');
});

test('pictures that rows may name are files of the production: they go with it, and are not swept away', () => {
  const used = mediaUsed(table([])).map(({ name }) => name);
  expect(used).toContain('Squid.png');
  expect(used).toContain('Whale fall.png');
});

describe('200 rows', () => {
  const names = Array.from({ length: 200 }, (_, i) => `EPISODE ${i + 1}`);
  const many = table(names.map((Title) => ({ Title })));

  test('are each their own production, under a name of their own', () => {
    const choices = many.versions.rows.map(({ id }) => ({ rowId: id, formatId: null }));
    const { versions } = sortVersions(many, choices);
    expect(choices.map((choice) => versionOf(many, choice).marks.find(({ id }) => id === word.id)?.body)).toMatchObject(
      names.map((text) => ({ text })),
    );
    expect(new Set(versions.map(({ name }) => name)).size).toBe(200);
    expect(versions[6]?.name).toBe(`${base.name} 007`);
  });

  test('share what none of them changes', () => {
    const [a, b] = many.versions.rows.map(({ id }) => versionOf(many, { rowId: id, formatId: null }));
    expect(a?.cameras).toBe(b?.cameras);
    expect(a?.lights).toBe(b?.lights);
  });

  test('are left out of what is kept with a render', () => {
    const version = versionOf(many, { rowId: 'row-3', formatId: null });
    expect(alone(version).versions.rows).toEqual([]);
    expect(alone(version).marks).toBe(version.marks);
  });
});
