import { luminance, type LinearColour } from '../colour/transfer';

/** A colour of the picture, as it is read off. */
export interface ColourReading {
  /** Scene light, linear; before the display. */
  linear: LinearColour;
  /** As it is shown, 0 to 255. */
  code: readonly [number, number, number];
}

/** Reflectance of the card by which exposure is measured (common practice). */
export const MIDDLE_GREY = 0.18;

/** How many stops of light lie over middle grey; below 0 under it; without end where there is none. */
export const stopsOverGrey = (linear: LinearColour): number => Math.log2(Math.max(0, luminance(linear)) / MIDDLE_GREY);
