import { planckianColour, blackBodyEfficacy } from '../light/black-body';
import { coneSteradians, fromLux, MIDDLE_INTENSITY } from '../light/photometry';
import type { LinearColour } from '../colour/transfer';
import type { Channels } from '../motion/channel';
import { readAll } from '../motion/readers';
import { smoothstep } from '../motion/smoothstep';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import { radians } from '../space/angle';
import { IDENTITY, multiply, panTiltRoll, type Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';
import { aimedAt, cameraPose, middleOf } from './camera-pose';
import type { BoundsOf, LightOwnerState, LightState } from './frame-state';
import { markPose } from './mark-pose';
import { directionFrame } from '../space/direction-frame';

/** Share of its lumens that a kind of light sends each steradian along its axis. */
function perSteradian(light: LightOwnerState): number {
  switch (light.kind) {
    case 'area':
    case 'strip':
      return 1 / Math.PI;
    case 'point':
      return 1 / (4 * Math.PI);
    case 'spot':
      // Its edge falls off evenly: as much as a cone without one as wide as half way through that.
      return 1 / coneSteradians((light.values.spread / 2) * (1 - light.values.edge / 2));
    case 'sun':
      return 0;
  }
}

/**
 * Cosines between which the light of a spot falls off. A hard edge has some width too, so that it does not flicker.
 * @param spread the whole angle of its cone, degrees
 * @param edge share of it, 0..1, over which it falls off
 */
export function coneCosines({ spread, edge }: { spread: number; edge: number }): { inner: number; outer: number } {
  const half = radians(spread / 2);
  return { outer: Math.cos(half), inner: Math.cos(half * Math.min(0.995, 1 - edge)) };
}

/** Half of the angle over which a leaf of a spot cuts its light off, radians. */
export const LEAF_SOFT = 0.02;

/**
 * What the leaves of a spot let through.
 * @param away direction from the light in its own axes, along whose -Z it shines
 */
export function pastLeaves({ left, right, top, bottom }: Record<'left' | 'right' | 'top' | 'bottom', number>, [x, y, z]: Vec3): number {
  const along = Math.max(-z, 1e-4);
  const [turned, raised] = [Math.atan2(x, along), Math.atan2(y, along)];
  const open = (leafDeg: number, toward: number) => smoothstep(-LEAF_SOFT, LEAF_SOFT, radians(leafDeg) - toward);
  return open(left, -turned) * open(right, turned) * open(top, raised) * open(bottom, -raised);
}

/** Brightness of a light: intensity along its axis, or of a sun what falls on a surface that faces it. */
function level(light: LightOwnerState): number {
  const { strength, stops, watts, kelvin } = light.values;
  const byStops = (middle: number) => strength * middle * 2 ** stops;
  if (light.kind === 'sun') {
    if (light.settings.measure === 'stops') return byStops(1);
    return (strength / SUN_STRENGTH) * fromLux(light.settings.measure === 'watts' ? watts * blackBodyEfficacy(kelvin) : light.values.lux);
  }
  if (light.settings.measure === 'stops') return byStops(MIDDLE_INTENSITY);
  const lumens = light.settings.measure === 'watts' ? watts * blackBodyEfficacy(kelvin) : light.values.lumens;
  return strength * fromLux(lumens * perSteradian(light));
}
/** Strength at which a sun gives the lux that are set. */
const SUN_STRENGTH = 2.2;

function colourOf({ values, settings }: LightOwnerState): LinearColour {
  if (settings.tint === 'colour') return values.colour;
  return planckianColour(values.kelvin);
}

/** The frame that a light's place and turns are told in: the world's, or that of what carries it. */
export function lightGround(
  production: Production,
  { settings: { bearer } }: { settings: Pick<LightOwnerState['settings'], 'bearer'> },
  frame: number,
  boundsOf: BoundsOf,
): Mat4 {
  if (bearer.kind === 'camera') {
    const camera = production.cameras.find(({ id }) => id === bearer.cameraId);
    return camera ? cameraPose(production, camera, frame, boundsOf) : IDENTITY;
  }
  const mark = bearer.kind === 'mark' ? production.marks.find(({ id }) => id === bearer.markId) : undefined;
  return mark ? markPose(production, mark, frame, boundsOf) : IDENTITY;
}

/** Its own pose: where it stands, and shining along its -Z as it is turned. */
function ownPose(light: LightOwnerState): Mat4 {
  if (light.kind === 'sun') {
    const { forward, right, up } = directionFrame(light.values.azimuth, light.values.height);
    // It shines away from where it stands.
    return [...right, 0, ...up, 0, ...forward, 0, 0, 0, 0, 1];
  }
  const { x, y, z } = light.values;
  const pose = light.kind === 'point' ? panTiltRoll(0, 0, 0) : panTiltRoll(light.values.pan, light.values.tilt, light.values.roll);
  return [...pose.slice(0, 12), x, y, z, 1];
}

/** What a light is aimed at, in the world; null where it is turned by hand alone. */
function aimOf(production: Production, light: LightOwnerState, frame: number, boundsOf: BoundsOf): Vec3 | null {
  if (light.kind === 'sun' || light.kind === 'point') return null;
  const { on, markId, letter, x, y, z } = light.settings.aim;
  if (on === 'point') return [x, y, z];
  const mark = on === 'mark' ? production.marks.find(({ id }) => id === markId) : undefined;
  return mark ? middleOf(production, mark, letter, frame, boundsOf) : null;
}

/** The state of one light at a scene frame, whether it is on there or not. */
export function lightStateAt(production: Production, light: Production['lights'][number], frame: number, boundsOf: BoundsOf): LightState {
  const { id, kind, channels, settings } = light;
  const values = readAll<Channels>(resolverOf(production).of(`lights/${id}`, channels as Channels), frame);
  return lightState(production, { id, kind, values, settings } as unknown as LightOwnerState, frame, boundsOf);
}

/** A light as the picture needs it: where it stands, what it sends, and which marks it lights. */
export function lightState(production: Production, light: LightOwnerState, frame: number, boundsOf: BoundsOf): LightState {
  let pose = multiply(lightGround(production, light, frame, boundsOf), ownPose(light));
  const target = aimOf(production, light, frame, boundsOf);
  if (target) {
    const aimed = aimedAt(pose, target, 1);
    // Turns by hand go on from where it is aimed.
    const { pan, tilt, roll } = light.values as { pan: number; tilt: number; roll: number };
    pose = multiply([...aimed.slice(0, 12), 0, 0, 0, 1], panTiltRoll(pan, tilt, roll));
    pose = [...pose.slice(0, 12), aimed[12] as number, aimed[13] as number, aimed[14] as number, 1];
  }
  const bright = level(light);
  const { of, marks } = light.settings.links;
  return {
    ...light,
    pose,
    sent: colourOf(light).map((c) => c * bright) as unknown as LinearColour,
    lights: of === 'all' ? null : { isOnly: of === 'only', marks: marks.flatMap(({ markId }) => markId ?? []) },
    castsShadow: light.settings.shadows,
  } as LightState;
}
