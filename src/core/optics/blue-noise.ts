import { seededRandom } from '../motion/random';

/** Width of the bell by which a point is felt about it, cells (R. Ulichney, 1993, found 1.5 best). */
const BELL = 1.5;

/**
 * A square of numbers, each of 0..size²-1 once, in which near ones differ: put on pixels, what is uneven is finer than what the eye
 * blends (the void-and-cluster method, R. Ulichney, Proc. SPIE 1913, 1993). It goes on at its other side without a seam.
 * @param size cells a side, a power of two
 * @returns rows of numbers in 0..1 (1 excluded)
 */
export function blueNoise(size: number, seed: number): Float32Array {
  const count = size * size;
  const mask = size - 1;
  const bell = new Float32Array(count);
  for (let y = 0; y < size; y++) {
    for (let x = 0; x < size; x++) {
      const [dx, dy] = [Math.min(x, size - x), Math.min(y, size - y)];
      bell[y * size + x] = Math.exp(-(dx * dx + dy * dy) / (2 * BELL * BELL));
    }
  }
  const felt = new Float32Array(count);
  const on = new Uint8Array(count);
  const put = (cell: number, sign: number) => {
    const [x, y] = [cell & mask, Math.floor(cell / size)];
    on[cell] = sign > 0 ? 1 : 0;
    for (let v = 0; v < size; v++) {
      const row = ((v - y) & mask) * size;
      for (let u = 0; u < size; u++) felt[v * size + u] = (felt[v * size + u] as number) + sign * (bell[row + ((u - x) & mask)] as number);
    }
  };
  /** The cell that is most crowded among those that are on, or loneliest among those that are not. */
  const extreme = (state: 0 | 1): number => {
    let best = -1;
    for (let i = 0; i < count; i++) {
      if (on[i] !== state) continue;
      if (best < 0 || (state === 1 ? (felt[i] as number) > (felt[best] as number) : (felt[i] as number) < (felt[best] as number))) best = i;
    }
    return best;
  };
  const random = seededRandom(seed);
  const first = Math.floor(count / 10);
  for (let placed = 0; placed < first;) {
    const cell = Math.floor(random() * count);
    if (on[cell]) continue;
    put(cell, 1);
    placed++;
  }
  // The first tenth is evened out: what is most crowded goes where it is loneliest, until it comes back.
  for (;;) {
    const crowded = extreme(1);
    put(crowded, -1);
    const lonely = extreme(0);
    put(lonely, 1);
    if (lonely === crowded) break;
  }
  const ranks = new Float32Array(count);
  const kept = { felt: felt.slice(), on: on.slice() };
  for (let rank = first - 1; rank >= 0; rank--) {
    const crowded = extreme(1);
    put(crowded, -1);
    ranks[crowded] = rank;
  }
  felt.set(kept.felt);
  on.set(kept.on);
  for (let rank = first; rank < count; rank++) {
    const lonely = extreme(0);
    put(lonely, 1);
    ranks[lonely] = rank;
  }
  return ranks.map((rank) => (rank + 0.5) / count);
}
