import { at, type Channel, type Value } from '@/core/motion/channel';
import type { Read, Reader } from '@/core/motion/readers';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { CircleError, Resolver, resolverOf, type Source } from '@/core/production/resolver';
import { straightKey } from '../support/key';

/** A source for tests: channels whose rest value is a number below -1000 follow the channel that a table names. */
const following =
  (table: Record<number, [owner: string, name: string, lag: number]>): Source =>
  (channel: Channel<Value>, ask): Reader<Read<Value>> | null => {
    const row = typeof channel.rest === 'number' ? table[channel.rest] : undefined;
    return row ? { at: (frame) => ask(row[0], row[1], frame - row[2]) ?? NaN } : null;
  };

const made = () => {
  const production = emptyProduction('Resolver', { width: 320, height: 180, rate: '25', length: 50 });
  const first = addWordmark(production, 'ONE');
  const second = addWordmark(production, 'TWO');
  const channelsOf = (id: string) => {
    const mark = production.marks.find((each) => each.id === id);
    if (!mark) throw new Error('no mark');
    return mark.channels;
  };
  return { production, first, second, channelsOf };
};

test('a source stands before keys, and may ask for another value at another time', () => {
  const { production, first, second, channelsOf } = made();
  channelsOf(first).x = { rest: 0, keys: [straightKey(0, 0), straightKey(10, 10)] };
  channelsOf(second).x = at(-5001);
  const resolver = new Resolver(production, [following({ [-5001]: [`marks/${first}`, 'x', 2] })]);
  expect(resolver.at(`marks/${second}`, 'x', 6)).toBeCloseTo(4, 9);
  expect(resolver.of(`marks/${second}`, channelsOf(second)).x.at(8)).toBeCloseTo(6, 9);
  expect(resolver.isPlain).toBe(false);
});

test('a circle is found, and named all the way round', () => {
  const { production, first, second, channelsOf } = made();
  channelsOf(first).x = at(-5001);
  channelsOf(second).y = at(-5002);
  const table = { [-5001]: [`marks/${second}`, 'y', 1], [-5002]: [`marks/${first}`, 'x', 1] } as const;
  const resolver = new Resolver(production, [following(table as never)]);
  let circle: unknown = null;
  try {
    resolver.check(`marks/${first}`, 'x', 20);
  } catch (error) {
    circle = error;
  }
  expect(circle).toBeInstanceOf(CircleError);
  expect((circle as CircleError).channels).toEqual([`marks/${first} x`, `marks/${second} y`, `marks/${first} x`]);
  expect((circle as CircleError).message).toContain('in a circle');
  // It is no lasting harm: all round it stand by their own values, and others are answered as ever.
  expect(resolver.at(`marks/${first}`, 'x', 20)).toBe(-5001);
  expect(resolver.at(`marks/${second}`, 'y', 20)).toBe(-5002);
  expect(resolver.at(`marks/${first}`, 'y', 3)).toBe(channelsOf(first).y.rest);
});

test('what is gone has no value', () => {
  const { production } = made();
  expect(resolverOf(production).at('marks/nobody', 'x', 0)).toBeUndefined();
  expect(resolverOf(production).at('nowhere/at/all', 'x', 0)).toBeUndefined();
});
