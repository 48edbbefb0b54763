import { z } from 'zod';
import { arcPath, circlePath, type ArcPath } from '../../motion/arc-path';
import { channelField, numberField } from '../../schema/fields';
import { degrees } from '../../space/angle';
import { multiply, panTiltRoll, positionOf, rotationZ, translation } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import { carrierKind } from '../carrier';

export const MAX_RAIL_POINTS = 64;

const pointSchema = z.object({
  x: z.number().min(-1000).max(1000),
  y: z.number().min(-1000).max(1000),
  z: z.number().min(-1000).max(1000),
});

/** A smooth curve through points in space, or closed. */
export const railSettingsSchema = z.object({
  form: z.enum(['points', 'circle']).default('points'),
  /** Of a circle, which lies level about the origin and begins toward the audience. */
  radius: numberField({ label: 'Radius', unit: 'm', min: 0.01, max: 1000, rest: 4, step: 0.1 }),
  points: z
    .array(pointSchema)
    .max(MAX_RAIL_POINTS)
    .default([
      { x: 0, y: 0, z: 0 },
      { x: 1, y: 0.1, z: -0.5 },
      { x: 2.2, y: 0, z: -0.7 },
    ]),
  closed: z.boolean().default(false),
  /** Turns with the rail, so that the lens looks along it. */
  turns: z.boolean().default(false),
});
export type RailSettings = z.infer<typeof railSettingsSchema>;

const paths = new WeakMap<object, ArcPath>();

/** The curve of a rail; kept by its settings, which never change in place. */
export function railPath(settings: RailSettings): ArcPath {
  let path = paths.get(settings);
  if (!path) {
    path =
      settings.form === 'circle'
        ? circlePath(settings.radius)
        : arcPath(
            settings.points.map(({ x, y, z }): Vec3 => [x, y, z]),
            settings.closed,
          );
    paths.set(settings, path);
  }
  return path;
}

/** Along a curve by arc length: equal shares are equal ways, wherever the points lie. */
export const rail = carrierKind({
  kind: 'rail',
  label: 'Rail',
  channels: {
    along: channelField({ label: 'Along', unit: '%', min: -100, max: 100, rest: 0, step: 0.01, digits: 1, shown: 100 }),
    bank: channelField({ label: 'Bank', unit: '°', min: -3600, max: 3600, rest: 0, step: 1, digits: 1 }),
  },
  settings: railSettingsSchema,
  matrix: (v, { settings }) => {
    const path = railPath(settings);
    const { place, direction } = path.at((v.along ?? 0) * path.length);
    const bank = rotationZ(-(v.bank ?? 0));
    const [dx, dy, dz] = direction;
    // The lens looks along -Z: a pan of 0 goes away from the audience.
    const turned = settings.turns
      ? multiply(panTiltRoll(degrees(Math.atan2(-dx, -dz)), degrees(Math.atan2(dy, Math.hypot(dx, dz))), 0), bank)
      : bank;
    return multiply(translation(...place), turned);
  },
  land: (pose, present, { settings }) => {
    const path = railPath(settings);
    return { along: path.length > 0 ? path.nearest(positionOf(pose)) / path.length : 0, bank: present.bank ?? 0 };
  },
});
