import { scaleLog } from 'd3-scale';

/** Counts drawn as light on a canvas as large as they are: what comes often is bright, what comes once is seen. */
export function drawDensity(
  canvas: HTMLCanvasElement,
  width: number,
  height: number,
  layers: readonly { counts: Uint32Array; colour: readonly [number, number, number]; at: (x: number, y: number) => number }[],
): void {
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(width, height);
  for (const { counts, colour, at } of layers) {
    const most = counts.reduce((high, v) => Math.max(high, v), 1);
    const bright = scaleLog([1, most + 1], [0, 1]);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const count = counts[at(x, y)] ?? 0;
        if (count === 0) continue;
        const light = 0.25 + 0.75 * bright(count + 1);
        const i = 4 * (y * width + x);
        for (const k of [0, 1, 2] as const) image.data[i + k] = Math.min(255, (image.data[i + k] as number) + 255 * light * colour[k]);
        image.data[i + 3] = 255;
      }
  }
  context.putImageData(image, 0, 0);
}
