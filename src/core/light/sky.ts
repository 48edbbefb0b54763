/**
 * A clear sky with a sun in it: A. Preetham, P. Shirley and B. Smits, A Practical Analytic Model for Daylight, SIGGRAPH 1999, on the
 * distribution of R. Perez and others, 1993.
 */

/** Five coefficients of a distribution, each rising in a line with the turbidity: [slope, value at 0]. */
type Distribution = readonly (readonly [number, number])[];

export const SKY_DISTRIBUTIONS: { readonly [K in 'Y' | 'x' | 'y']: Distribution } = {
  Y: [
    [0.1787, -1.463],
    [-0.3554, 0.4275],
    [-0.0227, 5.3251],
    [0.1206, -2.5771],
    [-0.067, 0.3703],
  ],
  x: [
    [-0.0193, -0.2592],
    [-0.0665, 0.0008],
    [-0.0004, 0.2125],
    [-0.0641, -0.8989],
    [-0.0033, 0.0452],
  ],
  y: [
    [-0.0167, -0.2608],
    [-0.095, 0.0092],
    [-0.0079, 0.2102],
    [-0.0441, -1.6537],
    [-0.0109, 0.0529],
  ],
};

/** Chromaticity overhead: rows by the turbidity squared, itself and 1; columns by the cube of the sun's angle from the zenith down to 1. */
export const SKY_ZENITH: { readonly [K in 'x' | 'y']: readonly (readonly [number, number, number, number])[] } = {
  x: [
    [0.00166, -0.00375, 0.00209, 0],
    [-0.02903, 0.06377, -0.03202, 0.00394],
    [0.11693, -0.21196, 0.06052, 0.25886],
  ],
  y: [
    [0.00275, -0.0061, 0.00317, 0],
    [-0.04214, 0.0897, -0.04153, 0.00516],
    [0.15346, -0.26756, 0.0667, 0.26688],
  ],
};

/** Lower than this the sun of the model does not go, radians over the horizon. */
export const LOWEST_SUN = 0.02;

/** Luminance overhead, kcd/m². @param sun its angle from the zenith, radians */
export function zenithLuminance(sun: number, turbidity: number): number {
  const chi = (4 / 9 - turbidity / 120) * (Math.PI - 2 * sun);
  return Math.max(0, (4.0453 * turbidity - 4.971) * Math.tan(chi) - 0.2155 * turbidity + 2.4192);
}

function zenithChromaticity(name: 'x' | 'y', sun: number, turbidity: number): number {
  const powers = [sun ** 3, sun ** 2, sun, 1];
  const rows = SKY_ZENITH[name].map((row) => row.reduce((sum, v, i) => sum + v * (powers[i] as number), 0));
  return (rows[0] as number) * turbidity ** 2 + (rows[1] as number) * turbidity + (rows[2] as number);
}

function distributed(distribution: Distribution, turbidity: number, cosine: number, gamma: number): number {
  const [a, b, c, d, e] = distribution.map(([slope, value]) => slope * turbidity + value) as [number, number, number, number, number];
  return (1 + a * Math.exp(b / cosine)) * (1 + c * Math.exp(d * gamma) + e * Math.cos(gamma) ** 2);
}

/**
 * Light of the sky from a direction above the horizon.
 * @param up cosine of the angle to the zenith, above 0
 * @param gamma angle to the sun, radians
 * @param sun angle of the sun from the zenith, radians
 * @param turbidity 2 for clear air to 10 for haze
 * @returns Y in kcd/m² and the chromaticity x, y
 */
export function skyAt(up: number, gamma: number, sun: number, turbidity: number): { Y: number; x: number; y: number } {
  const cosine = Math.max(up, 0.01);
  const s = Math.min(sun, Math.PI / 2 - LOWEST_SUN);
  const value = (name: 'Y' | 'x' | 'y', zenith: number) =>
    (zenith * distributed(SKY_DISTRIBUTIONS[name], turbidity, cosine, gamma)) / distributed(SKY_DISTRIBUTIONS[name], turbidity, 1, s);
  return {
    Y: value('Y', zenithLuminance(s, turbidity)),
    x: value('x', zenithChromaticity('x', s, turbidity)),
    y: value('y', zenithChromaticity('y', s, turbidity)),
  };
}

/** Of the sky's light, kcd/m², this much is radiance 1: a clear sky then is about as bright as a surface that it lights. */
export const SKY_WHITE = 8;
