import { checkFlash, luminanceChanges, redChanges } from '@/core/check/flash';
import { uniformChromaticity, type FrameReading } from '@/core/check/frame-reading';

/** Limits of WCAG 2.2, success criterion 2.3.1, and ITU-R BT.1702: sequences just inside and just outside each. */

const [COLUMNS, ROWS, RATE] = [48, 27, 24];

interface Light {
  light: number;
  colour?: readonly [number, number, number];
}

/** Frames in which a part of the picture has one light and all else another. */
function sequence(lights: readonly Light[], inside: (x: number, y: number) => boolean = () => true, around = 0.2): FrameReading[] {
  return lights.map(({ light, colour }, frame) => {
    const luminance = new Float32Array(COLUMNS * ROWS).fill(around);
    const chroma = new Float32Array(2 * COLUMNS * ROWS);
    const redness = new Float32Array(COLUMNS * ROWS).fill(1 / 3);
    const [u, v] = colour ? uniformChromaticity(...colour) : [0.1978, 0.4683];
    for (let i = 0; i < COLUMNS * ROWS; i++) {
      const isIn = inside(i % COLUMNS, Math.floor(i / COLUMNS));
      if (isIn) luminance[i] = light;
      [chroma[2 * i], chroma[2 * i + 1]] = isIn ? [u, v] : [0.1978, 0.4683];
      if (isIn && colour) redness[i] = colour[0] / (colour[0] + colour[1] + colour[2]);
    }
    return { frame, columns: COLUMNS, rows: ROWS, luminance, chroma, redness, lowest: 0, highest: 1, clipped: 0 };
  });
}

/** Two lights in turn: so many flashes evenly over a second, and then rest. */
const blinking = (flashes: number, low: number, high: number, colour?: Light['colour']): Light[] =>
  Array.from({ length: 2 * RATE }, (_, t) => {
    const isUp = t < RATE && Math.floor((t * 2 * flashes) / RATE) % 2 === 1;
    return isUp ? { light: high, ...(colour ? { colour } : {}) } : { light: low };
  });

const state = (readings: FrameReading[]) => checkFlash(readings, RATE).state;

test('three flashes in a second are allowed, four are not', () => {
  expect(state(sequence(blinking(3, 0.1, 0.6)))).toBe('passes');
  expect(state(sequence(blinking(4, 0.1, 0.6)))).toBe('fails');
});

test('changes below a tenth of full luminance do not count, nor do those whose darker image is 0.80 or brighter', () => {
  expect(state(sequence(blinking(6, 0.3, 0.395)))).toBe('passes');
  expect(state(sequence(blinking(6, 0.3, 0.405)))).toBe('fails');
  expect(state(sequence(blinking(6, 0.81, 0.99)))).toBe('passes');
  expect(state(sequence(blinking(6, 0.79, 0.99)))).toBe('fails');
});

test('a quarter of a field of ten degrees may flash, a third of the picture each way; for broadcasts a quarter of the screen', () => {
  // The field is 16 by 9 cells; 4 by 9 are a quarter of it.
  expect(state(sequence(blinking(6, 0.1, 0.6), (x, y) => x < 4 && y < 9))).toBe('passes');
  expect(state(sequence(blinking(6, 0.1, 0.6), (x, y) => x < 5 && y < 9))).toBe('warns');
  // As many cells far from one another are in no one field.
  expect(state(sequence(blinking(6, 0.1, 0.6), (x, y) => x % 12 === 0 && y < 12))).toBe('passes');
  // 12 of 48 columns are a quarter of the screen.
  expect(state(sequence(blinking(6, 0.1, 0.6), (x) => x < 12))).toBe('warns');
  expect(state(sequence(blinking(6, 0.1, 0.6), (x) => x < 13))).toBe('fails');
});

test('a slow change to the same levels is no flash, however far it goes', () => {
  const slow = Array.from({ length: 4 * RATE }, (_, t) => ({ light: 0.5 + 0.4 * Math.sin((2 * Math.PI * 1.2 * t) / RATE) }));
  expect(state(sequence(slow))).toBe('passes');
  // Noise far below a tenth does not make it one.
  expect(luminanceChanges(slow.map(({ light }, t) => light + 0.02 * Math.sin(7 * t))).length).toBeLessThanOrEqual(10);
});

test('saturated red flashes by its colour, where its luminance hardly changes', () => {
  const red: Light['colour'] = [0.95, 0.025, 0.025];
  expect(state(sequence(blinking(4, 0.2, 0.23, red)))).toBe('fails');
  expect(state(sequence(blinking(3, 0.2, 0.23, red)))).toBe('passes');
  // Seven tenths of red are not saturated.
  expect(state(sequence(blinking(4, 0.2, 0.23, [0.7, 0.15, 0.15])))).toBe('passes');
  expect(
    redChanges(
      [0.95, 0.2, 0.95],
      [uniformChromaticity(0.95, 0.025, 0.025), uniformChromaticity(0.3, 0.4, 0.3), uniformChromaticity(0.95, 0.025, 0.025)],
    ),
  ).toEqual([1, 2]);
});

test('what only passes by is no flash: bright stripes that go over the picture change each place at another time', () => {
  // At 60 frames a second each place is lit five times in one.
  const stripes = Array.from({ length: 120 }, (_, frame) => ({
    ...(sequence([{ light: 0.9 }], (x) => (x + frame) % 12 < 3, 0.05)[0] as FrameReading),
    frame,
  }));
  expect(luminanceChanges(stripes.slice(0, 60).map(({ luminance }) => luminance[100] as number)).length).toBeGreaterThan(7);
  expect(checkFlash(stripes, 60).state).toBe('passes');
});

test('where it flashes is told, with how often', () => {
  const calm: Light[] = Array.from({ length: RATE }, () => ({ light: 0.1 }));
  const verdict = checkFlash(sequence([...calm, ...blinking(5, 0.1, 0.7)]), RATE);
  expect(verdict.findings[0]?.from).toBeGreaterThan(RATE + 10);
  expect(verdict.findings[0]?.to).toBeLessThan(3 * RATE);
  expect(verdict.figure).toContain('at most 5 flashes in a second');
});
