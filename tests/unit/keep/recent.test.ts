import { Recent } from '@/core/keep/recent';

test('keeps so many, and lets go of what was asked for longest ago', () => {
  const recent = new Recent<number>(2);
  recent.set('a', 1);
  recent.set('b', 2);
  expect(recent.get('a')).toBe(1);
  recent.set('c', 3);
  expect([recent.get('a'), recent.get('b'), recent.get('c'), recent.size]).toEqual([1, undefined, 3, 2]);
});

test('makes a thing once as long as it is kept', () => {
  const recent = new Recent<object>(1);
  let made = 0;
  const make = () => ({ made: ++made });
  const first = recent.ensure('a', make);
  expect(recent.ensure('a', make)).toBe(first);
  recent.ensure('b', make);
  expect(recent.ensure('a', make)).not.toBe(first);
  expect(made).toBe(3);
  recent.delete('a');
  expect(recent.size).toBe(0);
});
