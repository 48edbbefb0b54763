import { DEFAULT_HANDLE, type Key } from '../../motion/channel';
import { degrees } from '../../space/angle';
import { keyAt, SAME_FRAME } from '../../motion/edit-channel';
import { withoutKeys } from '../../motion/edit-keys';
import { slide } from '../../rig/carriers/slide';
import { rigPose } from '../../rig/rig';
import { NO_CONTEXT, type RigContext } from '../../rig/carrier';
import { anglesOf, forwardOf, invertRigid, multiply, nearestTurn, positionOf, type Mat4 } from '../../space/matrix';
import { add, distance, scale, subtract, type Vec3 } from '../../space/vector';
import { carrierSchema, MAX_CARRIERS } from '../camera';
import { allOwners, keyFrames, ownerAt } from '../owners/owners';
import type { Production } from '../production';
import { shotSpans } from '../shots';
import { setChannelValue } from './channel-edits';
import { freshId } from './fresh-id';
import { reboundOf } from '../../motion/rebound';

/** Ways of a drift, as units of the camera's own axes. */
export const DRIFTS = {
  in: { label: 'in', axis: 'z', sign: -1 },
  out: { label: 'out', axis: 'z', sign: 1 },
  left: { label: 'left', axis: 'x', sign: -1 },
  right: { label: 'right', axis: 'x', sign: 1 },
  up: { label: 'up', axis: 'y', sign: 1 },
  down: { label: 'down', axis: 'y', sign: -1 },
} as const;
export type DriftName = keyof typeof DRIFTS;

const straight = (frame: number, value: number): Key => ({
  frame,
  value,
  join: 'straight',
  arrive: DEFAULT_HANDLE,
  leave: DEFAULT_HANDLE,
  bounces: 0,
});

/**
 * Lays a slow constant move under a span, on a slide of its own at the end of the chain: it goes on under whatever else moves.
 * @param metres how far it goes in all; it begins half of that before where the camera stands, so that the middle of the span is as it was
 */
export function drift(draft: Production, cameraId: string, from: number, to: number, way: DriftName, metres: number): string | null {
  const camera = draft.cameras.find(({ id }) => id === cameraId);
  if (!camera || camera.carriers.length >= MAX_CARRIERS || to <= from) return null;
  const { axis, sign } = DRIFTS[way];
  const id = freshId(camera.carriers, 'slide');
  const half = (sign * metres) / 2;
  camera.carriers.push(
    carrierSchema.parse({ id, kind: 'slide', channels: { [axis]: { rest: 0, keys: [straight(from, -half), straight(to, half)] } } }),
  );
  return id;
}

/** Lays such a move under each shot, on the camera that it is seen by; returns the ids of the cameras and of what was laid. */
export function driftUnderShots(draft: Production, way: DriftName, metres: number): { cameraId: string; carrierId: string }[] {
  return shotSpans(draft).flatMap(({ cameraId, from, to }) => {
    const carrierId = drift(draft, cameraId, from, to - 1, way, metres);
    return carrierId ? [{ cameraId, carrierId }] : [];
  });
}

/**
 * Lets the moves of a carrier from a station on begin some frames before the move into that station ends: they go to a slide of their own
 * behind it, so both are under way at once. Where all have ended the camera stands where it stood.
 * @param station frame of the station between the two moves
 * @param frames how much they overlap (5: common practice)
 * @returns the new carrier's id, or null when no move follows or there is no room
 */
export function overlap(
  draft: Production,
  cameraId: string,
  carrierId: string,
  station: number,
  frames = 5,
  context: RigContext = NO_CONTEXT,
): string | null {
  const camera = draft.cameras.find(({ id }) => id === cameraId);
  const index = camera?.carriers.findIndex(({ id }) => id === carrierId) ?? -1;
  const carrier = camera?.carriers[index];
  const owner = ownerAt(draft, `cameras/${cameraId}/carriers/${carrierId}`);
  if (!camera || !carrier || !owner || camera.carriers.length >= MAX_CARRIERS) return null;
  const later = keyFrames(owner).filter((frame) => frame > station + SAME_FRAME);
  if (later.length === 0) return null;
  const stage = (frame: number) => rigPose([carrier], frame, context);
  const home = invertRigid(stage(station));
  // What the moves after the station add to it, in the camera's own axes there.
  const poses: [number, Mat4][] = later.map((frame) => [frame, multiply(home, stage(frame))]);
  const pattern = (frame: number): Partial<Key> => {
    const key = Object.values(owner.channels)
      .map((channel) => keyAt(channel, frame))
      .find(Boolean);
    return key ? { join: key.join, arrive: key.arrive, leave: key.leave, ...reboundOf(key) } : {};
  };
  let present: Record<string, number> = { x: 0, y: 0, z: 0, pan: 0, tilt: 0, roll: 0 };
  const keys: Record<string, Key[]> = {};
  const put = (frame: number) => {
    for (const [name, value] of Object.entries(present))
      (keys[name] ??= []).push({ ...straight(frame - frames, value), join: 'eased', ...pattern(frame) });
  };
  put(station);
  for (const [frame, pose] of poses) {
    present = slide.land(pose, present, { settings: {}, frame, context });
    put(frame);
  }
  const channels = Object.fromEntries(Object.entries(keys).map(([name, of]) => [name, { rest: 0, keys: of }]));
  const behind = carrierSchema.parse({ id: freshId(camera.carriers, 'slide'), kind: 'slide', channels });
  for (const [name, channel] of Object.entries(owner.channels)) if (name !== 'weight') owner.channels[name] = withoutKeys(channel, later);
  camera.carriers.splice(index + 1, 0, behind);
  return behind.id;
}

/**
 * Puts the pivot of an orbit at a point: the camera stays in its place and turns to it. What is keyed gets keys at the frame.
 * @param pose the camera's pose as the orbit alone makes it
 */
export function putPivot(draft: Production, cameraId: string, carrierId: string, frame: number, pose: Mat4, pivot: Vec3): void {
  const camera = draft.cameras.find(({ id }) => id === cameraId);
  const carrier = camera?.carriers.find(({ id }) => id === carrierId);
  if (carrier?.kind !== 'orbit') return;
  const eye = positionOf(pose);
  const radius = Math.max(0.01, distance(eye, pivot));
  const [x, y, z] = scale(subtract(eye, pivot), 1 / radius);
  const level = Math.hypot(x, z);
  const { panDeg, tiltDeg } = anglesOf(pose);
  const azimuth = level < 1e-9 ? panDeg : degrees(Math.atan2(x, z));
  const height = degrees(Math.atan2(y, level));
  const values: Record<string, number> = {
    azimuth: nearestTurn(azimuth, panDeg),
    height: nearestTurn(height, -tiltDeg),
    radius,
    pivotX: pivot[0],
    pivotY: pivot[1],
    pivotZ: pivot[2],
  };
  for (const [name, value] of Object.entries(values))
    setChannelValue(draft, { owner: `cameras/${cameraId}/carriers/${carrierId}`, name }, frame, value);
}

/** The point that a camera looks at, some metres ahead. */
export const pointAhead = (pose: Mat4, metres: number): Vec3 => add(positionOf(pose), scale(forwardOf(pose), metres));

/** Frames of the stations of a camera, over all its carriers, in order. */
export function stationFrames(production: Production, cameraId: string): number[] {
  const owners = allOwners(production).filter(({ path }) => path.startsWith(`cameras/${cameraId}/carriers/`));
  return [...new Set(owners.flatMap(keyFrames))].sort((a, b) => a - b);
}
