import { linearToSrgb } from '@/core/colour/transfer';

/** Radiance is shown with this much of it held back, so that softboxes keep their colour. */
const HELD = 0.55;

/** Radiance of one colour as a byte of a small picture of the dome. */
export const shownLight = (radiance: number): number => 255 * linearToSrgb(radiance / (1 + HELD * radiance));
