import type { SurfaceState } from '@/core/frame/frame-state';
import { radians } from '@/core/space/angle';
import type { FadePlane } from './fade';

/** What light meets at a surface: values of one instant. */
export interface SurfaceValues extends SurfaceState {
  fade: FadePlane | null;
  /** Bits of the lights that light it, by their places among them. */
  lights: number;
}

export const SURFACE_TEXELS = 5;

/** Reflectance at normal incidence of what has an index of refraction (Fresnel). */
const facing = (index: number): number => ((index - 1) / (index + 1)) ** 2;

/**
 * A surface as the table has it: colour, roughness | metalness, coat, glow, opacity | plane of the fade | its two ends, lights, stretch |
 * roughness of the coat, reflectance of what is no metal, way of the brushing.
 */
export function surfaceRow(values: SurfaceValues): number[] {
  const { colour, roughness, metalness, coat, glow, opacity, fade, lights, stretch, coatRoughness, index, brushing } = values;
  return [
    ...colour,
    roughness,
    ...[metalness, coat, glow, opacity],
    ...(fade?.plane ?? [0, 0, 0, 0]),
    ...[fade?.start ?? 1, fade?.end ?? 1, lights, stretch],
    ...[coatRoughness, facing(index), radians(brushing), 0],
  ];
}

/** Whether it can be seen through anywhere. */
export const isThin = ({ opacity, fade }: SurfaceValues): boolean => opacity < 1 || (fade !== null && (fade.start < 1 || fade.end < 1));

export const SURFACE_TABLE_GLSL = /* glsl */ `
uniform highp sampler2D surfaceTable;
// Tables are 1024 wide: no division.
#define AT(i) ivec2((i) & 1023, (i) >> 10)
#define SURFACE(i, k) texelFetch(surfaceTable, AT(${SURFACE_TEXELS} * (i) + (k)), 0)
`;
