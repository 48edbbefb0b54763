import { blueNoise } from '@/core/optics/blue-noise';
import { scrambledPoint } from '@/core/optics/scrambled-points';

// What a (0, 2)-sequence is (H. Niederreiter, 1987): each run of 2^k points has one in each box of 2^-a by 2^-(k-a).
test.each([0, 1, 7])('pair %i: any 2^k points on end are one in each box of that size, whatever its shape', (pair) => {
  for (const k of [2, 4, 6]) {
    for (const from of [0, 2 ** k, 5 * 2 ** k]) {
      const points = Array.from({ length: 2 ** k }, (_, i) => scrambledPoint(3, from + i, pair));
      for (let a = 0; a <= k; a++) {
        const boxes = new Set(points.map(([x, y]) => `${Math.floor(x * 2 ** a)} ${Math.floor(y * 2 ** (k - a))}`));
        expect(boxes.size).toBe(2 ** k);
      }
    }
  }
});

test('pairs do not walk in step: the first of one beside the first of another fills the square', () => {
  const boxes = new Set(
    Array.from({ length: 256 }, (_, i) => `${Math.floor(8 * scrambledPoint(1, i, 0)[0])} ${Math.floor(8 * scrambledPoint(1, i, 1)[0])}`),
  );
  // Of 64 boxes, 256 points put at random leave about one empty.
  expect(boxes.size).toBeGreaterThan(56);
});

test('the same seed gives the same points, another one others', () => {
  expect(scrambledPoint(5, 9, 2)).toEqual(scrambledPoint(5, 9, 2));
  expect(scrambledPoint(6, 9, 2)).not.toEqual(scrambledPoint(5, 9, 2));
});

/** Mean power of a square of numbers at waves of so many a side. */
function powerAt(cells: Float32Array, size: number, waves: number): number {
  let power = 0;
  for (const [u, v] of [
    [waves, 0],
    [0, waves],
    [waves, waves],
  ] as const) {
    let [re, im] = [0, 0];
    for (let y = 0; y < size; y++) {
      for (let x = 0; x < size; x++) {
        const turn = (2 * Math.PI * (u * x + v * y)) / size;
        re += ((cells[y * size + x] as number) - 0.5) * Math.cos(turn);
        im += ((cells[y * size + x] as number) - 0.5) * Math.sin(turn);
      }
    }
    power += (re * re + im * im) / 3;
  }
  return power / (size * size);
}

// Blue noise is what has next to no slow waves (R. Ulichney, 1987); white noise of 0..1 has 1/12 at all of them.
test('the mask has each level once, and no slow waves', () => {
  const cells = blueNoise(32, 4);
  expect(new Set(cells).size).toBe(1024);
  expect(Math.min(...cells)).toBeGreaterThan(0);
  expect(Math.max(...cells)).toBeLessThan(1);
  for (const waves of [1, 2, 3]) expect(powerAt(cells, 32, waves)).toBeLessThan(1 / 12 / 20);
  expect(powerAt(cells, 32, 13)).toBeGreaterThan(1 / 12);
});
