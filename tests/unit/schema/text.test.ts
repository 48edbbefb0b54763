import { addWordmark } from '@/core/production/edits/mark-edits';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction, type Production } from '@/core/production/production';
import { cleanText, cutText, linesField, nameField, textField } from '@/core/schema/text';

const FAMILY = '\u{1F468}\u200D\u{1F469}\u200D\u{1F467}';
const FLAG = '\u{1F1F3}\u{1F1F4}';

describe('text is cut between graphemes (Unicode Standard Annex 29)', () => {
  test.each([
    ['an emoji at the limit', `${'A'.repeat(79)}\u{1F419}`, 80, 'A'.repeat(79)],
    ['a family joined by zero width joiners', `ab${FAMILY}`, 5, 'ab'],
    ['a flag of two letters', `ab${FLAG}cd`, 4, 'ab'],
    ['a letter with its accent', 'cafe\u0301s', 4, 'caf'],
    ['what fits whole', `ab${FLAG}`, 6, `ab${FLAG}`],
  ])('%s', (_name, text, max, kept) => expect(cutText(text, max)).toBe(kept));

  test('Devanagari syllables and Hangul jamo stay whole', () => {
    expect(cutText('\u0928\u093F\u0928\u093F', 3)).toBe('\u0928\u093F');
    expect(cutText('\u1112\u1161\u11AB\u1100\u1173\u11AF', 5)).toBe('\u1112\u1161\u11AB');
  });
});

describe('text is well-formed and without control characters', () => {
  test('NUL, escapes, line separators and marks of byte order go', () => {
    expect(cleanText('a\u0000b\u001b[31mc\u2028d\ufeff\u007f', 80)).toBe('ab[31mcd');
  });
  test('half a pair becomes the replacement character, a whole pair stays', () => {
    expect(cleanText('x\ud83dy\ude00z\u{1F600}', 80)).toBe('x\ufffdy\ufffdz\u{1F600}');
  });
  test('breaks are kept where there may be lines, and are spaces elsewhere', () => {
    expect(linesField(20).parse('a\r\nb\rc')).toBe('a\nb\nc');
    expect(textField(20).parse('a\r\n\tb')).toBe('a b');
  });
  test('a name of nothing but blanks and controls is none', () => {
    const name = nameField(20, 'Give it a name.').safeParse(' \u0000 ');
    expect(name.error?.issues[0]?.message).toBe('Give it a name.');
  });
});

describe('in documents', () => {
  const withMark = (text: string): Production => {
    const production = emptyProduction('Words', { width: 320, height: 180, rate: '25', length: 50 });
    addWordmark(production, text);
    return production;
  };

  test.each([
    ['an emoji as the 80th character of the words', `${'A'.repeat(79)}\u{1F419}TAIL`],
    ['NUL in the words', 'A\u0000B'],
    ['half a surrogate pair', 'A\ud83d'],
  ])('%s does not keep it from being saved', (_name, text) => {
    const read = readProduction(JSON.parse(JSON.stringify(withMark(text))));
    const mark = read.marks[0];
    expect(JSON.stringify(mark)).not.toMatch(/\\ud[89a-f]/);
    expect(JSON.stringify(read)).not.toContain('\\u0000');
    // What was read is read again as it is: a save changes nothing.
    expect(readProduction(JSON.parse(JSON.stringify(read)))).toEqual(read);
  });

  test('two marks of one id are refused, and so is a reference to a path', () => {
    const production = withMark('ONE');
    addWordmark(production, 'TWO');
    const [first, second] = production.marks;
    if (!first || !second) throw new Error('two marks');
    second.id = first.id;
    expect(() => readProduction(JSON.parse(JSON.stringify(production)))).toThrow();
    second.id = '../../etc';
    expect(() => readProduction(JSON.parse(JSON.stringify(production)))).toThrow();
  });
});
