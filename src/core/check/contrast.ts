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
  const [own, beside]: [number[], number[]] = [[], []];
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const at = y * width + x;
      if (isOwn(at)) {
        own.push(luminance[at] as number);
        continue;
      }
      let isBeside = false;
      for (let dy = -BESIDE; dy <= BESIDE && !isBeside; dy++)
        for (let dx = -BESIDE; dx <= BESIDE && !isBeside; dx++)
          isBeside = x + dx >= 0 && x + dx < width && y + dy >= 0 && y + dy < height && isOwn(at + dy * width + dx);
      if (isBeside) beside.push(luminance[at] as number);
    }
  return own.length < LEAST || beside.length < LEAST ? null : contrastRatio(medianOf(own), medianOf(beside));
}

function medianOf(values: number[]): number {
  values.sort((a, b) => a - b);
  return values[values.length >> 1] as number;
}
