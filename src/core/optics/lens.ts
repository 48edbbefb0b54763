import { degrees } from '../space/angle';

/** Thin-lens formulas of any optics handbook. Lens and sensor in millimetres, the scene in metres. */

/** Angle of view in degrees across a sensor dimension: 2·atan(size / 2f), for a lens focused at infinity. */
export function angleOfViewDeg(sensorMm: number, focalLengthMm: number): number {
  return degrees(2 * Math.atan(sensorMm / (2 * focalLengthMm)));
}

/** Focal length that gives an angle of view across a sensor dimension. */
export function focalLengthForAngle(sensorMm: number, angleDeg: number): number {
  return sensorMm / (2 * Math.tan((angleDeg * Math.PI) / 360));
}

/** Diameter of the aperture in metres. */
export function apertureMetres(focalLengthMm: number, fStop: number): number {
  return focalLengthMm / fStop / 1000;
}

/** Hyperfocal distance in metres: H = f²/(N·c) + f. */
export function hyperfocalMetres(focalLengthMm: number, fStop: number, circleMm: number): number {
  return ((focalLengthMm * focalLengthMm) / (fStop * circleMm) + focalLengthMm) / 1000;
}

/**
 * Near and far limits of what counts as sharp, in metres: s(H−f)/(H+s−2f) and s(H−f)/(H−s);
 * the far one is Infinity from the hyperfocal distance on.
 */
export function depthOfField(focalLengthMm: number, fStop: number, circleMm: number, focusMetres: number): { near: number; far: number } {
  const f = focalLengthMm / 1000;
  const h = hyperfocalMetres(focalLengthMm, fStop, circleMm);
  return {
    near: (focusMetres * (h - f)) / (h + focusMetres - 2 * f),
    far: focusMetres < h ? (focusMetres * (h - f)) / (h - focusMetres) : Infinity,
  };
}

/** Diameter in millimetres on the sensor of the blur of a point at `distance` when the lens is focused at `focus`. */
export function circleOfConfusionMm(focalLengthMm: number, fStop: number, focusMetres: number, distanceMetres: number): number {
  const f = focalLengthMm / 1000;
  return (((focalLengthMm / fStop) * Math.abs(distanceMetres - focusMetres)) / distanceMetres) * (f / (focusMetres - f));
}

/** Permitted circle of confusion for a sensor: its diagonal / 1442 (0.03 mm on 36 x 24; common practice). */
export function permittedCircleMm(sensorWidthMm: number, sensorHeightMm: number): number {
  return Math.hypot(sensorWidthMm, sensorHeightMm) / 1442;
}
