/** What scene light stands for: photographic measures, and photometric ones. */

/** Lux on a white matte surface under which it is shown as white, before any exposure. */
export const LUX_OF_WHITE = 2500;
/** At this distance, metres, a light of no stops more or less lights a white matte surface that faces it to white. */
export const MIDDLE_DISTANCE = 4;

/** Scene irradiance of some lux: a white matte surface sends 1/π of it to each side. */
export const fromLux = (lux: number): number => (Math.PI * lux) / LUX_OF_WHITE;

/** Intensity along its axis, scene units, of a light that is as bright as the middle. */
export const MIDDLE_INTENSITY = Math.PI * MIDDLE_DISTANCE ** 2;

/** Solid angle of a cone, steradians, by half its angle in degrees. */
export const coneSteradians = (halfDeg: number): number => 2 * Math.PI * (1 - Math.cos((halfDeg * Math.PI) / 180));
