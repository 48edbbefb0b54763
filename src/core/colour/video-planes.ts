/** Shares of red and blue in luma (ITU-R BT.709, item 3.2); green has the rest. */
const RED = 0.2126;
const BLUE = 0.0722;
const GREEN = 1 - RED - BLUE;

/**
 * A picture as the planes of a video, one after the other: luma, then the two colour differences at half the resolution each way (4:2:0, each
 * the mean of four pixels), then opacity where there is one. Eight bits in the narrow range, after ITU-R BT.709: black is 16, white 235, differences lie about 128.
 * @param rgba rows of pixels from the top, four bytes each
 * @param width pixels, even
 * @param height pixels, even
 * @param alpha whether opacity follows as a fourth plane
 */
export function videoPlanes(rgba: Uint8Array, width: number, height: number, alpha: boolean): Uint8Array<ArrayBuffer> {
  const count = width * height;
  const out = new Uint8Array(count * (alpha ? 2.5 : 1.5));
  const [blueAt, redAt, alphaAt] = [count, count * 1.25, count * 1.5];
  for (let y = 0; y < height; y += 2) {
    for (let x = 0; x < width; x += 2) {
      let [r, g, b] = [0, 0, 0];
      for (let k = 0; k < 4; k++) {
        const i = (y + (k >> 1)) * width + x + (k & 1);
        const [pr, pg, pb] = [rgba[4 * i] as number, rgba[4 * i + 1] as number, rgba[4 * i + 2] as number];
        out[i] = Math.round(16 + (219 / 255) * (RED * pr + GREEN * pg + BLUE * pb));
        if (alpha) out[alphaAt + i] = rgba[4 * i + 3] as number;
        r += pr / 4;
        g += pg / 4;
        b += pb / 4;
      }
      const luma = RED * r + GREEN * g + BLUE * b;
      const c = (y / 2) * (width / 2) + x / 2;
      out[blueAt + c] = Math.round(128 + (112 / 255) * ((b - luma) / (1 - BLUE)));
      out[redAt + c] = Math.round(128 + (112 / 255) * ((r - luma) / (1 - RED)));
    }
  }
  return out;
}
