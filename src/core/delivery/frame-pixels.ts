import { srgbToLinear } from '../colour/transfer';
import type { FrameOutput } from './outputs/outputs';
import type { PngPicture } from './png';

/** A frame as a display shows it: sRGB code values from 0 to 1 with straight opacity, four numbers a pixel, top row first. */
export interface ShownFrame {
  width: number;
  height: number;
  /** As eight bits, dithered. */
  eight(): Uint8Array;
  /** As they are. */
  exact(): Float32Array;
}

type PngOutput = Extract<FrameOutput, { kind: 'png' }>;

/**
 * The numbers of a PNG file. Premultiplied ones are the numbers of the file times the opacity: of code values where it has those, of light
 * where it has that.
 * @param keepsAlpha whether it has opacity; without, three numbers a pixel
 */
export function pngPixels(frame: ShownFrame, { depth, transfer, alpha }: PngOutput, keepsAlpha: boolean): PngPicture {
  const { width, height } = frame;
  const channels = keepsAlpha ? 4 : 3;
  const isPlain = depth === '8' && transfer === 'srgb';
  const values = isPlain ? frame.eight() : frame.exact();
  const most = depth === '8' ? 255 : 65535;
  const unit = isPlain ? 1 / 255 : 1;
  const data = new (depth === '8' ? Uint8Array : Uint16Array)(width * height * channels);
  for (let i = 0; i < width * height; i++) {
    const opacity = unit * (values[4 * i + 3] as number);
    for (let c = 0; c < 3; c++) {
      const shown = unit * (values[4 * i + c] as number);
      const light = transfer === 'linear' ? srgbToLinear(shown) : shown;
      const value = keepsAlpha && alpha === 'premultiplied' ? light * opacity : light;
      data[channels * i + c] = Math.round(most * Math.max(0, Math.min(1, value)));
    }
    if (keepsAlpha) data[4 * i + 3] = Math.round(most * opacity);
  }
  return { width, height, channels, data, transfer };
}
