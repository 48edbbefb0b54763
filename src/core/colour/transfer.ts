/** sRGB transfer functions (IEC 61966-2-1), and colours as the document has them. */

export function srgbToLinear(v: number): number {
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

export function linearToSrgb(v: number): number {
  return v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055;
}

/** Linear BT.709 components, 0..1, of #rrggbb. */
export function linearColour(hex: string): [number, number, number] {
  const part = (i: number) => srgbToLinear(parseInt(hex.slice(i, i + 2), 16) / 255);
  return [part(1), part(3), part(5)];
}
