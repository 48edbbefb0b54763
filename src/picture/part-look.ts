import type { PartState, SurfaceState } from '@/core/frame/frame-state';

/** Whether what moves by itself looks otherwise than at rest. */
export const looksOtherwise = ({ opacity, look }: PartState): boolean => opacity < 1 || look !== null;

/** A surface as what it lies on has it that moves by itself. */
export function seenOn(surface: SurfaceState, part: PartState | null): SurfaceState {
  if (!part || !looksOtherwise(part)) return surface;
  const { look } = part;
  const opacity = surface.opacity * part.opacity;
  if (!look) return { ...surface, opacity };
  const [r, g, b] = surface.colour.map((v, k) => v + look.tints * ((look.colour[k] as number) - v)) as [number, number, number];
  const roughness = Math.min(1, Math.max(0, surface.roughness + look.roughness));
  return { ...surface, opacity, colour: [r, g, b], glow: surface.glow + look.glow, roughness };
}
