import type { FrameReading } from './frame-reading';
import { spansOf, type Verdict } from './verdict';

/**
 * A change of relative luminance that counts: a tenth of the largest, where the darker image is below 0.80 (WCAG 2.2, 2.3.1; ITU-R
 * BT.1702).
 */
const CHANGE = 0.1;
const DARKER = 0.8;
/** Red is saturated from this share on, and changes by so much in the UCS diagram (WCAG 2.2, definition of general flash and red flash). */
const SATURATED = 0.8;
const COLOUR_CHANGE = 0.2;
/** More flashes than these within any second are too many; a flash is a pair of opposing changes. */
const MOST_FLASHES = 3;
/**
 * Share of what is looked at that may flash: of the whole screen for broadcasts (BT.1702), of any field of ten degrees for pages, which is
 * a third of the picture each way (WCAG 2.2: 341 x 256 of 1024 x 768 pixels).
 */
const MOST_AREA = 0.25;
const SCREEN = 1;
const FIELD = 1 / 3;

/** Frames at which the luminance of a cell has changed enough, each the other way than the one before. */
export function luminanceChanges(values: readonly number[]): number[] {
  const changes: number[] = [];
  let way = 0;
  let [low, high] = [values[0] ?? 0, values[0] ?? 0];
  values.forEach((value, t) => {
    low = Math.min(low, value);
    high = Math.max(high, value);
    if (way >= 0 && high - value >= CHANGE && value < DARKER) {
      changes.push(t);
      way = -1;
      low = high = value;
    } else if (way <= 0 && value - low >= CHANGE && low < DARKER) {
      changes.push(t);
      way = 1;
      low = high = value;
    }
  });
  return changes;
}

/** The same of changes to or from saturated red. */
export function redChanges(redness: readonly number[], chroma: readonly (readonly [number, number])[]): number[] {
  const changes: number[] = [];
  let from = 0;
  for (let t = 1; t < redness.length; t++) {
    const [a, b] = [chroma[from] as readonly [number, number], chroma[t] as readonly [number, number]];
    const isRed = Math.max(redness[from] as number, redness[t] as number) >= SATURATED;
    const away = Math.hypot(a[0] - b[0], a[1] - b[1]);
    if (isRed && away > COLOUR_CHANGE) {
      changes.push(t);
      from = t;
    } else if ((redness[t] as number) >= SATURATED || away < COLOUR_CHANGE / 4) {
      // What is reddest, or hardly another, is what the next change is seen from.
      from = t;
    }
  }
  return changes;
}

/** Changes that fall within so many frames of one another are seen as one: light does not reach all of a picture in the same frame. */
const TOGETHER = 2;

/** How much of each field of some size cells take: fields are looked up in sums of all that lies to the left and above. */
class Fields {
  private readonly sums: Int32Array;
  private readonly wide: number;
  private readonly high: number;

  constructor(
    private readonly columns: number,
    private readonly rows: number,
    side: number,
  ) {
    this.sums = new Int32Array((columns + 1) * (rows + 1));
    [this.wide, this.high] = [Math.max(1, Math.round(columns * side)), Math.max(1, Math.round(rows * side))];
  }

  private take(isIn: (cell: number) => boolean): void {
    const { columns, rows, sums } = this;
    for (let y = 0; y < rows; y++)
      for (let x = 0; x < columns; x++) {
        const at = (y + 1) * (columns + 1) + x + 1;
        sums[at] =
          (isIn(y * columns + x) ? 1 : 0) +
          (sums[at - 1] as number) +
          (sums[at - columns - 1] as number) -
          (sums[at - columns - 2] as number);
      }
  }

  /** Calls back with each field of which such cells take more than they may; a callback that returns true ends it. */
  private over(isIn: (cell: number) => boolean, found: (x: number, y: number) => boolean): boolean {
    this.take(isIn);
    const { columns, rows, wide, high, sums } = this;
    const most = MOST_AREA * wide * high;
    for (let y = 0; y + high <= rows; y++)
      for (let x = 0; x + wide <= columns; x++) {
        const at = (dx: number, dy: number) => sums[(y + dy) * (columns + 1) + x + dx] as number;
        if (at(wide, high) - at(0, high) - at(wide, 0) + at(0, 0) > most && found(x, y)) return true;
      }
    return false;
  }

  /** Whether such cells take more of any field than they may. */
  isOver(isIn: (cell: number) => boolean): boolean {
    return this.over(isIn, () => true);
  }

  /** The cells of all fields of which such cells take more than they may. */
  covered(isIn: (cell: number) => boolean): Uint8Array {
    const cells = new Uint8Array(this.columns * this.rows);
    this.over(isIn, (x, y) => {
      for (let row = y; row < y + this.high; row++) cells.fill(1, row * this.columns + x, row * this.columns + x + this.wide);
      return false;
    });
    return cells;
  }
}

/** A change of a cell: at a frame, one way or the other. */
interface Change {
  frame: number;
  way: 1 | -1;
}

