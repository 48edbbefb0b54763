import { versionFieldSchema, type VersionField } from '@/core/production/versions';
import { matchTable, readLines, readTable, TableError, writeTable } from '@/core/versions/table-csv';

/** Tables as comma-separated values: RFC 4180, and what spreadsheets write. */

const field = (id: string, name: string): VersionField => versionFieldSchema.parse({ id, name, target: { of: 'length' } });
const FIELDS = [field('title', 'Title'), field('colour', 'Colour')];
const rows = (text: string) => matchTable(readTable(text), FIELDS).rows.map(({ cells }) => cells);

// RFC 4180, section 2: line ends, quoted cells with commas, line breaks and doubled quotes, a last line without its end.
test('cells are read as RFC 4180 has them', () => {
  expect(rows('Title,Colour\r\n"THE, ICE","#fff"\r\n"SAY ""DEEP""",red\r\n"TWO\nLINES",\r\nLAST,blue')).toEqual([
    { title: 'THE, ICE', colour: '#fff' },
    { title: 'SAY "DEEP"', colour: 'red' },
    { title: 'TWO\nLINES' },
    { title: 'LAST', colour: 'blue' },
  ]);
});

test('semicolons, tabs and a byte order mark are read too', () => {
  expect(rows('\ufeffTitle;Colour\nICE;red')).toEqual([{ title: 'ICE', colour: 'red' }]);
  expect(rows('Title\tColour\nICE\tred')).toEqual([{ title: 'ICE', colour: 'red' }]);
  expect(readLines('ICE\tred\nDEEP\tblue', '\t')).toEqual([
    ['ICE', 'red'],
    ['DEEP', 'blue'],
  ]);
});

test('columns are found by the names of fields in any case and order; what is left and what is missing is told', () => {
  const matched = matchTable(readTable('Note, TITLE \nsoon,ICE\n\nnever,DEEP'), FIELDS);
  expect(matched.rows.map(({ cells }) => cells)).toEqual([{ title: 'ICE' }, { title: 'DEEP' }]);
  expect(matched.left).toEqual(['Note']);
  expect(matched.missing).toEqual(['Colour']);
});

test('a broken table is refused in words', () => {
  expect(() => readTable('Title\n"ICE')).toThrow(/quotation mark in line 2/);
  expect(() => readTable('')).toThrow(TableError);
  expect(() => readTable('Title')).toThrow(/no rows/);
  expect(() => matchTable(readTable('Name\nICE'), FIELDS)).toThrow(/None of its columns is called “Title”, “Colour”/);
  expect(() => readTable(`Title\n${'ICE\n'.repeat(1001)}`)).toThrow(/at most 1000 rows/);
  expect(() => readTable(`${'a,'.repeat(300)}b\nICE`)).toThrow(/at most 200 columns/);
});

test('what is written is read again as it was; nothing in it is a formula to a spreadsheet', () => {
  const given: Record<string, string>[] = [{ title: '=SUM(A1)', colour: '-5' }, { title: 'A "B", C\nD' }, { title: '+1', colour: '@x' }];
  const text = writeTable(
    FIELDS,
    given.map((cells, i) => ({ id: `row-${i}`, cells })),
  );
  expect(text.split(/[\r\n,]+/).some((cell) => /^"?[=+\-@]/.test(cell))).toBe(false);
  expect(rows(text)).toEqual(given);
});
