/** sRGB transfer functions (IEC 61966-2-1), and colours as the document has them. */

export function srgbToLinear(v: number): number {
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

export function linearToSrgb(v: number): number {
  return v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055;
}

/** Light in linear BT.709: red, green, blue; 1 is the white of the display. */
export type LinearColour = readonly [number, number, number];

/** How bright linear BT.709 components are: 1 for its white (ITU-R BT.709). */
export const luminance = ([red, green, blue]: LinearColour): number => 0.2126 * red + 0.7152 * green + 0.0722 * blue;

/** Linear BT.709 of a luminance and a chromaticity (IEC 61966-2-1); what lies outside of it is cut off. */
export function fromChromaticity({ Y, x, y }: { Y: number; x: number; y: number }): LinearColour {
  const [X, Z] = [(Y * x) / y, (Y * (1 - x - y)) / y];
  const part = (a: number, b: number, c: number) => Math.max(0, a * X + b * Y + c * Z);
  return [part(3.2406, -1.5372, -0.4986), part(-0.9689, 1.8758, 0.0415), part(0.0557, -0.204, 1.057)];
}

/** Linear BT.709 components, 0..1, of #rrggbb. */
export function linearColour(hex: string): LinearColour {
  const part = (i: number) => srgbToLinear(parseInt(hex.slice(i, i + 2), 16) / 255);
  return [part(1), part(3), part(5)];
}

/** The nearest #rrggbb to linear BT.709 components. */
export function hexColour(colour: LinearColour): string {
  const byte = (v: number) => Math.round(255 * Math.max(0, Math.min(1, linearToSrgb(Math.max(0, v)))));
  return `#${colour.map((v) => byte(v).toString(16).padStart(2, '0')).join('')}`;
}
