import { zlibSync } from 'fflate';

/** How the numbers of a picture stand for light: by the curve of sRGB (IEC 61966-2-1), or as they are. */
export type Transfer = 'srgb' | 'linear';

export interface PngPicture {
  width: number;
  height: number;
  /** 3 for colours, 4 with opacity. */
  channels: 3 | 4;
  /** Rows from the top; channels of a pixel one after the other. Sixteen bits where they are sixteen. */
  data: Uint8Array | Uint16Array;
  transfer: Transfer;
}

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Chromaticities of BT.709 and sRGB in hundred thousandths: white, red, green, blue. */
const BT709 = [31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000];
/** Filter "Up" (PNG, 9.2): what differs from the row above. Renders have few sudden rows. */
const UP = 2;
/** How hard zlib tries, 0 to 9: beyond this files grow little smaller and take much longer. */
const LEVEL = 4;

const CRC = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

/** PNG, annex D. */
function crc32(bytes: Uint8Array): number {
  let c = 0xffffffff;
  for (const byte of bytes) c = (CRC[(c ^ byte) & 255] as number) ^ (c >>> 8);
  return (c ^ 0xffffffff) >>> 0;
}

function chunk(type: string, data: Uint8Array): Uint8Array {
  const out = new Uint8Array(data.length + 12);
  const view = new DataView(out.buffer);
  view.setUint32(0, data.length);
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i);
  out.set(data, 8);
  view.setUint32(data.length + 8, crc32(out.subarray(4, data.length + 8)));
  return out;
}

function words(values: readonly number[]): Uint8Array {
  const out = new DataView(new ArrayBuffer(4 * values.length));
  values.forEach((value, i) => out.setUint32(4 * i, value));
  return new Uint8Array(out.buffer);
}

/** What the numbers mean (PNG, 11.3.3): perceptual sRGB with what older readers go by, or a gamma of 1 with the same primaries. */
const colourChunks = (transfer: Transfer): Uint8Array[] =>
  transfer === 'srgb'
    ? [chunk('sRGB', Uint8Array.of(0)), chunk('gAMA', words([45455])), chunk('cHRM', words(BT709))]
    : [chunk('gAMA', words([100000])), chunk('cHRM', words(BT709))];

/** Rows as they are packed: most significant byte first, each as what differs from the row above. */
function filtered({ width, height, channels, data }: PngPicture): Uint8Array {
  const isDeep = data instanceof Uint16Array;
  const row = width * channels * (isDeep ? 2 : 1);
  const out = new Uint8Array(height * (row + 1));
  let above = new Uint8Array(row);
  let own = new Uint8Array(row);
  for (let y = 0; y < height; y++) {
    if (isDeep) {
      const from = y * width * channels;
      for (let i = 0; i < width * channels; i++) {
        const value = data[from + i] as number;
        own[2 * i] = value >> 8;
        own[2 * i + 1] = value & 255;
      }
    } else own.set(data.subarray(y * row, (y + 1) * row));
    const to = y * (row + 1);
    out[to] = UP;
    for (let i = 0; i < row; i++) out[to + 1 + i] = (own[i] as number) - (above[i] as number);
    [above, own] = [own, above];
  }
  return out;
}

/**
 * A picture as a PNG file (ISO/IEC 15948:2004) of 8 or 16 bits a channel that says what its numbers mean.
 * @throws RangeError when there are not as many numbers as pixels need
 */
export function writePng(picture: PngPicture): Uint8Array {
  const { width, height, channels, data } = picture;
  if (data.length !== width * height * channels) throw new RangeError('A picture has other numbers than its size says.');
  const depth = data instanceof Uint16Array ? 16 : 8;
  const header = Uint8Array.of(...words([width, height]), depth, channels === 4 ? 6 : 2, 0, 0, 0);
  const parts = [
    Uint8Array.from(SIGNATURE),
    chunk('IHDR', header),
    ...colourChunks(picture.transfer),
    chunk('IDAT', zlibSync(filtered(picture), { level: LEVEL })),
    chunk('IEND', new Uint8Array()),
  ];
  const out = new Uint8Array(parts.reduce((sum, part) => sum + part.length, 0));
  parts.reduce((at, part) => (out.set(part, at), at + part.length), 0);
  return out;
}
