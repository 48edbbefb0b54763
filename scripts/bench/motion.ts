import bezierEasing from 'bezier-easing';
import { freeze } from 'immer';
import type { Channel, Key } from '@/core/motion/channel';
import { seededRandom } from '@/core/motion/random';
import { keyReader, keyReaders } from '@/core/motion/readers';
import { evaluate } from '@/core/frame/evaluate';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { inTurn, milliseconds } from './timing';

const LETTERS = 300;
const CHANNELS = ['x', 'y', 'z', 'pan', 'tilt', 'roll'] as const;
const random = seededRandom(9);

const keysOf = (count: number): Key[] =>
  Array.from({ length: count }, (_, i) => ({
    frame: i * 20,
    value: random() * 4,
    join: 'eased',
    arrive: { influence: 0.2 + random() * 0.6, speed: random() },
    leave: { influence: 0.2 + random() * 0.6, speed: random() },
    bounces: 0,
  }));

/**
 * Three hundred letters, each a mark of its own with six keyed channels.
 * @param paced the channels of a letter have one pace, as a station gives it to them; else each key has handles of its own
 */
function letters(paced: boolean): Production {
  const production = emptyProduction('Bench', { width: 1920, height: 1080, rate: '25', length: 120 });
  addWordmark(production, 'A');
  const [mark] = production.marks;
  if (!mark) throw new Error('no mark');
  production.marks = Array.from({ length: LETTERS }, (_, i) => {
    const letter = structuredClone(mark);
    letter.id = `mark-${i}`;
    const station = keysOf(6);
    const keys = () => (paced ? station.map((key) => ({ ...key, value: random() * 4 })) : keysOf(6));
    for (const name of CHANNELS) letter.channels[name] = { rest: 0, keys: keys() };
    return letter;
  });
  // As the application has it: an edit leaves nothing behind that can change.
  return freeze(production, true);
}

const sink = { sum: 0 };

/** How long values and whole states take, beside the bare timing function of a well-known library: in turn, so that each meets the same. */
function besideLibrary(production: Production, how: string): void {
  const channels = production.marks.flatMap((mark) => CHANNELS.map((name) => mark.channels[name] as Channel));
  const eases = channels.map(({ keys }) => {
    const [a, b] = [keys[0] as Key, keys[1] as Key];
    return bezierEasing(
      a.leave.influence,
      Math.min(1, a.leave.influence * a.leave.speed),
      1 - b.arrive.influence,
      Math.max(0, 1 - b.arrive.influence * b.arrive.speed),
    );
  });
  let frame = 0;
  const next = () => (frame = (frame + 7.31) % 100);
  const ready = production.marks.map((mark) => keyReaders(mark.channels));
  const [values, bare, whole] = inTurn(600, [
    () => {
      const at = next();
      for (const { x, y, z, pan, tilt, roll } of ready) sink.sum += x.at(at) + y.at(at) + z.at(at) + pan.at(at) + tilt.at(at) + roll.at(at);
    },
    () => {
      const x = (next() % 20) / 20;
      for (const ease of eases) sink.sum += ease(x);
    },
    () => {
      sink.sum += evaluate(production, next() / 25, () => null).marks.length;
    },
  ]);
  const micros = (ms: number) => `${(ms * 1000).toFixed(0)} µs`;
  console.log(`${channels.length} values of eased channels, ${how}: ${micros(values)}`);
  console.log(`  bare bezier-easing             ${micros(bare)}, ratio ${(values / bare).toFixed(2)}`);
  console.log(`  evaluate() of the ${LETTERS} letters    ${micros(whole)}, ratio ${(whole / bare).toFixed(2)}`);
}

/** Values of channels, and whole states made of them. */
export function motion(): void {
  besideLibrary(letters(true), 'one pace a move, as stations set them');
  besideLibrary(letters(false), 'each key with handles of its own');
  const times = [10, 100, 1000, 5000].map((n) => {
    const reader = keyReader(freeze({ rest: 0, keys: keysOf(n) } as Channel, true));
    const last = (n - 1) * 20;
    return [
      n,
      milliseconds(40, () => {
        for (let i = 0; i < 2000; i++) sink.sum += reader.at(((i * 0.6180339) % 1) * last);
      }) / 2000,
    ] as const;
  });
  console.log(`A value of a channel with ${times.map(([n, each]) => `${n} keys ${(each * 1e6).toFixed(0)} ns`).join(', ')}`);
  if (!Number.isFinite(sink.sum)) throw new Error('A value came out that is no number.');
}
