/** What scopes show of a picture: how often each value comes, and where. */
export interface Scopes {
  /** Columns of the waveforms, from the left of the frame to its right. */
  columns: number;
  /** By column, then code value 0 to 255 from the lowest: how many pixels. Of luma, and of red, green and blue. */
  luma: Uint32Array;
  parade: readonly [Uint32Array, Uint32Array, Uint32Array];
  /** By code value: how many pixels. Red, green, blue, luma. */
  histogram: readonly [Uint32Array, Uint32Array, Uint32Array, Uint32Array];
  /** By Cr from the lowest, then Cb: how many pixels; VECTOR_BINS each way from -0.5 to 0.5. */
  vectors: Uint32Array;
  pixels: number;
}

export const VECTOR_BINS = 128;
const VALUES = 256;

/** Weights of BT.709 luma of code values, and what its colour differences are divided by (ITU-R BT.709-6, 3.2 and 3.3). */
const [KR, KG, KB] = [0.2126, 0.7152, 0.0722] as const;
const [CB, CR] = [1.8556, 1.5748] as const;

/** Luma and colour differences of code values, each 0 to 1: 0 to 1, and -0.5 to 0.5. */
export function lumaAndColour(red: number, green: number, blue: number): { y: number; cb: number; cr: number } {
  const y = KR * red + KG * green + KB * blue;
  return { y, cb: (blue - y) / CB, cr: (red - y) / CR };
}

/** The way back: red, green and blue of a luma and colour differences. */
export function ofLumaAndColour(y: number, cb: number, cr: number): [number, number, number] {
  const [red, blue] = [y + CR * cr, y + CB * cb];
  return [red, (y - KR * red - KB * blue) / KG, blue];
}

/** Colours that bars of a test picture have at some share of their full strength; the trade's targets on a vectorscope. */
export const PRIMARY_TARGETS = (
  [
    ['R', 1, 0, 0],
    ['Yl', 1, 1, 0],
    ['G', 0, 1, 0],
    ['Cy', 0, 1, 1],
    ['B', 0, 0, 1],
    ['Mg', 1, 0, 1],
  ] as const
).map(([name, red, green, blue]) => ({ name, ...lumaAndColour(0.75 * red, 0.75 * green, 0.75 * blue) }));

/** Whatever its shade, skin lies along this way of a vectorscope, degrees from +Cb to +Cr (common practice). */
export const SKIN_DEGREES = 123;

const bin = (v: number): number => Math.max(0, Math.min(VECTOR_BINS - 1, Math.floor((v + 0.5) * VECTOR_BINS)));

/**
 * Counts a picture.
 * @param pixels straight code values, four numbers a pixel, 0 to 255
 * @param columns of the waveforms, at most as many as the picture is wide
 */
export function scopesOf(pixels: Uint8Array | Uint8ClampedArray, width: number, columns = 256): Scopes {
  const across = Math.max(1, Math.min(columns, width));
  const counts = (n: number) => new Uint32Array(n);
  const luma = counts(across * VALUES);
  const parade = [counts(across * VALUES), counts(across * VALUES), counts(across * VALUES)] as const;
  const histogram = [counts(VALUES), counts(VALUES), counts(VALUES), counts(VALUES)] as const;
  const vectors = counts(VECTOR_BINS * VECTOR_BINS);
  const add = (into: Uint32Array, i: number) => void (into[i] = (into[i] as number) + 1);
  for (let i = 0; i < pixels.length; i += 4) {
    const column = Math.floor((((i / 4) % width) * across) / width) * VALUES;
    const [red, green, blue] = [pixels[i] as number, pixels[i + 1] as number, pixels[i + 2] as number];
    const { y, cb, cr } = lumaAndColour(red / 255, green / 255, blue / 255);
    const level = Math.round(255 * y);
    add(luma, column + level);
    add(histogram[3], level);
    for (const [k, v] of [red, green, blue].entries()) {
      add(parade[k as 0 | 1 | 2], column + v);
      add(histogram[k as 0 | 1 | 2], v);
    }
    add(vectors, bin(cr) * VECTOR_BINS + bin(cb));
  }
  return { columns: across, luma, parade, histogram, vectors, pixels: pixels.length / 4 };
}