/** Of the changes of each cell those that it shares with more of a field than may change together. */
function sharedChanges(changes: readonly (readonly Change[])[], length: number, fields: Fields): number[][] {
  const shared: number[][] = changes.map(() => []);
  const begun = changes.map(() => 0);
  for (let frame = 0; frame < length; frame++) {
    const now = changes.map((own, cell) => {
      while ((own[begun[cell] as number]?.frame ?? Infinity) <= frame - TOGETHER) begun[cell] = (begun[cell] as number) + 1;
      return own.slice(begun[cell]).filter((change) => change.frame <= frame);
    });
    for (const way of [1, -1] as const) {
      const isChanging = (cell: number) => (now[cell] as Change[]).some((change) => change.way === way);
      const covered = fields.covered(isChanging);
      now.forEach((own, cell) => {
        const change = covered[cell] ? own.find((each) => each.way === way) : undefined;
        if (change && shared[cell]?.at(-1) !== change.frame) (shared[cell] as number[]).push(change.frame);
      });
    }
  }
  return shared;
}

/** At each frame the most changes that more of a field than may has had in the second before it, each shared with as much of one. */
function fieldChanges(changes: readonly (readonly Change[])[], length: number, second: number, fields: Fields): number[] {
  const shared = sharedChanges(changes, length, fields);
  const begun = shared.map(() => 0);
  return Array.from({ length }, (_, frame) => {
    const counts = shared.map((own, cell) => {
      while ((own[begun[cell] as number] ?? Infinity) <= frame - second) begun[cell] = (begun[cell] as number) + 1;
      let count = 0;
      for (let i = begun[cell] as number; i < own.length && (own[i] as number) <= frame; i++) count++;
      return count;
    });
    let most = 0;
    while (fields.isOver((cell) => (counts[cell] as number) > most)) most++;
    return most;
  });
}

/** The most opposing changes in the second before each frame, of luminance or to and from saturated red, by what is looked at. */
export function flashing(readings: readonly FrameReading[], second: number): { screen: number[]; field: number[] } {
  const [first] = readings;
  if (!first) return { screen: [], field: [] };
  const { columns, rows } = first;
  const each = <T>(of: (cell: number) => T): T[] => Array.from({ length: columns * rows }, (_, cell) => of(cell));
  const light = each((cell): Change[] => {
    const values = readings.map(({ luminance }) => luminance[cell] as number);
    return luminanceChanges(values).map((frame) => ({
      frame,
      way: (values[frame] as number) > (values[Math.max(0, frame - 1)] as number) ? 1 : -1,
    }));
  });
  const reds = each((cell): Change[] => {
    const redness = readings.map((reading) => reading.redness[cell] as number);
    const chroma = readings.map((reading) => [reading.chroma[2 * cell] as number, reading.chroma[2 * cell + 1] as number] as const);
    return redChanges(redness, chroma).map((frame) => ({ frame, way: (redness[frame] as number) >= SATURATED ? 1 : -1 }));
  });
  const over = (side: number) => {
    const fields = new Fields(columns, rows, side);
    const [general, red] = [light, reds].map((changes) => fieldChanges(changes, readings.length, second, fields)) as [number[], number[]];
    return general.map((changes, i) => Math.max(changes, red[i] as number));
  };
  return { screen: over(SCREEN), field: over(FIELD) };
}

/** Whether anything flashes more often, over more of the picture, than is safe for all who see it. @param rate frames a second */
export function checkFlash(readings: readonly FrameReading[], rate: number): Verdict {
  const { screen, field } = flashing(readings, Math.round(rate));
  const frames = readings.map(({ frame }) => frame);
  const over = (changes: readonly number[]) => frames.filter((_, i) => (changes[i] as number) > 2 * MOST_FLASHES);
  const onScreen = spansOf(over(screen), 'more than three flashes in a second over a quarter of the screen');
  const inField = spansOf(over(field), 'more than three in a second over a quarter of a field of ten degrees');
  const most = (changes: readonly number[]) => Math.max(0, ...changes) / 2;
  const state = onScreen.length > 0 ? 'fails' : inField.length > 0 ? 'warns' : 'passes';
  return {
    check: 'flash',
    label: 'Flashes',
    state,
    figure:
      `at most ${most(screen)} flashes in a second over a quarter of the screen (BT.1702), ` +
      `${most(field)} over a quarter of a field of ten degrees (WCAG 2.2); ${MOST_FLASHES} may be`,
    findings: [...onScreen, ...inField].sort((a, b) => a.from - b.from),
    advice: {
      fails: 'Make what flashes slower, smaller or fainter: it can cause seizures, and stations refuse it.',
      warns: 'Stations take it; close to a large display, bright detail that passes this fast can be too much. Move slower there.',
      passes: '',
    }[state],
    chart: {
      label: 'flashes in the second before, over a quarter of a field',
      frames,
      values: field.map((changes) => changes / 2),
      limit: { value: MOST_FLASHES, isLeast: false },
    },
  };
}
