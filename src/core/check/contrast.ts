/** Contrast of two relative luminances, 1 to 21 (WCAG 2.2, contrast ratio). */
export function contrastRatio(a: number, b: number): number {
  return (Math.max(a, b) + 0.05) / (Math.min(a, b) + 0.05);
}

/** How far around what is read others count as beside it, pixels of the picture that is read. */
const BESIDE = 3;
/** Fewer pixels than these say nothing. */
const LEAST = 6;

/**
 * Contrast of what is read against what is beside it, by the medians of both.
 * @param luminance relative luminance of each pixel
 * @param isOwn whether a pixel is of what is read
 * @returns null where too little of either is seen
 */
export function contrastAround(luminance: Float32Array, isOwn: (pixel: number) => boolean, width: number, height: number): number | null {
  const mask = Uint8Array.from(luminance, (_, at) => (isOwn(at) ? 1 : 0));
  const near = widened(widened(mask, width, height, [1, 0]), width, height, [0, 1]);
  const [own, beside]: [number[], number[]] = [[], []];
  luminance.forEach((value, at) => {
    if (mask[at]) own.push(value);
    else if (near[at]) beside.push(value);
  });
  return own.length < LEAST || beside.length < LEAST ? null : contrastRatio(medianOf(own), medianOf(beside));
}

/** A mask that takes in what is beside it, along one way. */
function widened(mask: Uint8Array, width: number, height: number, [dx, dy]: readonly [number, number]): Uint8Array {
  return mask.map((_, at) => {
    const [x, y] = [at % width, Math.floor(at / width)];
    for (let k = -BESIDE; k <= BESIDE; k++) {
      const [u, v] = [x + k * dx, y + k * dy];
      if (u >= 0 && u < width && v >= 0 && v < height && mask[v * width + u]) return 1;
    }
    return 0;
  });
}

function medianOf(values: number[]): number {
  values.sort((a, b) => a - b);
  return values[values.length >> 1] as number;
}
