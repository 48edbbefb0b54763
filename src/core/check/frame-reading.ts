import { luminance as luminanceOf, srgbToLinear } from '../colour/transfer';

/** A picture is read in cells of so many pixels each way: fewer would let fine bevels sparkle from frame to frame, as no eye sees them. */
export const CELL = 6;
const ACROSS = 48;
const UP = 27;

/** Raster in which pictures are drawn for checks: as many cells in each as in 16:9, whatever the aspect. */
export function checkRaster(width: number, height: number): { width: number; height: number } {
  const wider = Math.sqrt((width / height) * (UP / ACROSS));
  return { width: CELL * Math.max(4, Math.round(ACROSS * wider)), height: CELL * Math.max(4, Math.round(UP / wider)) };
}

/** What checks read of a picture: by cells, in rows from the top. */
export interface FrameReading {
  frame: number;
  columns: number;
  rows: number;
  /** Relative luminance of each cell, 0 to 1 (WCAG 2.2). */
  luminance: Float32Array;
  /** Chromaticity of each cell: u' and v' (CIE 1976 UCS), one after the other. */
  chroma: Float32Array;
  /** Share of red in each cell: R / (R + G + B), in light. */
  redness: Float32Array;
  /** Least and largest of all code values, 0 to 1, and the share of pixels that have reached the end of the scale. */
  lowest: number;
  highest: number;
  clipped: number;
}

/** Light of each code value of eight bits. */
const LINEAR = Float32Array.from({ length: 256 }, (_, code) => srgbToLinear(code / 255));

/** Chromaticity of the white of BT.709, where there is no light to have another. */
const WHITE = [0.1978, 0.4683] as const;
const DARK = 1e-4;

/** Reads a picture. @param pixels red, green, blue and something more of each pixel, sRGB bytes, rows from the top */
export function readFrame(frame: number, pixels: Uint8Array, width: number, height: number): FrameReading {
  const [columns, rows] = [Math.floor(width / CELL), Math.floor(height / CELL)];
  const count = columns * rows;
  const [luminance, chroma, redness] = [new Float32Array(count), new Float32Array(2 * count), new Float32Array(count)];
  let [lowest, highest, ends] = [255, 0, 0];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      let [r, g, b] = [0, 0, 0];
      for (let k = 0; k < CELL * CELL; k++) {
        const at = 4 * ((row * CELL + Math.floor(k / CELL)) * width + column * CELL + (k % CELL));
        const codes = [pixels[at] as number, pixels[at + 1] as number, pixels[at + 2] as number] as const;
        lowest = Math.min(lowest, ...codes);
        highest = Math.max(highest, ...codes);
        if (codes[0] === 255 || codes[1] === 255 || codes[2] === 255) ends++;
        r += LINEAR[codes[0]] as number;
        g += LINEAR[codes[1]] as number;
        b += LINEAR[codes[2]] as number;
      }
      const i = row * columns + column;
      const area = CELL * CELL;
      [r, g, b] = [r / area, g / area, b / area];
      luminance[i] = luminanceOf([r, g, b]);
      redness[i] = r + g + b > DARK ? r / (r + g + b) : 0;
      const [u, v] = uniformChromaticity(r, g, b);
      chroma[2 * i] = u;
      chroma[2 * i + 1] = v;
    }
  }
  return {
    frame,
    columns,
    rows,
    luminance,
    chroma,
    redness,
    lowest: lowest / 255,
    highest: highest / 255,
    clipped: ends / (count * CELL * CELL),
  };
}

/** Relative luminance of each pixel of a picture of sRGB bytes, four a pixel. */
export const luminances = (pixels: Uint8Array): Float32Array =>
  Float32Array.from({ length: pixels.length / 4 }, (_, i) =>
    luminanceOf([lightAt(pixels, 4 * i), lightAt(pixels, 4 * i + 1), lightAt(pixels, 4 * i + 2)]),
  );

const lightAt = (pixels: Uint8Array, at: number): number => LINEAR[pixels[at] as number] as number;

/** Mean difference of two pictures of bytes, as a share of full scale. */
export const difference = (a: Uint8Array, b: Uint8Array): number =>
  a.reduce((sum, v, i) => sum + Math.abs(v - (b[i] as number)), 0) / (a.length * 255);

/** u' and v' of linear BT.709 (CIE 15; matrix of IEC 61966-2-1); of no light those of white. */
export function uniformChromaticity(r: number, g: number, b: number): readonly [u: number, v: number] {
  const [X, Y, Z] = [0.4124 * r + 0.3576 * g + 0.1805 * b, 0.2126 * r + 0.7152 * g + 0.0722 * b, 0.0193 * r + 0.1192 * g + 0.9505 * b];
  const sum = X + 15 * Y + 3 * Z;
  return sum > DARK ? [(4 * X) / sum, (9 * Y) / sum] : WHITE;
}
