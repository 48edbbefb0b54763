/** Shares of red and blue in luma (ITU-R BT.709, item 3.2); green has the rest. */
const RED = 0.2126;
const BLUE = 0.0722;
const GREEN = 1 - RED - BLUE;

/**
 * A picture as the planes of a video, one after the other: luma, then the two colour differences at half the resolution each way (4:2:0,
 * each the mean of four pixels), then opacity where there is one. In the narrow range, after ITU-R BT.709, item 3.4: of eight bits black is
 * 16, white 235, and differences lie about 128; of ten four times that.
 * @param pixels rows of pixels from the top: red, green, blue, and opacity where they have it, of eight or sixteen bits each
 * @param width pixels, even
 * @param height pixels, even
 * @param alpha whether opacity follows as a fourth plane, in the full range
 * @param bits of what comes out: bytes, or words of two bytes with the low ten bits used
 */
export function videoPlanes(
  pixels: Uint8Array | Uint16Array,
  width: number,
  height: number,
  alpha: boolean,
  bits: 8 | 10 = 8,
): Uint8Array<ArrayBuffer> | Uint16Array<ArrayBuffer> {
  const count = width * height;
  const out = new (bits === 8 ? Uint8Array : Uint16Array)(count * (alpha ? 2.5 : 1.5));
  const stride = pixels.length / count;
  const full = pixels instanceof Uint16Array ? 65535 : 255;
  const unit = 2 ** (bits - 8);
  const [blueAt, redAt, alphaAt] = [count, count * 1.25, count * 1.5];
  // What is stored loses its fraction: the half in the offsets rounds it.
  const [black, grey] = [16 * unit + 0.5, 128 * unit + 0.5];
  const most = 2 ** bits - 1;
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      let r = 0;
      let g = 0;
      let b = 0;
      for (let k = 0; k < 4; k++) {
        const i = (y + (k >> 1)) * width + x + (k & 1);
        const pr = pixels[stride * i] as number;
        const pg = pixels[stride * i + 1] as number;
        const pb = pixels[stride * i + 2] as number;
        out[i] = black + ((219 * unit) / full) * (RED * pr + GREEN * pg + BLUE * pb);
        if (alpha) out[alphaAt + i] = stride === 4 ? ((pixels[4 * i + 3] as number) * most) / full + 0.5 : most;
        r += pr;
        g += pg;
        b += pb;
      }
      const luma = RED * r + GREEN * g + BLUE * b;
      // Sums of four pixels: a fourth of 224 each way, halved.
      const c = (y / 2) * (width / 2) + x / 2;
      out[blueAt + c] = grey + ((28 * unit) / full) * ((b - luma) / (1 - BLUE));
      out[redAt + c] = grey + ((28 * unit) / full) * ((r - luma) / (1 - RED));
    }
  }
  return out;
}
