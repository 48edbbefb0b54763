import Color from 'colorjs.io';
import { labColour, labToLinear } from '@/core/colour/oklab';
import { linearColour } from '@/core/colour/transfer';
import { at, keysOf, type Channel } from '@/core/motion/channel';
import { keyReader, keyReaders } from '@/core/motion/readers';
import { colourSchema } from '@/core/schema/fields';
import { key, straightKey } from '../support/key';

describe('colours run through OKLab', () => {
  // Source: colorjs.io, which follows CSS Color Module Level 4.
  test.each(['#ff0000', '#00ff00', '#0000ff', '#ffffff', '#0b6e4f', '#c9d0d6', '#010203'])(
    '%s has the coordinates of CSS Color 4',
    (hex) => {
      const ours = labColour(hex);
      new Color(hex).to('oklab').coords.forEach((v, i) => expect(ours[i]).toBeCloseTo(v as number, 4));
      labToLinear(ours).forEach((v, i) => expect(v).toBeCloseTo(linearColour(hex)[i] as number, 5));
    },
  );

  test('halfway between two keys stands the colour that CSS mixes in oklab', () => {
    const channel: Channel<string> = { rest: '#000000', keys: [straightKey(0, '#ff3b00'), straightKey(10, '#0058ff')] };
    const mixed = new Color('#ff3b00').mix('#0058ff', 0.5, { space: 'oklab', outputSpace: 'srgb-linear' }).coords;
    keyReader(channel)
      .at(5)
      .forEach((v, i) => expect(v).toBeCloseTo(Math.max(0, mixed[i] as number), 4));
  });

  test('on its keys it is the key’s colour, before and after them it holds', () => {
    const reader = keyReader<string>({ rest: '#000000', keys: [straightKey(4, '#336699'), straightKey(8, '#ffcc00')] });
    for (const [frame, hex] of [
      [0, '#336699'],
      [4, '#336699'],
      [8, '#ffcc00'],
      [90, '#ffcc00'],
    ] as const)
      reader.at(frame).forEach((v, i) => expect(v).toBeCloseTo(linearColour(hex)[i] as number, 5));
  });

  test('white to black never leaves the greys', () => {
    const reader = keyReader<string>({ rest: '#000000', keys: [straightKey(0, '#ffffff'), key(10, '#000000')] });
    for (let frame = 0; frame <= 10; frame += 0.5) {
      const [r, g, b] = reader.at(frame);
      expect(Math.max(r, g, b) - Math.min(r, g, b)).toBeLessThan(1e-5);
    }
  });
});

describe('switches are held', () => {
  const reader = keyReader<boolean>({ rest: true, keys: [straightKey(10, false), straightKey(20, true), straightKey(30, false)] });
  test.each([
    [0, false],
    [10, false],
    [19.999, false],
    [20, true],
    [29.999, true],
    [30, false],
    [1000, false],
  ])('at frame %d it is %s', (frame, value) => expect(reader.at(frame)).toBe(value));

  test('without keys it is at rest, and it can cycle', () => {
    expect(keyReader<boolean>(at(true)).at(3)).toBe(true);
    const blinking = keyReader<boolean>({
      rest: true,
      keys: [straightKey(0, true), straightKey(5, false), straightKey(10, true)],
      after: 'cycle',
    });
    expect([11, 14, 15, 19, 21].map((frame) => blinking.at(frame))).toEqual([true, true, false, false, true]);
  });
});

test('readers of frozen channels are made once; of channels that may still change, each time', () => {
  const loose = { level: at(1) };
  expect(keyReaders(loose)).not.toBe(keyReaders(loose));
  const frozen = Object.freeze({ level: at(1) });
  expect(keyReaders(frozen)).toBe(keyReaders(frozen));
});

test('keys of any kind must be in order of time, one a frame, with values of that kind', () => {
  const schema = keysOf(colourSchema);
  expect(schema.safeParse([straightKey(0, '#ffffff'), straightKey(3, '#000000')]).success).toBe(true);
  expect(schema.safeParse([straightKey(3, '#ffffff'), straightKey(3, '#000000')]).success).toBe(false);
  expect(schema.safeParse([straightKey(0, 'red')]).success).toBe(false);
});
