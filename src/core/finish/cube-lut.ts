/**
 * Tables of colours as .cube files have them (Cube LUT Specification 1.0): by one value each (1D) or by all three (3D), over a domain that
 * is said in the file. What is brought lies on a lattice; between its points it is interpolated.
 */
export interface CubeLut {
  title: string;
  /** Points each way. */
  size: number;
  /** By red, green and blue together; else each by itself. */
  is3d: boolean;
  /** What the first and the last point stand for. */
  min: readonly [number, number, number];
  max: readonly [number, number, number];
  /** Three numbers a point; of a 3D table red runs fastest, then green. */
  table: Float32Array;
}

/** Why a file is no table; its message is for the person. */
export class CubeLutError extends Error {}

/** Larger ones are refused: a table of 65 points each way is common, one of 129 has 6.4 million numbers. */
export const MOST_POINTS_3D = 129;
export const MOST_POINTS_1D = 65_536;

const three = (words: readonly string[], line: number): [number, number, number] => {
  const numbers = words.map(Number);
  if (words.length !== 3 || numbers.some((v) => !Number.isFinite(v))) throw new CubeLutError(`Line ${line} is no three numbers.`);
  return numbers as [number, number, number];
};

function sizeOf(words: readonly string[], most: number, line: number): number {
  const size = Number(words[0]);
  if (!Number.isInteger(size) || size < 2) throw new CubeLutError(`Line ${line} says no size of a table.`);
  if (size > most) throw new CubeLutError(`The table has ${size} points each way; at most ${most} are read.`);
  return size;
}

/**
 * Reads a .cube file.
 * @throws CubeLutError where it is none, is cut short, or is larger than is read
 */
export function readCube(text: string): CubeLut {
  let [title, size, is3d] = ['', 0, false];
  let [min, max]: [CubeLut['min'], CubeLut['max']] = [
    [0, 0, 0],
    [1, 1, 1],
  ];
  let table: Float32Array | null = null;
  let filled = 0;
  const begin = (points: number, all: boolean) => {
    if (table) throw new CubeLutError('The file has two tables; one is read.');
    [size, is3d] = [points, all];
    table = new Float32Array(3 * (all ? points ** 3 : points));
  };
  text.split(/\r\n|\r|\n/).forEach((raw, i) => {
    const line = raw.trim();
    if (line === '' || line.startsWith('#')) return;
    const [word = '', ...rest] = line.split(/\s+/);
    switch (word) {
      case 'TITLE':
        title = line.slice(5).trim().replace(/^"|"$/g, '').slice(0, 120);
        return;
      case 'DOMAIN_MIN':
        min = three(rest, i + 1);
        return;
      case 'DOMAIN_MAX':
        max = three(rest, i + 1);
        return;
      case 'LUT_1D_SIZE':
        return begin(sizeOf(rest, MOST_POINTS_1D, i + 1), false);
      case 'LUT_3D_SIZE':
        return begin(sizeOf(rest, MOST_POINTS_3D, i + 1), true);
    }
    // Words that are not known are left out, as the specification asks; what begins as a number is a point.
    if (!/^[-+.\d]/.test(word)) return;
    if (!table) throw new CubeLutError('Its size is not said before its first point.');
    if (filled + 3 > table.length) throw new CubeLutError('It has more points than its size says.');
    table.set(three([word, ...rest], i + 1), filled);
    filled += 3;
  });
  const made = table as Float32Array | null;
  if (!made) throw new CubeLutError('This is no .cube file: it says no size of a table.');
  if (filled < made.length) throw new CubeLutError(`The file is cut short: ${filled / 3} of ${made.length / 3} points are there.`);
  if (min.some((v, k) => v >= (max[k] as number))) throw new CubeLutError('Its domain has no room: its least is not below its most.');
  return { title, size, is3d, min, max, table: made };
}

/** Places of a colour on the lattice, from 0 to its last point; what lies outside of the domain is taken to its border. */
function placed({ size, min, max }: CubeLut, colour: readonly [number, number, number]): [number, number, number] {
  return colour.map((v, k) => {
    const [low, high] = [min[k] as number, max[k] as number];
    return ((Math.max(low, Math.min(high, v)) - low) / (high - low)) * (size - 1);
  }) as [number, number, number];
}

/**
 * A colour as a table brings it: along a line in 1D; in 3D within the one of six tetrahedra of its cell in which it lies, so that greys
 * stay on the diagonal and are never coloured.
 */
export function throughCube(lut: CubeLut, colour: readonly [number, number, number]): [number, number, number] {
  const { size, is3d, table } = lut;
  const place = placed(lut, colour);
  const cell = place.map((v) => Math.min(size - 2, Math.floor(v))) as [number, number, number];
  const share = place.map((v, k) => v - (cell[k] as number)) as [number, number, number];
  if (!is3d) {
    return cell.map((i, k) => {
      const [a, b] = [table[3 * i + k] as number, table[3 * (i + 1) + k] as number];
      return a + (share[k] as number) * (b - a);
    }) as [number, number, number];
  }
  // From the near corner to the far one, each step along the axis of the largest share that is left.
  const order = [0, 1, 2].sort((a, b) => (share[b] as number) - (share[a] as number));
  const at = [...cell] as [number, number, number];
  const pointAt = (k: number) => table[3 * ((at[2] * size + at[1]) * size + at[0]) + k] as number;
  const corner = () => [0, 1, 2].map(pointAt);
  let now = corner();
  const made = [...now] as [number, number, number];
  for (const axis of order as (0 | 1 | 2)[]) {
    at[axis]++;
    const next = corner();
    for (const k of [0, 1, 2] as const) made[k] += share[axis] * ((next[k] as number) - (now[k] as number));
    now = next;
  }
  return made;
}
