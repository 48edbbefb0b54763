import { at, type Channel } from '../../motion/channel';
import { withKey } from '../../motion/edit-channel';
import { degrees } from '../../space/angle';
import { cutText } from '../../schema/text';
import { plainCopy } from '../../schema/plain-copy';
import { anyOf } from '../../schema/owner-kind';
import { normalise, scale, add, type Vec3 } from '../../space/vector';
import { LIGHTS, type LightKindName } from '../owners/lights/lights';
import { MAX_LIGHTS, type Production } from '../production';
import { resolverOf } from '../resolver';
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
  const rest = Object.fromEntries(Object.entries(channels).map(([channel, value]) => [channel, at(value)]));
  draft.lights.push(lightSchema.parse({ id, kind, name, channels: rest, settings }));
  return id;
}

/** A copy of a light, beside it; returns its id. */
export function duplicateLight(draft: Production, id: string): string | null {
  const light = lightOf(draft, id);
  if (!light || draft.lights.length >= MAX_LIGHTS) return null;
  const label = light.name || (LIGHTS.find(({ kind }) => kind === light.kind)?.label ?? '');
  const copy = { ...plainCopy(light), id: freshId(draft.lights, light.kind), name: cutText(`${label}, copy`, 80) };
  if (isPlaced(copy)) copy.channels.x = shifted(copy.channels.x, 0.5);
  draft.lights.push(copy);
  return copy.id;
}

const shifted = (channel: Channel, by: number): Channel => ({
  ...channel,
  rest: channel.rest + by,
  keys: channel.keys.map((key) => ({ ...key, value: key.value + by })),
});

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
 */
export function highlightAt(
  draft: Production,
  id: string,
  frame: number,
  spot: Vec3,
  mirrored: Vec3,
  into: { place: (p: Vec3) => Vec3; direction: (d: Vec3) => Vec3 },
  distance: number,
): void {
  const light = lightOf(draft, id);
  if (!light) return;
  const set = (name: string, value: number) => setChannelValue(draft, { owner: `lights/${id}`, name }, frame, value);
  if (!isPlaced(light)) {
    const { azimuth, height } = anglesTo(normalise(into.direction(mirrored)));
    set('azimuth', azimuth);
    set('height', height);
    return;
  }
  const [x, y, z] = into.place(add(spot, scale(mirrored, distance)));
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
    const channel = light.channels[name] as Channel;
    const swept = withKey(withKey(channel, first, from[i] as number), first + frames, to[i] as number);
    swept.keys = swept.keys.map((key) => (key.frame === first || key.frame === first + frames ? { ...key, join: 'straight' } : key));
    light.channels[name] = swept as never;
  });
}

/** Moves a light by metres in the frame that it is told in. */
export function moveLight(draft: Production, id: string, frame: number, by: Vec3): void {
  const light = lightOf(draft, id);
  if (!light || !isPlaced(light)) return;
  (['x', 'y', 'z'] as const).forEach((name, i) => shiftChannel(draft, id, name, frame, by[i] as number));
}

/** Changes a number of a light at a frame by so much. */
export function shiftChannel(draft: Production, id: string, name: string, frame: number, by: number): void {
  const present = by === 0 ? null : resolverOf(draft).at(`lights/${id}`, name, frame);
  if (typeof present === 'number') setChannelValue(draft, { owner: `lights/${id}`, name }, frame, present + by);
}
