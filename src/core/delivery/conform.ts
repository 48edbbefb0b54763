import type { FrameFormat } from '../production/production';
import { frameToSeconds, RATES, secondsToFrame, type RateName } from '../time/rate';

/**
 * Delivery at another rate than that of the production: its frames stand at their own instants, and each is drawn at its own; none is
 * blended or shown twice. Frames are counted from 0 at either rate.
 */

/** Frame of the production, may be fractional, at which a delivered frame stands. */
export const productionFrame = (frame: number, rate: RateName, format: Pick<FrameFormat, 'rate'>): number =>
  rate === format.rate ? frame : secondsToFrame(frameToSeconds(frame, rate), format.rate);

/** Frames that a production has at a rate: as long as it is, to the nearest frame. */
export function deliveredLength({ length, rate: own }: Pick<FrameFormat, 'length' | 'rate'>, rate: RateName): number {
  const [from, to] = [RATES[own], RATES[rate]];
  return Math.max(1, Math.round((length * from.den * to.num) / (from.num * to.den)));
}
