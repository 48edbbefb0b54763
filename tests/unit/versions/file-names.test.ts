import { nameKey } from '@/core/production/versions';
import { clashes, fileName, fileNamePart, unknownNames } from '@/core/versions/file-names';

const values = (given: Record<string, string>) => new Map(Object.entries(given).map(([name, value]) => [nameKey(name), value]));

test('a pattern is filled by names in any case; what is empty leaves no gap', () => {
  const said = values({ Title: 'The Trench', row: '04', format: '' });
  expect(fileName('{row} {TITLE} {format}', said)).toBe('04 The Trench');
  expect(fileName('{format}', said)).toBe('untitled');
  expect(unknownNames('{row} {titel} {}', said)).toEqual(['titel', '']);
});

test('what is put in is not read as a pattern again', () => {
  expect(fileName('{title}', values({ title: '{row}', row: '1' }))).toBe('{row}');
});

// Reserved names and characters: Microsoft, "Naming Files, Paths, and Namespaces"; a slash and a null byte: POSIX.
test('names are taken by all usual file systems', () => {
  expect(fileNamePart('a/b\\c:d*e?f"g<h>i|j')).toBe('a-b-c-d-e-f-g-h-i-j');
  expect(fileNamePart('..')).toBe('');
  expect(fileNamePart('../../etc')).toBe('-..-etc');
  expect(fileNamePart('Trench. ')).toBe('Trench');
  expect(fileNamePart('CON')).toBe('CON_');
  expect(fileNamePart('com1')).toBe('com1_');
  expect(fileNamePart('Конец 終')).toBe('Конец 終');
  expect(Buffer.byteLength(fileNamePart('終'.repeat(300)))).toBeLessThanOrEqual(255);
});

test('names that some file systems take for one are told, all that clash together', () => {
  expect(clashes(['Deep', 'Trench', 'DEEP', 'cafe\u0301', 'caf\u00e9', 'deep'])).toEqual([
    [0, 2, 5],
    [3, 4],
  ]);
  expect(clashes(['a', 'b'])).toEqual([]);
});
