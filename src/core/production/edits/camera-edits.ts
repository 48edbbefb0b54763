import { landingValues, type Carrier, type CarrierKindName } from '../../rig/rig';
import type { CarrierValues, RigContext } from '../../rig/carrier';
import type { Mat4 } from '../../space/matrix';
import { carrierSchema, MAX_CARRIERS, type Camera } from '../camera';
import type { Production } from '../production';
import { setStation } from './channel-edits';
import { freshId } from './fresh-id';

const cameraOf = (production: Production, id: string): Camera | undefined => production.cameras.find((camera) => camera.id === id);

/**
 * Lands a camera: keys every channel of one carrier at a frame so that the rig stands in `pose` there.
 * @param present values to stay near to, such as the radius at which it was flown
 * @param context what the carriers depend on beside themselves: the lens, the rate, the marks
 */
export function land(
  draft: Production,
  cameraId: string,
  carrierId: string,
  frame: number,
  pose: Mat4,
  present?: CarrierValues,
  context?: RigContext,
): void {
  const camera = cameraOf(draft, cameraId);
  const index = camera?.carriers.findIndex((carrier) => carrier.id === carrierId) ?? -1;
  if (!camera || index < 0) return;
  setStation(
    draft,
    `cameras/${cameraId}/carriers/${carrierId}`,
    frame,
    landingValues(camera.carriers, index, frame, pose, present, context),
  );
}

/** Adds a carrier at the end of the chain, at rest where it changes nothing; returns its id. */
export function addCarrier(draft: Production, cameraId: string, kind: CarrierKindName, frame = 0): string | null {
  const camera = cameraOf(draft, cameraId);
  if (!camera || camera.carriers.length >= MAX_CARRIERS) return null;
  const id = freshId(camera.carriers, kind);
  const carrier: Carrier = carrierSchema.parse({ id, kind });
  // An orbit stands off its pivot: at rest it takes the pivot that far ahead, so that adding it moves nothing.
  if (carrier.kind === 'orbit') carrier.channels.pivotZ.rest = -carrier.channels.radius.rest;
  // A ride is mounted where the camera is now.
  if (carrier.kind === 'ride') Object.assign(carrier.settings, { markId: camera.focus.markId ?? draft.marks[0]?.id ?? null, from: frame });
  // What carries the whole rig stands before the rest of it.
  if (carrier.kind === 'ride') camera.carriers.unshift(carrier);
  else camera.carriers.push(carrier);
  return id;
}

/** Removes a carrier; the last one stays. */
export function removeCarrier(draft: Production, cameraId: string, carrierId: string): void {
  const camera = cameraOf(draft, cameraId);
  if (camera && camera.carriers.length > 1) camera.carriers = camera.carriers.filter((carrier) => carrier.id !== carrierId);
}

/** Moves a carrier along the chain: the first one carries all the others. */
export function moveCarrier(draft: Production, cameraId: string, carrierId: string, by: -1 | 1): void {
  const carriers = cameraOf(draft, cameraId)?.carriers;
  const index = carriers?.findIndex((c) => c.id === carrierId) ?? -1;
  const to = index + by;
  if (!carriers || index < 0 || to < 0 || to >= carriers.length) return;
  const [carrier] = carriers.splice(index, 1);
  if (carrier) carriers.splice(to, 0, carrier);
}
