/** Shares of red and blue in luma (ITU-R BT.709, item 3.2); green has the rest. */
const RED = 0.2126;
const BLUE = 0.0722;
const GREEN = 1 - RED - BLUE;

/**
 * A picture as the planes of a video, one after the other: luma, then the two colour differences at half the resolution each way (4:2:0,
 * each
 * the mean of four pixels), then opacity where there is one. Eight bits in the narrow range, after ITU-R BT.709: black is 16, white 235,
 * differences lie about 128.
 * @param pixels rows of pixels from the top: red, green, blue, and opacity where they have it, a byte each
 * @param width pixels, even
 * @param height pixels, even
 * @param alpha whether opacity follows as a fourth plane
 */
export function videoPlanes(pixels: Uint8Array, width: number, height: number, alpha: boolean): Uint8Array<ArrayBuffer> {
  const count = width * height;
  const out = new Uint8Array(count * (alpha ? 2.5 : 1.5));
  const stride = pixels.length / count;
  const [blueAt, redAt, alphaAt] = [count, count * 1.25, count * 1.5];
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      // A byte is stored without its fraction: the half in the offsets rounds it.
      let r = 0;
      let g = 0;
      let b = 0;
      for (let k = 0; k < 4; k++) {
        const i = (y + (k >> 1)) * width + x + (k & 1);
        const pr = pixels[stride * i] as number;
        const pg = pixels[stride * i + 1] as number;
        const pb = pixels[stride * i + 2] as number;
        out[i] = 16.5 + (219 / 255) * (RED * pr + GREEN * pg + BLUE * pb);
        if (alpha) out[alphaAt + i] = stride === 4 ? (pixels[4 * i + 3] as number) : 255;
        r += pr;
        g += pg;
        b += pb;
      }
      const luma = RED * r + GREEN * g + BLUE * b;
      // Sums of four pixels.
      const c = (y / 2) * (width / 2) + x / 2;
      out[blueAt + c] = 128.5 + (28 / 255) * ((b - luma) / (1 - BLUE));
      out[redAt + c] = 128.5 + (28 / 255) * ((r - luma) / (1 - RED));
    }
  }
  return out;
}
