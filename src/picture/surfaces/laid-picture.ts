import { Matrix4, type Texture } from 'three';
import type { PanelState, RevealState } from '@/core/frame/frame-state';
import { multiply, type Mat4 } from '@/core/space/matrix';
import type { Region } from '@/core/solid/mesh';

/** A picture as it lies on a region. */
export interface LaidPicture {
  /** Premultiplied linear light. */
  texture: Texture;
  /** From a place in the solid into the picture: across and up from 0 to 1, over the last. */
  into: Mat4;
  /** How much of it is seen. */
  shows: number;
  own: number;
  isClear: boolean;
  /** It was thrown on: nothing of it is seen beyond its edges. */
  isThrown: boolean;
}

export const laidUniforms = (empty: Texture) => ({
  isLaid: { value: 0 },
  isThrown: { value: 0 },
  laidPicture: { value: empty },
  laidInto: { value: new Matrix4() },
  laidOwn: { value: 0 },
  laidClear: { value: 0 },
});
export type LaidUniforms = ReturnType<typeof laidUniforms>;

export function setLaid(uniforms: LaidUniforms, laid: LaidPicture | null, empty: Texture): void {
  uniforms.isLaid.value = laid?.shows ?? 0;
  uniforms.isThrown.value = laid?.isThrown ? 1 : 0;
  uniforms.laidPicture.value = laid?.texture ?? empty;
  if (laid) uniforms.laidInto.value.fromArray(laid.into as number[]);
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
  const across = ((mirror === 'across' ? -1 : 1) * (region === 'back' ? -1 : 1)) / width;
  const up = (mirror === 'up' ? -1 : 1) / height;
  const into = [across, 0, 0, 0, 0, up, 0, 0, 0, 0, 1, 0, 0.5, 0.5, 0, 1];
  return { texture, into, shows: 1, own, isClear, isThrown: false };
}

/** How a picture that was thrown on a mark lies on a solid of it. */
export const throwOn = ({ into, shows, own }: RevealState, seat: Mat4, texture: Texture): LaidPicture => ({
  texture,
  into: multiply(into, seat),
  shows,
  own,
  isClear: false,
  isThrown: true,
});
