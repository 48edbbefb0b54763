const float = new Float32Array(1);
const bits = new Uint32Array(float.buffer);

/** The largest finite half. */
export const LARGEST_HALF = 65504;

/**
 * The half nearest to a number (IEEE 754, binary16; ties to even), as 16 bits. What is too large for one is the largest there is, so
 * that no picture has an infinity; what is no number is 0.
 */
export function halfOf(value: number): number {
  float[0] = Math.max(-LARGEST_HALF, Math.min(LARGEST_HALF, value));
  const word = bits[0] as number;
  const sign = (word >>> 16) & 0x8000;
  const exponent = ((word >>> 23) & 255) - 112;
  const mantissa = word & 0x7fffff;
  if (exponent > 142) return 0;
  if (exponent <= 0) {
    if (exponent < -10) return sign;
    const whole = mantissa | 0x800000;
    const shift = 14 - exponent;
    return sign | roundedShift(whole, shift);
  }
  return sign | Math.min(0x7bff, roundedShift((exponent << 23) | mantissa, 13));
}

/** A whole number without its last bits, rounded to the nearest, ties to even. */
function roundedShift(value: number, shift: number): number {
  const kept = value >>> shift;
  const rest = value & ((1 << shift) - 1);
  const half = 1 << (shift - 1);
  return rest > half || (rest === half && (kept & 1) === 1) ? kept + 1 : kept;
}
