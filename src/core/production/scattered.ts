import { chance } from '../motion/random';
import { degrees } from '../space/angle';
import { product, rotationX, rotationY, rotationZ, scaling, translation, type Mat4 } from '../space/matrix';
import type { Vec3 } from '../space/vector';

export const SCATTER_SURFACES = ['level', 'upright', 'ball'] as const;

/** Where things are strewn, and how. */
export interface Scattering {
  count: number;
  surface: (typeof SCATTER_SURFACES)[number];
  /** Sides of what is level or upright, metres. */
  wide: number;
  deep: number;
  /** Of a ball, metres. */
  radius: number;
  seed: number;
  /** Each is turned about the surface's upright by at most so many degrees, either way. */
  strays: number;
  /** Each is smaller by at most this share. */
  varies: number;
}

/** Places that are tried for each, of which the one farthest from all others is taken (D. P. Mitchell, 1991: best candidate). */
const TRIES = 12;

type Place = readonly [u: number, v: number];

/** A place of the surface by two shares of chance; areas that are alike get as many. */
function onSurface({ surface, wide, deep, radius }: Scattering, [u, v]: Place): Vec3 {
  if (surface === 'level') return [(u - 0.5) * wide, 0, (v - 0.5) * deep];
  if (surface === 'upright') return [(u - 0.5) * wide, (v - 0.5) * deep, 0];
  // Heights on a ball are even (Archimedes).
  const y = 2 * v - 1;
  const flat = Math.sqrt(Math.max(0, 1 - y * y));
  return [radius * flat * Math.sin(2 * Math.PI * u), radius * y, radius * flat * Math.cos(2 * Math.PI * u)];
}

const apart = (a: Vec3, b: Vec3): number => Math.hypot(a[0] - b[0], a[1] - b[1], a[2] - b[2]);

/** Places that keep apart from one another, by chance. */
function placesOf(scattering: Scattering): Vec3[] {
  const places: Vec3[] = [];
  for (let i = 0; i < scattering.count; i++) {
    let [best, room] = [null as Vec3 | null, -1];
    for (let k = 0; k < (i === 0 ? 1 : TRIES); k++) {
      const tried = onSurface(scattering, [chance(scattering.seed, i, k, 1), chance(scattering.seed, i, k, 2)]);
      const nearest = places.reduce((least, other) => Math.min(least, apart(tried, other)), Infinity);
      if (nearest > room) [best, room] = [tried, nearest];
    }
    places.push(best as Vec3);
  }
  return places;
}

/**
 * Poses of things that are strewn on a surface, in its frame: level as a floor is (they stand on it), upright as a wall (they face away
 * from it), or round a ball (they face outward). One more leaves the others where they are.
 */
export function scatteredPoses(scattering: Scattering): Mat4[] {
  const { surface, seed, strays, varies } = scattering;
  return placesOf(scattering).map((place, i): Mat4 => {
    const turn = strays * (2 * chance(seed, i, 3) - 1);
    const size = scaling(1 - varies * chance(seed, i, 4));
    const [x, y, z] = place;
    if (surface !== 'ball') return product(translation(x, y, z), surface === 'level' ? rotationY(turn) : rotationZ(turn), size);
    const azimuth = degrees(Math.atan2(x, z));
    const height = degrees(Math.asin(Math.max(-1, Math.min(1, y / scattering.radius))));
    return product(translation(x, y, z), rotationY(azimuth), rotationX(-height), rotationZ(turn), size);
  });
}
