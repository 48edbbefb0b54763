import { degrees, radians } from './angle';
import type { Vec3 } from './vector';

/**
 * Affine transforms as 16 numbers, column by column, for column vectors, as glTF and WebGL have them:
 * element (row r, column c) stands at 4c + r. Doubles throughout.
 */
export type Mat4 = readonly number[];

export const IDENTITY: Mat4 = [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

const at = (m: Mat4, i: number) => m[i] as number;

/** a · b: b acts first. */
export function multiply(a: Mat4, b: Mat4): Mat4 {
  const out = new Array<number>(16);
  for (let c = 0; c < 4; c++) {
    for (let r = 0; r < 4; r++) {
      let sum = 0;
      for (let k = 0; k < 4; k++) sum += at(a, 4 * k + r) * at(b, 4 * c + k);
      out[4 * c + r] = sum;
    }
  }
  return out;
}

export function product(...matrices: Mat4[]): Mat4 {
  return matrices.reduce(multiply, IDENTITY);
}

export function translation(x: number, y: number, z: number): Mat4 {
  return [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, x, y, z, 1];
}

/** Rotation about an axis, right-handed, in degrees. */
/** As large so many times along each axis; below 0 mirrored. */
export const scaling = (x: number, y = x, z = x): Mat4 => [x, 0, 0, 0, 0, y, 0, 0, 0, 0, z, 0, 0, 0, 0, 1];

export function rotationX(deg: number): Mat4 {
  const c = Math.cos(radians(deg));
  const s = Math.sin(radians(deg));
  return [1, 0, 0, 0, 0, c, s, 0, 0, -s, c, 0, 0, 0, 0, 1];
}
export function rotationY(deg: number): Mat4 {
  const c = Math.cos(radians(deg));
  const s = Math.sin(radians(deg));
  return [c, 0, -s, 0, 0, 1, 0, 0, s, 0, c, 0, 0, 0, 0, 1];
}
export function rotationZ(deg: number): Mat4 {
  const c = Math.cos(radians(deg));
  const s = Math.sin(radians(deg));
  return [c, s, 0, 0, -s, c, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];
}

/** Pan (about Y), then tilt (about X), then roll (about Z), each about the axes the ones before have turned. */
export function panTiltRoll(panDeg: number, tiltDeg: number, rollDeg: number): Mat4 {
  const p = radians(panDeg);
  const t = radians(tiltDeg);
  const r = radians(rollDeg);
  const cp = Math.cos(p);
  const sp = Math.sin(p);
  const ct = Math.cos(t);
  const st = Math.sin(t);
  const cr = Math.cos(r);
  const sr = Math.sin(r);
  // The product of the three, written out: every mark and camera is turned by it at every instant.
  return [
    cp * cr + sp * st * sr,
    ct * sr,
    cp * st * sr - sp * cr,
    0,
    sp * st * cr - cp * sr,
    ct * cr,
    sp * sr + cp * st * cr,
    0,
    sp * ct,
    -st,
    cp * ct,
    0,
    0,
    0,
    0,
    1,
  ];
}

/** Angles in degrees that give the turn of a rigid transform back; pan and roll in -180..180, tilt in -90..90. */
export function anglesOf(m: Mat4): { panDeg: number; tiltDeg: number; rollDeg: number } {
  const sinTilt = -at(m, 9);
  const tiltDeg = degrees(Math.asin(Math.max(-1, Math.min(1, sinTilt))));
  if (Math.abs(sinTilt) > 1 - 1e-12) {
    // Looking straight up or down, pan and roll turn about one axis: give it all to pan.
    return { panDeg: degrees(Math.atan2(-at(m, 2), at(m, 0))), tiltDeg, rollDeg: 0 };
  }
  return { panDeg: degrees(Math.atan2(at(m, 8), at(m, 10))), tiltDeg, rollDeg: degrees(Math.atan2(at(m, 1), at(m, 5))) };
}

/** Inverse of a rigid transform (turn and place, no scale). */
export function invertRigid(m: Mat4): Mat4 {
  const [x, y, z] = positionOf(m);
  const r = [0, 1, 2].map((i) => -(at(m, 4 * i) * x + at(m, 4 * i + 1) * y + at(m, 4 * i + 2) * z));
  return [at(m, 0), at(m, 4), at(m, 8), 0, at(m, 1), at(m, 5), at(m, 9), 0, at(m, 2), at(m, 6), at(m, 10), 0, ...r, 1];
}

/** How many times as large what stands in a frame is outside of it, where it is the same along all axes; 1 of a rigid transform. */
export function sizeIn(m: Mat4): number {
  const size = Math.hypot(at(m, 0), at(m, 1), at(m, 2));
  return Math.abs(size - 1) < 1e-9 ? 1 : size;
}

/** Inverse of a rigid transform that may also mirror, or make evenly larger or smaller. */
export function invertSimilar(m: Mat4): Mat4 {
  const size = sizeIn(m);
  const back = invertRigid(m);
  return size === 1 ? back : back.map((v, i) => (i === 15 ? 1 : v / (size * size)));
}

export const positionOf = (m: Mat4): Vec3 => [at(m, 12), at(m, 13), at(m, 14)];

/** The direction that a camera with this pose looks along: its -Z. */
export const forwardOf = (m: Mat4): Vec3 => [-at(m, 8), -at(m, 9), -at(m, 10)];

export function transformPoint(m: Mat4, p: Vec3): Vec3 {
  const [x, y, z] = p;
  return [
    at(m, 0) * x + at(m, 4) * y + at(m, 8) * z + at(m, 12),
    at(m, 1) * x + at(m, 5) * y + at(m, 9) * z + at(m, 13),
    at(m, 2) * x + at(m, 6) * y + at(m, 10) * z + at(m, 14),
  ];
}

export function transformDirection(m: Mat4, d: Vec3): Vec3 {
  const [x, y, z] = d;
  return [
    at(m, 0) * x + at(m, 4) * y + at(m, 8) * z,
    at(m, 1) * x + at(m, 5) * y + at(m, 9) * z,
    at(m, 2) * x + at(m, 6) * y + at(m, 10) * z,
  ];
}

/** The turn nearest to `reference` among deg + 360·n, so that a landed angle never spins the long way round. */
export function nearestTurn(deg: number, reference: number): number {
  return deg + 360 * Math.round((reference - deg) / 360);
}
