import { scaleLog } from 'd3-scale';

/** Counts that are drawn in a colour, over so many columns from one on. */
export interface Layer {
  counts: Uint32Array;
  colour: readonly [number, number, number];
  from: number;
  wide: number;
  /** Which count stands in a place of it: from the left, and from the top. */
  at: (x: number, y: number) => number;
}

/** Counts drawn as light on a canvas as large as they are: what comes often is bright, what comes once is seen. */
export function drawDensity(canvas: HTMLCanvasElement, height: number, layers: readonly Layer[]): void {
  const width = Math.max(...layers.map(({ from, wide }) => from + wide));
  canvas.width = width;
  canvas.height = height;
  const context = canvas.getContext('2d');
  if (!context) return;
  const image = context.createImageData(width, height);
  for (const { counts, colour, from, wide, at } of layers) {
    const most = counts.reduce((high, v) => Math.max(high, v), 1);
    const bright = scaleLog([1, most + 1], [0, 1]);
    for (let y = 0; y < height; y++)
      for (let x = 0; x < wide; x++) {
        const count = counts[at(x, y)] ?? 0;
        if (count === 0) continue;
        const light = 255 * (0.25 + 0.75 * bright(count + 1));
        image.data.set([...colour.map((part) => light * part), 255], 4 * (y * width + from + x));
      }
  }
  context.putImageData(image, 0, 0);
}
