/** Pixels of eight bits, four values each, top row first, as the file of a picture. */
export function pictureBlob(
  { width, height, pixels }: { width: number; height: number; pixels: Uint8Array },
  options: ImageEncodeOptions,
): Promise<Blob> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')?.putImageData(new ImageData(new Uint8ClampedArray(pixels), width, height), 0, 0);
  return canvas.convertToBlob(options);
}
