import Color from 'colorjs.io';
import { stopsOverGrey } from '@/core/finish/colour-reading';
import { lumaAndColour, ofLumaAndColour, PRIMARY_TARGETS, scopesOf, SKIN_DEGREES, VECTOR_BINS } from '@/core/finish/scopes';

/** A picture of columns of colours, each as wide as the others. */
function chart(colours: readonly (readonly [number, number, number])[], width = 8 * colours.length, height = 4): Uint8Array {
  const pixels = new Uint8Array(width * height * 4);
  for (let i = 0; i < width * height; i++)
    pixels.set([...(colours[Math.floor(((i % width) * colours.length) / width)] as [number, number, number]), 255], 4 * i);
  return pixels;
}

const peak = (counts: Uint32Array): number => counts.indexOf(Math.max(...counts));

test('a ramp is a straight line in the waveform and in each part of the parade', () => {
  const ramp = Array.from({ length: 256 }, (_, v) => [v, v, v] as const);
  const scopes = scopesOf(chart(ramp, 256), 256);
  for (let column = 0; column < 256; column++)
    for (const counts of [scopes.luma, ...scopes.parade]) expect(peak(counts.subarray(256 * column, 256 * (column + 1)))).toBe(column);
  // Every value comes as often.
  for (const counts of scopes.histogram) expect([...counts]).toEqual(new Array(256).fill(4));
});

test('bars at three quarters lie in the targets of the vectorscope, at their luma (ITU-R BT.709)', () => {
  const bars = [
    [191, 191, 191],
    [191, 191, 0],
    [0, 191, 191],
    [0, 191, 0],
    [191, 0, 191],
    [191, 0, 0],
    [0, 0, 191],
  ] as const;
  const scopes = scopesOf(chart(bars), 8 * bars.length);
  const bin = (v: number) => Math.floor((v + 0.5) * VECTOR_BINS);
  for (const { cb, cr } of PRIMARY_TARGETS) {
    const around = [-1, 0, 1].flatMap((dy) => [-1, 0, 1].map((dx) => scopes.vectors[(bin(cr) + dy) * VECTOR_BINS + bin(cb) + dx] ?? 0));
    expect(Math.max(...around)).toBe(32);
  }
  // Grey is in the middle.
  expect(scopes.vectors[64 * VECTOR_BINS + 64]).toBe(32);
  // 75 % bars: luma by 0.2126, 0.7152, 0.0722 of 191.
  expect([1, 3, 5, 6].map((i) => peak(scopes.luma.subarray(256 * (8 * i + 4), 256 * (8 * i + 5))))).toEqual([177, 137, 41, 14]);
});

test('colour differences of the primaries are half at full strength; skin of any shade lies along one way', () => {
  expect(lumaAndColour(0, 0, 1).cb).toBeCloseTo(0.5, 3);
  expect(lumaAndColour(1, 0, 0).cr).toBeCloseTo(0.5, 3);
  // Skin from light to dark, in CIE L*a*b* (hues of 45 to 60 degrees: common practice of measured skin).
  for (const [l, a, b] of [
    [75, 12, 17],
    [55, 15, 20],
    [35, 13, 16],
  ] as const) {
    const [red, green, blue] = new Color('lab', [l, a, b]).to('srgb').coords as [number, number, number];
    const { cb, cr } = lumaAndColour(red, green, blue);
    const turn = (Math.atan2(cr, cb) * 180) / Math.PI;
    expect(Math.abs(turn - SKIN_DEGREES)).toBeLessThan(12);
  }
});

test('three values that a wheel has turned keep their luma, and come back as they were', () => {
  const { y, cb, cr } = lumaAndColour(1.2, 0.9, 1.05);
  expect(ofLumaAndColour(y, cb, cr)).toEqual([1.2, 0.9, 1.05].map((v) => expect.closeTo(v, 12)));
  const turned = ofLumaAndColour(y, cb + 0.1, cr - 0.2);
  expect(0.2126 * turned[0] + 0.7152 * turned[1] + 0.0722 * turned[2]).toBeCloseTo(y, 12);
});

test('a card of middle grey is at no stops, twice its light one over', () => {
  expect(stopsOverGrey([0.18, 0.18, 0.18])).toBeCloseTo(0, 12);
  expect(stopsOverGrey([0.36, 0.36, 0.36])).toBeCloseTo(1, 12);
  expect(stopsOverGrey([0, 0, 0])).toBe(-Infinity);
});
