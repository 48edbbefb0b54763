import { packBytes, unpackBytes } from '@/core/keep/packed-bytes';

const bytes = (length: number) => Uint8Array.from({ length }, (_, i) => (i * i) % 251);

test.each([0, 1, 70_000])('%d bytes are the same again', (length) => {
  expect(unpackBytes(packBytes(bytes(length)), 100_000)).toEqual(bytes(length));
});

test('what would grow beyond its limit is given up, however short it is', () => {
  const bomb = packBytes(new Uint8Array(50_000_000));
  expect(bomb.length).toBeLessThan(100_000);
  expect(() => unpackBytes(bomb, 1_000_000)).toThrow('It is too long.');
});

test.each(['no bytes', 'AAAA', '*'])('what is no packed bytes is refused: %s', (text) => {
  expect(() => unpackBytes(text, 1000)).toThrow();
});
