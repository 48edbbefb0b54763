import { allAt, type Channel } from '../../motion/channel';
import { withKey, withShift } from '../../motion/edit-channel';
import { degrees } from '../../space/angle';
import { cutText } from '../../schema/text';
import { plainCopy } from '../../schema/plain-copy';
import { anyOf } from '../../schema/owner-kind';
import { transformDirection, transformPoint, type Mat4 } from '../../space/matrix';
import { add, scale, type Vec3 } from '../../space/vector';
import { LIGHTS, type LightKindName } from '../owners/lights/lights';
import { MAX_LIGHTS, type Production } from '../production';
import { setChannelValue } from './channel-edits';
import { freshId } from './fresh-id';

export type Light = Production['lights'][number];
type Placed = Extract<Light, { channels: { x: unknown } }>;

const lightSchema = anyOf(LIGHTS);

export const lightOf = ({ lights }: Production, id: string): Light | undefined => lights.find((light) => light.id === id);

/** Whether a light stands somewhere; a sun does not. */
export const isPlaced = (light: Light): light is Placed => 'x' in light.channels;

/** Values of channels and settings that a new light begins with. */
export interface LightLook {
  name?: string;
  channels?: Record<string, number | string | boolean>;
  settings?: Record<string, unknown>;
}

/** Adds a light, and returns its id; null where there are as many as there can be. */
export function addLight(
  draft: Production,
  kind: LightKindName,
  { name = '', channels = {}, settings = {} }: LightLook = {},
): string | null {
  if (draft.lights.length >= MAX_LIGHTS) return null;
  const id = freshId(draft.lights, kind);
  draft.lights.push(lightSchema.parse({ id, kind, name, channels: allAt(channels), settings }));
  return id;
}

/** A copy of a light, beside it; returns its id. */
export function duplicateLight(draft: Production, id: string): string | null {
  const light = lightOf(draft, id);
  if (!light || draft.lights.length >= MAX_LIGHTS) return null;
  const label = light.name || (LIGHTS.find(({ kind }) => kind === light.kind)?.label ?? '');
  const copy = { ...plainCopy(light), id: freshId(draft.lights, light.kind), name: cutText(`${label}, copy`, 80) };
  if (isPlaced(copy)) copy.channels.x = withShift(copy.channels.x, 0.5);
  draft.lights.push(copy);
  return copy.id;
}

/** Changes a light by a recipe; does nothing when it is gone. */
export function changeLight(draft: Production, id: string, recipe: (light: Light) => void): void {
  const light = lightOf(draft, id);
  if (light) recipe(light);
}

export function removeLight(draft: Production, id: string): void {
  draft.lights = draft.lights.filter((light) => light.id !== id);
}

/** Azimuth and height, degrees, of a direction. */
export function anglesTo([x, y, z]: Vec3): { azimuth: number; height: number } {
  return { azimuth: degrees(Math.atan2(x, z)), height: degrees(Math.atan2(y, Math.hypot(x, z))) };
}

/**
 * Moves a light to where its reflection falls on a spot as it is seen by an eye. A sun turns there; others keep their distance from the
 * spot, and look at it.
 * @param mirrored unit vector from the spot along which the eye sees reflections there
 * @param into from the world into the frame that the light is told in
 * @param distance from the spot at which it stands, metres
 */
export function highlightAt(draft: Production, id: string, frame: number, spot: Vec3, mirrored: Vec3, into: Mat4, distance: number): void {
  const light = lightOf(draft, id);
  if (!light) return;
  const set = (name: string, value: number) => setChannelValue(draft, { owner: `lights/${id}`, name }, frame, value);
  if (!isPlaced(light)) {
    const { azimuth, height } = anglesTo(transformDirection(into, mirrored));
    set('azimuth', azimuth);
    set('height', height);
    return;
  }
  const [x, y, z] = transformPoint(into, add(spot, scale(mirrored, distance)));
  set('x', x);
  set('y', y);
  set('z', z);
  if (!('aim' in light.settings)) return;
  Object.assign(light.settings.aim, { on: 'point', markId: null, letter: null, x: spot[0], y: spot[1], z: spot[2] });
  for (const name of ['pan', 'tilt'] as const) if (light.channels[name as never]) set(name, 0);
}

/**
 * Lets a light go across something in a straight line, at one speed, over some frames.
 * @param from, to places in the frame that the light is told in
 */
export function sweepLight(draft: Production, id: string, first: number, frames: number, from: Vec3, to: Vec3): void {
  const light = lightOf(draft, id);
  if (!light || !isPlaced(light)) return;
  (['x', 'y', 'z'] as const).forEach((name, i) => {
    const begun = withKey(light.channels[name] as Channel, first, from[i] as number, { join: 'straight' });
    light.channels[name] = withKey(begun, first + frames, to[i] as number, { join: 'straight' });
  });
}
