import { awayAt, ORDER_NAMES, placesOf, shareOf, type CascadePart } from '@/core/motion/cascade';

const row = (n: number): CascadePart[] => Array.from({ length: n }, (_, i) => ({ x: i, y: (i * 7) % 3 }));
const context = { angle: 0, seed: 4 };
const straight = (u: number) => u;

describe('a cascade', () => {
  // Worked out by hand: five parts, each of which takes four tenths of the whole.
  test.each([
    [0.25, [0.625, 0.25, 0, 0, 0]],
    [0.5, [1, 0.875, 0.5, 0.125, 0]],
    [0.75, [1, 1, 1, 0.75, 0.375]],
  ])('at %p of five parts that overlap each is where the table has it', (progress, wanted) => {
    const places = placesOf('forward', row(5), context);
    places.forEach((place, i) => expect(shareOf(progress, place, 0.4)).toBeCloseTo(wanted[i] as number, 12));
  });

  test('orders of five', () => {
    const of = (order: Parameters<typeof placesOf>[0]) => placesOf(order, row(5), context).map((v) => Math.round(v * 100) / 100);
    expect(of('forward')).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect(of('backward')).toEqual([1, 0.75, 0.5, 0.25, 0]);
    expect(of('middle')).toEqual([1, 0.5, 0, 0.5, 1]);
    expect(of('edges')).toEqual([0, 0.5, 1, 0.5, 0]);
    expect(of('along')).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect([...of('random')].sort()).toEqual([0, 0.25, 0.5, 0.75, 1]);
    expect(of('random')).toEqual(of('random'));
    const up = placesOf('along', row(5), { angle: 90, seed: 0 });
    [0, 0.5, 1, 0, 0.5].forEach((place, i) => expect(up[i]).toBeCloseTo(place, 12));
  });

  test('of any number, in any order and width, the first begins at once, the last ends with the whole, and none goes back', () => {
    for (const order of ORDER_NAMES)
      for (const n of [1, 2, 3, 8, 57])
        for (const width of [0.02, 0.37, 1]) {
          const places = placesOf(order, row(n), context);
          expect(Math.min(...places)).toBe(0);
          for (const place of places) {
            const shares = Array.from({ length: 21 }, (_, k) => shareOf(k / 20, place, width));
            expect(shares[0]).toBe(0);
            expect(shares[20]).toBeCloseTo(1, 9);
            expect(shares).toEqual([...shares].sort((a, b) => a - b));
          }
        }
  });

  test('an exit is its arrival played backwards; a wave begins and ends at rest; a swing comes round', () => {
    for (const p of [0, 0.3, 0.7, 1]) {
      const there = awayAt('exit', p, 0.5, 0.4, straight);
      expect(awayAt('arrival', p, 0.5, 0.4, straight)).toBeCloseTo(1 - there, 12);
    }
    expect([0, 1].map((p) => awayAt('wave', p, 0.5, 0.4, straight))).toEqual([0, 0]);
    expect(awayAt('wave', 0.5, 0.5, 0.4, straight)).toBeCloseTo(1, 12);
    for (const p of [0.1, 0.4]) expect(awayAt('swing', p + 3, 0.3, 0.2, straight)).toBeCloseTo(awayAt('swing', p, 0.3, 0.2, straight), 9);
  });
});
