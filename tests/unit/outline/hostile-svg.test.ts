import { outlineLayout } from '@/core/outline/drawing';
import { DrawingError } from '@/core/outline/path-data';
import { MAX_READING_MS, Reading, TOO_MUCH_WORK } from '@/core/outline/svg/reading';
import { MAX_POINTS, readSvg } from '@/core/outline/svg/read-svg';
import { seededRandom } from '@/core/motion/random';

const svg = (inner: string) => `<svg xmlns="http://www.w3.org/2000/svg">${inner}</svg>`;
const polygon = (count: number) =>
  Array.from({ length: count }, (_, i) => {
    const turn = (2 * Math.PI * i) / count;
    return `${(1000 * Math.cos(turn)).toFixed(3)} ${(1000 * Math.sin(turn)).toFixed(3)}`;
  });

describe('points are counted as points', () => {
  test('lines written with L take one each: 49,000 are read', () => {
    const points = polygon(49_000);
    expect(readSvg(svg(`<path d="M${points.join('L')}Z"/>`)).parts).toHaveLength(1);
  });

  test.each([
    ['a polygon', `<polygon points="${polygon(100_000).join(' ')}"/>`],
    ['a path without letters', `<path d="M${polygon(100_000).join(' ')}Z"/>`],
    ['many small paths', '<path d="M0 0H1V1Z"/>'.repeat(15_000)],
  ])('%s beyond the limit is refused', (_name, inner) => {
    expect(() => readSvg(svg(inner))).toThrow(`more than ${MAX_POINTS} points`);
  });
});

describe('what asks for more work than its size says is refused in words, or read', () => {
  const many = '<path d="M0 0H1V1Z"/>'.repeat(9000);
  const links = Array.from({ length: 9000 }, (_, i) => `<g id="g${i}"><use href="#g${i + 1}"/></g>`).join('');
  const sheet = Array.from({ length: 40_000 }, (_, i) => `.c${i}{fill:red}`).join('');
  test.each([
    ['a chain of 9,000 uses', links, 'use one another more than'],
    ['40,000 style rules', `<style>${sheet}</style>${many}`, 'rules'],
    ['blocks in blocks', `<style>${'@media print{'.repeat(20_000)}${'}'.repeat(20_000)}</style>${many}`, 'nested'],
    ['blocks in a style attribute', `<path style="fill:${'('.repeat(90_000)}" d="M0 0H1V1Z"/>`, 'nested'],
    ['a million dashes', '<path stroke="red" stroke-dasharray=".0001" d="M0 0L100 0"/>', 'dashes'],
    ['a stroke of 1e9', '<path stroke="red" fill="none" stroke-width="1e9" d="M0 0L10 10"/>', 'far wider than its line'],
  ])('%s', (_name, inner, words) => {
    expect(() => readSvg(svg(inner))).toThrow(DrawingError);
    expect(() => readSvg(svg(inner))).toThrow(words);
  });

  test('one long transform over many elements is read once', () => {
    const long = 'translate(1 0) '.repeat(20_000);
    // Read for each element it would take minutes; by a clock that stands still a busy machine is no reason to refuse it.
    const { parts } = readSvg(svg(`<g transform="${long}">${many}</g>`), new Reading(undefined, () => 0));
    expect(parts).toHaveLength(9000);
    expect(parts[8999]?.d).toMatch(/^M20000 0/);
  });

  test('rules in a rule with an at-sign do not apply, and are named', () => {
    const { parts, unused } = readSvg(svg('<style>@media print{path{fill:red}}</style><path d="M0 0H1V1Z"/>'));
    expect(parts.map(({ colour }) => colour)).toEqual(['#000000']);
    expect(unused).toEqual(['@media rule']);
  });
});

describe('a reading', () => {
  test('ends when its time is over, and says how far it came until then', () => {
    let now = 0;
    const shares: number[] = [];
    const reading = new Reading(
      (share) => shares.push(share),
      () => (now += MAX_READING_MS / 100),
    );
    expect(() => readSvg(svg('<path d="M0 0H1V1Z"/>'.repeat(1000)), reading)).toThrow(TOO_MUCH_WORK);
    expect(shares.length).toBeGreaterThan(50);
    expect(shares.every((share, i) => share > (shares[i - 1] ?? 0) && share < 0.2)).toBe(true);
  });
});

describe('contours that touch', () => {
  /** Teeth side by side whose tips touch the bar above them. */
  const comb = (teeth: number) =>
    `M0 0H${teeth}V-1H0Z` + Array.from({ length: teeth }, (_, i) => `M${i + 0.5} 0L${i + 0.75} 100H${i + 0.25}Z`).join('');

  test('are parted wherever they are in a comb of 6,000 teeth (18,000 points)', () => {
    const random = seededRandom(3);
    const rings = outlineLayout({ paths: [{ d: comb(6000), evenOdd: false }], size: 100 }).pieces.flatMap((piece) => piece.rings);
    const points = rings.flat();
    expect(points.length).toBeGreaterThan(18_000);
    // No corner lies on another one: looked at for a few hundred of them, against all.
    for (let i = 0; i < 300; i++) {
      const v = points[Math.floor(random() * points.length)] as (typeof points)[number];
      const nearest = Math.min(...points.filter((p) => p !== v).map((p) => Math.hypot(p.x - v.x, p.y - v.y)));
      expect(nearest).toBeGreaterThan(5e-4);
    }
  });
});
