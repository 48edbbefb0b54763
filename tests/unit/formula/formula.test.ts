import { compileFormula, type FormulaMoment, type FormulaNames } from '@/core/formula/compile';

/** Two values: a length of 3 m and an angle of 30°. */
const names: FormulaNames = {
  find: (thing, value) =>
    value !== null ? null : thing === 'far' ? { ref: 0, unit: 'm' } : thing === 'turn' ? { ref: 1, unit: '°' } : null,
};
const moment: FormulaMoment = {
  frame: 50,
  time: 2,
  beat: 3.5,
  index: 2,
  loud: (band) => ({ level: 0.75, low: 0.5, middle: 0.25, high: 0 })[band],
  // The length grows by a tenth each frame.
  value: (ref, frame) => (ref === 0 ? 3 + (frame - 50) / 10 : 30),
  follow: (ref, frame, seconds, swing) => 1000 * ref + frame + seconds + swing,
};
const worth = (text: string) => compileFormula(text, names).at(moment);
const unit = (text: string) => compileFormula(text, names).unit;

test.each([
  // Worked out by hand.
  ['1 + 2 * 3', 7],
  ['(1 + 2) × 3', 9],
  ['2 ^ 3 ^ 2', 512],
  ['-2 ^ 2', 4],
  ['7 ÷ 2 − 1', 2.5],
  ['far * 2 + 1', 7],
  ['if(far > 2, 10, 20)', 10],
  ['if(far ≤ 2, 10, 20)', 20],
  ['min(4, 2, 3) + max(1, 5)', 7],
  ['clamp(9, 0, 5)', 5],
  ['mix(2, 4, 0.25)', 2.5],
  ['smoothstep(0, 4, far)', 0.84375],
  ['sin(turn)', 0.5],
  ['cos(60)', 0.5],
  ['asin(0.5)', 30],
  ['abs(-3) + round(2.5) + floor(2.9) + ceil(2.1)', 11],
  ['sqrt(16) + exp(0) + log(1)', 5],
  ['delay(far, 10)', 2],
  ['follow(turn, 2, 0.5)', 1052.5],
  ['time * 10 + frame + beat', 73.5],
  ['1 == 1', 1],
  ['1 != 1', 0],
])('%s is %p', (text, wanted) => expect(worth(text)).toBeCloseTo(wanted, 9));

test('noise is smooth, stays between -1 and 1, and is nothing at whole numbers; random is even and the same each time', () => {
  const at = (t: number) => worth(`noise(${t})`);
  const values = Array.from({ length: 2000 }, (_, i) => at(i / 100));
  expect(Math.max(...values)).toBeLessThanOrEqual(1);
  expect(Math.min(...values)).toBeGreaterThanOrEqual(-1);
  expect(Math.max(...values) - Math.min(...values)).toBeGreaterThan(0.8);
  for (let i = 1; i < values.length; i++) expect(Math.abs((values[i] as number) - (values[i - 1] as number))).toBeLessThan(0.06);
  expect(at(7)).toBeCloseTo(0, 12);
  const draws = Array.from({ length: 1000 }, (_, n) => worth(`random(${n}, 3)`));
  expect(draws.reduce((sum, v) => sum + v, 0) / 1000).toBeCloseTo(0.5, 1);
  expect(worth('random(12, 3)')).toBe(draws[12]);
});

test('units go through: lengths add to lengths, halves of them are lengths, a length over a length is a number', () => {
  expect(unit('far + 2')).toBe('m');
  expect(unit('far / far')).toBe('');
  expect(unit('2 * turn')).toBe('°');
  expect(unit('sin(turn) * far')).toBe('m');
  expect(unit('mix(far, 4, 0.5)')).toBe('m');
  for (const [text, said] of [
    ['far + turn', 'metres and degrees cannot be added.'],
    ['far * turn', 'metres times degrees'],
    ['sin(far)', '“sin” is of degrees, not of metres.'],
    ['far ^ 2', 'Only plain numbers have powers'],
    ['if(1, far, turn)', 'cannot be chosen between'],
  ] as const)
    expect(() => compileFormula(text, names)).toThrow(said);
});

test.each([
  ['', 'A formula has something in it.'],
  ['1 +', 'It cannot be read'],
  ['nobody * 2', 'Nothing here is called “nobody”.'],
  ['__proto__', 'Nothing here is called “__proto__”.'],
  ['constructor(1)', 'There is no function “constructor”.'],
  ['far.constructor', 'Nothing here is called “far, constructor”.'],
  ['clamp(1, 2)', '“clamp” takes 3 values, not 2.'],
  ['[1, 2]', 'A formula has numbers, names of values'],
  ['1; 2', 'A formula has numbers, names of values'],
  ['this', 'A formula has numbers, names of values'],
  ['"nobody" + 1', 'Nothing here is called “nobody”.'],
  [`${'('.repeat(20_000)}1${')'.repeat(20_000)}`, 'at most 500 letters'],
  [`${'('.repeat(100)}1${')'.repeat(100)}`, 'brackets stand within one another'],
  [`${'-'.repeat(200)}1`, 'brackets stand within one another'],
])('%p is refused in plain words', (text, said) => {
  // Never with a fault of the machine.
  expect(() => compileFormula(text, names)).toThrow(said);
});
