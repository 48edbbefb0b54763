import { produce } from 'immer';
import { addWordmark } from '@/core/production/edits/mark-edits';
import type { Mark } from '@/core/production/mark';
import { emptyProduction } from '@/core/production/production';
import { resolverOf } from '@/core/production/resolver';
import { soundSchema } from '@/core/production/sound';
import { levelAt, measureLevels, packLevels, unpackLevels, type LevelBand } from '@/core/sound/levels';

/** How loud a sound is, against sines whose root mean square is known (amplitude over the root of two). */

const RATE = 48_000;
const sound = (seconds: number, of: (t: number) => number) => Float32Array.from({ length: seconds * RATE }, (_, i) => of(i / RATE));
const sine = (hertz: number, t: number) => Math.sin(2 * Math.PI * hertz * t);

test('half as much is half as loud, whatever its pitch; silence is nothing', () => {
  for (const hertz of [80, 700, 6000]) {
    const levels = measureLevels(
      sound(3, (t) => (t < 1 ? 1 : t < 2 ? 0.5 : 0) * sine(hertz, t)),
      RATE,
    );
    expect(levelAt(levels, 'level', 0.5)).toBeCloseTo(1, 1);
    expect(levelAt(levels, 'level', 1.5)).toBeCloseTo(0.5, 1);
    expect(levelAt(levels, 'level', 2.5)).toBe(0);
    expect(levelAt(levels, 'level', -1)).toBe(0);
    expect(levelAt(levels, 'level', 9)).toBe(0);
  }
});

test('what is low, middle and high is told apart', () => {
  const levels = measureLevels(
    sound(3, (t) => sine(t < 1 ? 60 : t < 2 ? 800 : 7000, t)),
    RATE,
  );
  (['low', 'middle', 'high'] as LevelBand[]).forEach((band, second) => {
    for (const at of [0, 1, 2]) {
      const loud = levelAt(levels, band, at + 0.5);
      if (at === second) expect(loud).toBeGreaterThan(0.95);
      else expect(loud).toBeLessThan(0.05);
    }
  });
});

test('packed and taken apart again they are the same; what is no levels is not read', () => {
  const levels = measureLevels(
    sound(2, (t) => sine(200 * (1 + t), t) * (1 - t / 2)),
    RATE,
  );
  const packed = packLevels(levels);
  expect(unpackLevels({ levels: packed })).toEqual(levels);
  expect(packed.length).toBeLessThan(levels.length * 1.4);
  expect(unpackLevels({ levels: 'no levels' })).toBeNull();
});

test('a formula goes by the sound where that is, and by nothing where there is none', () => {
  const levels = packLevels(
    measureLevels(
      sound(2, (t) => (t > 1 ? sine(90, t) : 0)),
      RATE,
    ),
  );
  const linked = (isHeard: boolean) =>
    produce(emptyProduction('Sound', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
      addWordmark(draft, 'SEA');
      Object.assign(draft.marks[0]?.channels.x ?? {}, { link: { formula: '2 * low', refs: [] } });
      if (isHeard) draft.sound = soundSchema.parse({ hash: 'a'.repeat(64), name: 'x.wav', seconds: 2, from: 10, levels });
    });
  const x = (isHeard: boolean, frame: number) => {
    const production = linked(isHeard);
    const [mark] = production.marks as [Mark];
    return resolverOf(production).of('marks/mark-1', mark.channels).x.at(frame);
  };
  expect(x(true, 10 + 1.5 * 25)).toBeCloseTo(2, 1);
  expect(x(true, 10 + 0.5 * 25)).toBeCloseTo(0, 6);
  expect(x(true, 5)).toBe(0);
  expect(x(false, 40)).toBe(0);
});
