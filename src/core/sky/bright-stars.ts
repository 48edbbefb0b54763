import type { LinearColour } from '../colour/transfer';
import { MAX_KELVIN, MIN_KELVIN, planckianColour } from '../light/black-body';
import { radians } from '../space/angle';
import type { Vec3 } from '../space/vector';
import catalogue from './bright-stars.json' with { type: 'json' };

/** A star as it is seen from the earth. */
export interface Star {
  /** Unit vector: y to the celestial north pole, z to the vernal equinox, x to 6 hours of right ascension. */
  direction: Vec3;
  /** Apparent visual magnitude: the brightest are below 0, five more are a hundredth of the light. */
  magnitude: number;
  /** Of brightness 1. */
  colour: LinearColour;
}

/** Temperature of a star by its colour index B-V, kelvin (F. Ballesteros, New insights into black bodies, EPL 97, 2012). */
export const starKelvin = (bv: number): number => 4600 * (1 / (0.92 * bv + 1.7) + 1 / (0.92 * bv + 0.62));

/** The stars that are seen with the bare eye, to magnitude 6. */
export const brightStars = (): Star[] =>
  (catalogue.stars as [number, number, number, number][]).map(([ascension, declination, magnitude, bv]) => {
    const [a, d] = [radians(ascension), radians(declination)];
    return {
      direction: [Math.cos(d) * Math.sin(a), Math.sin(d), Math.cos(d) * Math.cos(a)],
      magnitude,
      colour: planckianColour(Math.min(MAX_KELVIN, Math.max(MIN_KELVIN, starKelvin(bv)))),
    };
  });
