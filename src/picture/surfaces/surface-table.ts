import type { LinearColour } from '@/core/colour/transfer';
import type { FadePlane } from './fade';

/** What light meets at a surface: values of one instant. */
export interface SurfaceValues {
  colour: LinearColour;
  roughness: number;
  metalness: number;
  coat: number;
  /** Light given off, as a multiple of the colour. */
  glow: number;
  opacity: number;
  fade: FadePlane | null;
  /** Bits of the lights that light it, by their places among them. */
  lights: number;
}

export const SURFACE_TEXELS = 4;

/** A surface as the table has it: colour, roughness | metalness, coat, glow, opacity | plane of the fade | its two ends, its lights. */
export function surfaceRow({ colour, roughness, metalness, coat, glow, opacity, fade, lights }: SurfaceValues): number[] {
  return [
    ...colour,
    roughness,
    ...[metalness, coat, glow, opacity],
    ...(fade?.plane ?? [0, 0, 0, 0]),
    ...[fade?.start ?? 1, fade?.end ?? 1, lights, 0],
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
