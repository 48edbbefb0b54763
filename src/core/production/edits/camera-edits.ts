import { landingValues } from '../../rig/rig';
import type { CarrierKindName } from '../../rig/rig';
import type { CarrierValues } from '../../rig/carrier';
import type { Mat4 } from '../../space/matrix';
import { carrierSchema, type Camera, type Carrier } from '../camera';
import type { Production } from '../production';
import { setStation } from './channel-edits';
import { freshId } from './fresh-id';

const cameraOf = (production: Production, id: string): Camera | undefined => production.cameras.find((camera) => camera.id === id);

/**
 * Lands a camera: keys every channel of one carrier at a frame so that the rig stands in `pose` there.
 * @param present values to stay near to, such as the radius at which it was flown
 */
export function land(draft: Production, cameraId: string, carrierId: string, frame: number, pose: Mat4, present?: CarrierValues): void {
  const camera = cameraOf(draft, cameraId);
  const index = camera?.carriers.findIndex((carrier) => carrier.id === carrierId) ?? -1;
  if (!camera || index < 0) return;
  setStation(draft, `carrier/${cameraId}/${carrierId}`, frame, landingValues(camera.carriers, index, frame, pose, present));
}

/** Adds a carrier at the end of the chain, at rest where it changes nothing; returns its id. */
export function addCarrier(draft: Production, cameraId: string, kind: CarrierKindName): string | null {
  const camera = cameraOf(draft, cameraId);
  if (!camera || camera.carriers.length >= 16) return null;
  const id = freshId(camera.carriers, kind);
  const carrier: Carrier = carrierSchema.parse({ id, kind });
  // An orbit stands off its pivot: at rest it takes the pivot that far ahead, so that adding it moves nothing.
  if (carrier.kind === 'orbit') carrier.channels.pivotZ.rest = -carrier.channels.radius.rest;
  camera.carriers.push(carrier);
  return id;
}

/** Removes a carrier; the last one stays. */
export function removeCarrier(draft: Production, cameraId: string, carrierId: string): void {
  const camera = cameraOf(draft, cameraId);
  if (camera && camera.carriers.length > 1) camera.carriers = camera.carriers.filter((carrier) => carrier.id !== carrierId);
}

/** Switches a carrier on or off. */
export function switchCarrier(draft: Production, cameraId: string, carrierId: string, on: boolean): void {
  const carrier = cameraOf(draft, cameraId)?.carriers.find((c) => c.id === carrierId);
  if (carrier) carrier.on = on;
}
