/** sRGB transfer functions (IEC 61966-2-1), and colours as the document has them. */

export function srgbToLinear(v: number): number {
  return v <= 0.04045 ? v / 12.92 : ((v + 0.055) / 1.055) ** 2.4;
}

export function linearToSrgb(v: number): number {
  return v <= 0.0031308 ? v * 12.92 : 1.055 * v ** (1 / 2.4) - 0.055;
}

/** Light in linear BT.709: red, green, blue; 1 is the white of the display. */
export type LinearColour = readonly [number, number, number];

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
