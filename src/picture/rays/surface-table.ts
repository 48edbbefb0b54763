import type { LinearColour } from '@/core/colour/transfer';
import type { FadePlane } from '../fade';

/** What light meets at a surface: values of one instant. */
export interface RaySurface {
  colour: LinearColour;
  roughness: number;
  metalness: number;
  coat: number;
  /** Light given off, as a multiple of the colour. */
  glow: number;
  opacity: number;
  fade: FadePlane | null;
}

export const SURFACE_TEXELS = 4;

/** A surface as the table has it: colour, roughness | metalness, coat, glow, opacity | plane of the fade | its two ends. */
export function surfaceRow({ colour, roughness, metalness, coat, glow, opacity, fade }: RaySurface): number[] {
  return [
    ...colour,
    roughness,
    ...[metalness, coat, glow, opacity],
    ...(fade?.plane ?? [0, 0, 0, 0]),
    ...[fade?.start ?? 1, fade?.end ?? 1, 0, 0],
  ];
}

/** Whether it can be seen through anywhere. */
export const isThin = ({ opacity, fade }: RaySurface): boolean => opacity < 1 || (fade !== null && (fade.start < 1 || fade.end < 1));
