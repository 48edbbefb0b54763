import type { LinearColour } from '../colour/transfer';
import { coneCosines, pastLeaves } from '../frame/light-state';
import type { FrameState, LightState } from '../frame/frame-state';
import { smoothstep } from '../motion/smoothstep';
import { radians } from '../space/angle';
import { forwardOf, invertRigid, positionOf, transformDirection } from '../space/matrix';
import { dot, length, scale, subtract, type Vec3 } from '../space/vector';

/** Something that shines into the lens. */
export interface FlareSource {
  id: string;
  /** Where it stands; of what is infinitely far, which way it is. */
  place: Vec3;
  isDistant: boolean;
  /** Its half width as it is seen from the lens, as a slope. */
  width: number;
  /** What falls on the lens of it, where nothing is between. */
  light: LinearColour;
}

/** Share of its intensity along its axis that a light sends in a direction. */
function sentAside(light: LightState, direction: Vec3): number {
  const cosine = dot(forwardOf(light.pose), direction);
  switch (light.kind) {
    case 'sun':
    case 'point':
      return 1;
    case 'area':
    case 'strip':
      return Math.max(0, cosine);
    case 'spot': {
      const { inner, outer } = coneCosines(light.values);
      return smoothstep(outer, inner, cosine) * pastLeaves(light.values, transformDirection(invertRigid(light.pose), direction));
    }
  }
}

/** Half width of a light, metres. */
function halfWidth({ kind, values }: LightState): number {
  if (kind === 'area') return Math.min(values.width, values.height) / 2;
  if (kind === 'spot' || kind === 'point') return values.size / 2;
  return 0;
}

/** The lights and suns of a state that shine into its lens. Intensity falls by the square of the distance (inverse-square law). */
export function flareSources({ lights, camera }: FrameState): FlareSource[] {
  const eye = positionOf(camera.pose);
  return lights.flatMap((light): FlareSource[] => {
    const { id, sent } = light;
    if (light.kind === 'sun') {
      const width = Math.tan(radians(light.values.disc / 2));
      return [{ id, place: scale(forwardOf(light.pose), -1), isDistant: true, width, light: sent }];
    }
    const place = positionOf(light.pose);
    const way = subtract(eye, place);
    const far = length(way);
    if (far < 1e-3) return [];
    const share = sentAside(light, scale(way, 1 / far)) / (far * far);
    if (share <= 0) return [];
    return [{ id, place, isDistant: false, width: halfWidth(light) / far, light: sent.map((c) => c * share) as unknown as LinearColour }];
  });
}
