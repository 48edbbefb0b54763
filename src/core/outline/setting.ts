import { z } from 'zod';
import { numberField } from '../schema/fields';
import { degrees } from '../space/angle';
import { IDENTITY, multiply, product, rotationX, rotationY, rotationZ, translation, type Mat4 } from '../space/matrix';

/**
 * What lines of letters stand along: a straight line, an arc that stands upright, or a ring that lies level. Arcs and rings have
 * their middle at the mark's origin.
 */
export const settingSchema = z.object({
  along: z.enum(['line', 'arc', 'ring']).default('line'),
  radius: numberField({ label: 'Radius', unit: 'm', min: 0.05, max: 500, rest: 2, step: 0.1 }),
  /** Where the block's alignment edge or middle stands, from the top of an arc or the front of a ring. */
  start: numberField({ label: 'Start', unit: '°', min: -3600, max: 3600, rest: 0, step: 5, digits: 1 }),
  /** Out: tops (arc) or faces (ring) away from the middle; in: toward it; up: a ring's faces to the sky. */
  facing: z.enum(['out', 'in', 'up']).default('out'),
});
export type Setting = z.infer<typeof settingSchema>;

interface Way {
  /** Pose of a letter whose middle stands `s` metres along the way and whose baseline is `y` above it. */
  seat(s: number, y: number, setting: Setting): Mat4;
  /** Turn of the whole about the way's middle, degrees in the direction of reading. */
  travel(deg: number): Mat4;
}

/** Radius on which a baseline runs that stands `y` metres above the middle of its block. */
export function baselineRadius({ along, facing, radius }: Setting, y: number): number {
  const upright = along === 'ring' && facing !== 'up';
  return Math.max(0.01, upright ? radius : facing === 'out' || (along === 'arc' && facing === 'up') ? radius + y : radius - y);
}

const angleAt = (setting: Setting, s: number, y: number) => setting.start + degrees(s / baselineRadius(setting, y));

const WAYS: Record<string, Way> = {
  // Over the top of a hill, or along the bottom of a bowl.
  'arc out': {
    seat: (s, y, setting) => multiply(rotationZ(-angleAt(setting, s, y)), translation(0, setting.radius + y, 0)),
    travel: (deg) => rotationZ(-deg),
  },
  'arc in': {
    seat: (s, y, setting) => multiply(rotationZ(angleAt(setting, s, y)), translation(0, y - setting.radius, 0)),
    travel: (deg) => rotationZ(deg),
  },
  // Read from outside, from inside, or from above.
  'ring out': {
    seat: (s, y, setting) => multiply(rotationY(angleAt(setting, s, y)), translation(0, y, setting.radius)),
    travel: (deg) => rotationY(deg),
  },
  'ring in': {
    seat: (s, y, setting) => multiply(rotationY(-angleAt(setting, s, y)), translation(0, y, -setting.radius)),
    travel: (deg) => rotationY(-deg),
  },
  'ring up': {
    seat: (s, y, setting) => product(rotationY(angleAt(setting, s, y)), translation(0, 0, setting.radius - y), rotationX(-90)),
    travel: (deg) => rotationY(deg),
  },
};

const wayOf = ({ along, facing }: Setting): Way | undefined =>
  along === 'arc' && facing === 'up' ? WAYS['arc out'] : WAYS[`${along} ${facing}`];

/** Pose of a letter by the place of its middle along the line and the height of its baseline, metres; null for a straight line. */
export function seatAlong(setting: Setting, s: number, y: number): Mat4 | null {
  return wayOf(setting)?.seat(s, y, setting) ?? null;
}

/** Turn that carries all letters along their arc or ring, in degrees; nothing for a straight line. */
export function travelTurn(setting: Setting, deg: number): Mat4 {
  return wayOf(setting)?.travel(deg) ?? IDENTITY;
}
