import { decode } from 'fast-png';
import { halfOf, LARGEST_HALF } from '@/core/delivery/half';
import { writeExr } from '@/core/delivery/exr';
import { ffmpegArguments } from '@/core/delivery/mezzanine';
import { layerNames } from '@/core/delivery/layers';
import { writePng } from '@/core/delivery/png';

/** IEEE 754, binary16, read by its definition. */
const read = (word: number): number => {
  const [exponent, mantissa] = [(word >> 10) & 31, word & 1023];
  const size = exponent === 0 ? mantissa * 2 ** -24 : (1 + mantissa / 1024) * 2 ** (exponent - 15);
  return word & 0x8000 ? -size : size;
};

test('halves are the nearest there are (IEEE 754): all of them come back, others within half a step', () => {
  for (let word = 0; word < 0x7c00; word++) expect(halfOf(read(word))).toBe(word);
  for (const v of [0.1, 1 / 3, 2.71828, 1e-5, 6e-8, 777.7, -0.007]) {
    const near = read(halfOf(v));
    expect(Math.abs(near - v)).toBeLessThanOrEqual(Math.max(2 ** -25, Math.abs(v) * 2 ** -11));
  }
  // Ties go to the even one.
  expect(read(halfOf(1 + 2 ** -11))).toBe(1);
  expect(read(halfOf(1 + 3 * 2 ** -11))).toBe(1 + 2 ** -9);
  expect([read(halfOf(1e9)), read(halfOf(-Infinity)), read(halfOf(NaN))]).toEqual([LARGEST_HALF, -LARGEST_HALF, 0]);
});

test('PNG files are read back as they were by another reader, of 8 and 16 bits, with opacity and without', () => {
  for (const channels of [3, 4] as const)
    for (const deep of [false, true]) {
      const count = 7 * 5 * channels;
      const values = Array.from({ length: count }, (_, i) => (i * 2654435761) % (deep ? 65536 : 256));
      const data = deep ? Uint16Array.from(values) : Uint8Array.from(values);
      const png = decode(writePng({ width: 7, height: 5, channels, data, transfer: 'srgb' }), { checkCrc: true });
      expect([png.width, png.height, png.channels, png.depth]).toEqual([7, 5, channels, deep ? 16 : 8]);
      expect([...png.data]).toEqual([...data]);
    }
  expect(() => writePng({ width: 2, height: 2, channels: 3, data: new Uint8Array(5), transfer: 'srgb' })).toThrow(RangeError);
});

test('an OpenEXR file whose channels do not fit is not written', () => {
  const base = {
    width: 2,
    height: 1,
    isPacked: true,
    rate: { num: 25, den: 1 },
    timecode: { hours: 0, minutes: 0, seconds: 0, frames: 0, isDrop: false },
  };
  const R = { name: 'R', values: Float32Array.of(1, 2) };
  expect(() => writeExr({ ...base, channels: [R, R] })).toThrow('one name');
  expect(() => writeExr({ ...base, channels: [{ ...R, values: new Float32Array(3) }] })).toThrow('another size');
});

test('names of layers are such as every reader takes, and each but once', () => {
  expect(layerNames(['Größe & Co.', 'Title', 'title', '', '日本'])).toEqual(['Gro_e_Co', 'Title', 'title_2', 'unnamed', 'unnamed_2']);
});

test('ffmpeg is told the right colours, rate and timecode, and its sound is cut to the frames', () => {
  const order = {
    kind: 'prores-422-hq',
    frames: 'f_%05d.png',
    first: 10,
    count: 50,
    rate: { num: 30000, den: 1001 },
    alpha: false,
    sound: { file: 's.wav', start: -0.5, gainDb: -3 },
    timecode: '00:00:00;10',
    to: 'out.mov',
  } as const;
  const args = ffmpegArguments(order).join(' ');
  expect(args).toContain('-framerate 30000/1001 -start_number 10 -i f_%05d.png');
  expect(args).toContain('setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv');
  expect(args).toContain('adelay=500.000:all=1');
  expect(args).toContain(`atrim=end=${((50 * 1001) / 30000).toFixed(6)}`);
  expect(args).toContain('-timecode 00:00:00;10');
  expect(ffmpegArguments({ ...order, sound: null }).join(' ')).toContain('-an');
  expect(ffmpegArguments({ ...order, kind: 'ffv1', alpha: true }).join(' ')).toContain('format=gbrap16le');
});
