import { fromChromaticity, luminance, type LinearColour } from '../colour/transfer';

/** Range of temperatures, kelvin, that the formula of the locus was fitted to. */
export const MIN_KELVIN = 1667;
export const MAX_KELVIN = 25_000;

/**
 * Chromaticity of a black body, CIE 1931 x and y: cubic fits of the Planckian locus (B. Kang and others, Design of Advanced Color
 * Temperature Control System for HDTV Applications, J. Korean Physical Society 41, 865, 2002). Off by less than 0.001.
 * @param kelvin held to the range of the fit
 */
export function planckianXy(kelvin: number): readonly [x: number, y: number] {
  const t = Math.max(MIN_KELVIN, Math.min(MAX_KELVIN, kelvin));
  const x =
    t < 4000
      ? -0.2661239e9 / t ** 3 - 0.2343589e6 / t ** 2 + 0.8776956e3 / t + 0.17991
      : -3.0258469e9 / t ** 3 + 2.1070379e6 / t ** 2 + 0.2226347e3 / t + 0.24039;
  const cubic = (a: number, b: number, c: number, d: number) => ((a * x + b) * x + c) * x + d;
  if (t < 2222) return [x, cubic(-1.1063814, -1.3481102, 2.18555832, -0.20219683)];
  if (t < 4000) return [x, cubic(-0.9549476, -1.37418593, 2.09137015, -0.16748867)];
  return [x, cubic(3.081758, -5.8733867, 3.75112997, -0.37001483)];
}

/** Light of a black body in linear BT.709, of luminance 1. What lies outside of the primaries is brought to their edge. */
export function planckianColour(kelvin: number): LinearColour {
  const [x, y] = planckianXy(kelvin);
  const rgb = fromChromaticity({ Y: 1, x, y });
  const bright = luminance(rgb);
  return [rgb[0] / bright, rgb[1] / bright, rgb[2] / bright];
}

const bell = (nm: number, middle: number, below: number, above: number) =>
  Math.exp(-0.5 * ((nm - middle) * (nm < middle ? below : above)) ** 2);
/** How bright the eye finds a wavelength: V(λ) by C. Wyman, P. Sloan and P. Shirley, JCGT 2.2, 2013. */
const seenAs = (nm: number): number => 0.821 * bell(nm, 568.8, 0.0213, 0.0247) + 0.286 * bell(nm, 530.9, 0.0613, 0.0322);

const MAX_EFFICACY = 683;
const STEFAN_BOLTZMANN = 5.670374e-8;
const FIRST_RADIATION = 3.741772e-16;
const SECOND_RADIATION = 1.438777e-2;

/** Lumens that a black body gives for each watt it sends out: Planck's law weighed by V(λ), over the law of Stefan and Boltzmann. */
export function blackBodyEfficacy(kelvin: number): number {
  let seen = 0;
  for (let nm = 380; nm <= 780; nm += 5) {
    const metres = nm * 1e-9;
    seen += (seenAs(nm) * FIRST_RADIATION) / (metres ** 5 * Math.expm1(SECOND_RADIATION / (metres * kelvin)));
  }
  return (MAX_EFFICACY * seen * 5e-9) / (STEFAN_BOLTZMANN * kelvin ** 4);
}
