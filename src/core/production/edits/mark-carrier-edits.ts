import { anyOf } from '../../schema/owner-kind';
import { MARK_CARRIERS, MAX_MARK_CARRIERS, type MarkCarrier, type MarkCarrierKind } from '../../rig/mark-carriers';
import type { Mark } from '../mark';
import { freshId } from './fresh-id';

const carrierSchema = anyOf(MARK_CARRIERS);
/** An orbit of a mark begins as large as most titles are. */
const ORBIT_RADIUS = 2;

/** Gives a mark a carrier that changes nothing yet, as the innermost; returns its id, or null where it has as many as there can be. */
export function addMarkCarrier(mark: Mark, kind: MarkCarrierKind): string | null {
  if (mark.carriers.length >= MAX_MARK_CARRIERS) return null;
  const id = freshId(mark.carriers, kind);
  const carrier = carrierSchema.parse({ id, kind }) as MarkCarrier;
  // It stands on its orbit, whose middle lies behind it.
  if (carrier.kind === 'orbit') [carrier.channels.radius.rest, carrier.channels.pivotZ.rest] = [ORBIT_RADIUS, -ORBIT_RADIUS];
  mark.carriers.push(carrier);
  return id;
}

export function removeMarkCarrier(mark: Mark, id: string): void {
  mark.carriers = mark.carriers.filter((carrier) => carrier.id !== id);
}
