import { Vector2, type Texture } from 'three';
import type { PanelState } from '@/core/frame/frame-state';
import type { Region } from '@/core/solid/mesh';

/** A picture as it lies on a region. */
export interface LaidPicture {
  /** Premultiplied linear light. */
  texture: Texture;
  /** What a place in the solid is multiplied by, so that the picture runs from -0.5 to 0.5. */
  scale: readonly [number, number];
  own: number;
  isClear: boolean;
}

export const laidUniforms = (empty: Texture) => ({
  isLaid: { value: 0 },
  laidPicture: { value: empty },
  laidScale: { value: new Vector2() },
  laidOwn: { value: 0 },
  laidClear: { value: 0 },
});
export type LaidUniforms = ReturnType<typeof laidUniforms>;

export function setLaid(uniforms: LaidUniforms, laid: LaidPicture | null, empty: Texture): void {
  uniforms.isLaid.value = laid ? 1 : 0;
  uniforms.laidPicture.value = laid?.texture ?? empty;
  uniforms.laidScale.value.set(laid?.scale[0] ?? 0, laid?.scale[1] ?? 0);
  uniforms.laidOwn.value = laid?.own ?? 0;
  uniforms.laidClear.value = laid?.isClear ? 1 : 0;
}

/** How the picture of a panel lies on one of its regions; null where it does not, 'hidden' where nothing of that region is seen. */
export function layOn(
  region: Region,
  { width, height, mirror, own, isOnBack, isClear }: PanelState,
  texture: Texture,
): LaidPicture | 'hidden' | null {
  const isCarrying = region === 'face' || region === 'bevel' || (region === 'back' && isOnBack);
  if (!isCarrying) return isClear ? 'hidden' : null;
  // On the back it is seen as one reads it from there.
  const across = (mirror === 'across' ? -1 : 1) * (region === 'back' ? -1 : 1);
  return { texture, scale: [across / width, (mirror === 'up' ? -1 : 1) / height], own, isClear };
}
