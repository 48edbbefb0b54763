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

const BYTES = 6;

/** Temperature of a star by its colour index B-V, kelvin (F. Ballesteros, New insights into black bodies, EPL 97, 2012). */
export const starKelvin = (bv: number): number => 4600 * (1 / (0.92 * bv + 1.7) + 1 / (0.92 * bv + 0.62));

/** The stars that are seen with the bare eye, to magnitude 6. */
export function brightStars(): Star[] {
  const bytes = Uint8Array.from(atob(catalogue.stars), (letter) => letter.charCodeAt(0));
  const view = new DataView(bytes.buffer);
  return Array.from({ length: bytes.length / BYTES }, (_, i) => {
    const ascension = radians((view.getUint16(BYTES * i, true) * 360) / 65536);
    const declination = radians((view.getUint16(BYTES * i + 2, true) * 180) / 65535 - 90);
    const level = Math.cos(declination);
    const kelvin = starKelvin(view.getUint8(BYTES * i + 5) / 80 - 0.5);
    return {
      direction: [level * Math.sin(ascension), Math.sin(declination), level * Math.cos(ascension)],
      magnitude: view.getUint8(BYTES * i + 4) / 30 - 2,
      colour: planckianColour(Math.min(MAX_KELVIN, Math.max(MIN_KELVIN, kelvin))),
    };
  });
}
