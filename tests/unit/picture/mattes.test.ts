import { matteBits, mattesOf } from '@/picture/matte-bits';
import { MAX_MATTES } from '@/picture/matte-writer';

const cut = (id: string, markId: string, isOutside = false) => ({ id, matte: { markId, isOutside } });
const whole = (id: string) => ({ id, matte: null });

test('each mark that cuts others has a bit of its own, however many it cuts', () => {
  const marks = [whole('a'), cut('b', 'a'), cut('c', 'a', true), cut('d', 'b')];
  const bits = matteBits(marks);
  expect([...bits]).toEqual([
    ['a', 1],
    ['b', 2],
  ]);
  expect(marks.map((mark) => mattesOf(mark, bits))).toEqual([
    { cutBy: null, writes: 1 },
    { cutBy: { bit: 1, isOutside: false }, writes: 2 },
    { cutBy: { bit: 1, isOutside: true }, writes: null },
    { cutBy: { bit: 2, isOutside: false }, writes: null },
  ]);
});

test('more than there are bits cut nothing: what they would cut is seen whole', () => {
  const marks = Array.from({ length: MAX_MATTES + 1 }, (_, i) => cut(`m${i}`, `by${i}`));
  const bits = matteBits(marks);
  expect(bits.size).toBe(MAX_MATTES);
  expect(mattesOf(marks[MAX_MATTES] as (typeof marks)[number], bits)).toEqual({ cutBy: null, writes: null });
});
