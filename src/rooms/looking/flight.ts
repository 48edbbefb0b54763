import { focusDistanceOn } from '@/core/optics/focus';
import { carriedPose, rigContext } from '@/core/frame/camera-pose';
import { NO_CONTEXT } from '@/core/rig/carrier';
import { orbit } from '@/core/rig/carriers/orbit';
import { carrierValues, type Carrier } from '@/core/rig/rig';
import type { CarrierValues } from '@/core/rig/carrier';
import { land } from '@/core/production/edits/camera-edits';
import { markPose } from '@/core/frame/mark-pose';
import type { Camera } from '@/core/production/camera';
import { sceneFrame, seenCamera } from './seen';
import type { Workspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

/** Flying the camera by hand: a pose that is looked from until it is landed or the playhead moves on. */

export interface FlightMove {
  /** Degrees round and above what is looked at. */
  orbit?: readonly [number, number];
  /** Across and up, as a share of the distance to what is looked at. */
  truck?: readonly [number, number];
  /** Factor on the distance: below 1 goes nearer. */
  dolly?: number;
  rollDeg?: number;
}

/** An orbit knows nothing but its own values. */
export const STILL = { settings: {}, frame: 0, context: NO_CONTEXT };

/** The carrier that landing writes to: the one chosen, else the first. */
export function activeCarrier(camera: Camera, carrierId: string | null) {
  return camera.carriers.find((carrier) => carrier.id === carrierId) ?? camera.carriers[0];
}

/** The carrier that can be landed: rides, shakes and takes go their own way, so the next one of another kind takes their place. */
export function landingCarrier(camera: Camera, carrierId: string | null) {
  const active = activeCarrier(camera, carrierId);
  const flown = ({ kind }: Carrier) => kind !== 'ride' && kind !== 'shake' && kind !== 'take';
  return active && flown(active) ? active : camera.carriers.find(flown);
}

/** Starts from where the camera stands: round the carrier's own pivot, or round what lies in front of the lens. */
function startValues(workspace: Workspace): CarrierValues {
  const { view, documents } = workspace;
  const { flight, carrierId, facts } = view.getState();
  if (flight) return flight.values;
  const { production } = documents.store.getState();
  const camera = seenCamera(production, view.getState());
  const playhead = sceneFrame(production, view.getState().playhead);
  const pose = carriedPose(production, camera, playhead, boundsIn(facts));
  const carrier = landingCarrier(camera, carrierId);
  let radius: number | undefined;
  if (carrier?.kind === 'orbit') radius = carrierValues(carrier, playhead).radius;
  else {
    const distances = production.marks.flatMap((mark) => {
      const bounds = facts[mark.id]?.bounds;
      return bounds ? [focusDistanceOn(pose, markPose(production, mark, playhead, boundsIn(facts)), bounds)] : [];
    });
    radius = Math.min(...distances, 8);
  }
  return orbit.land(pose, { azimuth: 0, height: 0, roll: 0, radius: radius ?? 8 }, STILL);
}

/** Where an orbit stands after it was moved by hand. */
export function flown(from: CarrierValues, move: FlightMove): CarrierValues {
  const values: CarrierValues = { ...from };
  values.azimuth = (from.azimuth ?? 0) + (move.orbit?.[0] ?? 0);
  values.height = Math.max(-89.9, Math.min(89.9, (from.height ?? 0) + (move.orbit?.[1] ?? 0)));
  values.roll = (from.roll ?? 0) + (move.rollDeg ?? 0);
  values.radius = Math.max(0.05, Math.min(500, (from.radius ?? 8) * (move.dolly ?? 1)));
  if (move.truck) {
    const pose = orbit.matrix(values, STILL);
    const [right, up] = [move.truck[0] * values.radius, move.truck[1] * values.radius];
    const along = (i: number) => (pose[i] as number) * right + (pose[4 + i] as number) * up;
    values.pivotX = (values.pivotX ?? 0) + along(0);
    values.pivotY = (values.pivotY ?? 0) + along(1);
    values.pivotZ = (values.pivotZ ?? 0) + along(2);
  }
  return values;
}

export function fly(workspace: Workspace, move: FlightMove): void {
  const values = flown(startValues(workspace), move);
  workspace.view.setState({ flight: { pose: orbit.matrix(values, STILL), values }, playing: false });
}

/** Lands the camera where it is now (flown to or not): a station of the active carrier at the playhead. */
export function landHere(workspace: Workspace): void {
  const { view, documents } = workspace;
  const { flight, carrierId, facts, walk } = view.getState();
  if (walk) return;
  const { production } = documents.store.getState();
  const camera = seenCamera(production, view.getState());
  const carrier = landingCarrier(camera, carrierId);
  if (!carrier) return;
  const frame = sceneFrame(production, view.getState().playhead);
  const boundsOf = boundsIn(facts);
  const pose = flight?.pose ?? carriedPose(production, camera, frame, boundsOf);
  const context = rigContext(production, camera, boundsOf);
  const present = carrierValues(carrier, frame, context);
  if (flight?.values.radius !== undefined && carrier.kind === 'orbit') present.radius = flight.values.radius;
  documents.edit((draft) => land(draft, camera.id, carrier.id, frame, pose, present, context));
  view.setState({
    flight: null,
    playhead: Math.round(view.getState().playhead),
    playing: false,
    pick: { kind: 'station', owner: `cameras/${camera.id}/carriers/${carrier.id}`, frame },
  });
}

/** Gives up a pose that was flown to. */
export function endFlight({ view }: Workspace): void {
  view.setState({ flight: null });
}
