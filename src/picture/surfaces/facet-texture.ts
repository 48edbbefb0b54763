import { DataTexture, DataUtils, HalfFloatType, LinearFilter, NearestFilter, RepeatWrapping, RGFormat } from 'three';
import { facetShares } from '@/core/light/facets';

/** Two numbers a cell, as half floats: those every card can blend between. */
export function pairTexture(data: Float32Array, size: number, isSmooth: boolean): DataTexture {
  const texture = new DataTexture(Uint16Array.from(data, DataUtils.toHalfFloat), size, size, RGFormat, HalfFloatType);
  texture.minFilter = texture.magFilter = isSmooth ? LinearFilter : NearestFilter;
  if (!isSmooth) texture.wrapS = texture.wrapT = RepeatWrapping;
  texture.needsUpdate = true;
  return texture;
}

const kept = new Map<number, Float32Array>();

/** What rough surfaces send of light from everywhere, by cosine and roughness. Worked out once. */
export function facetTexture(size: number): DataTexture {
  let shares = kept.get(size);
  if (!shares) kept.set(size, (shares = facetShares(size)));
  return pairTexture(shares, size, true);
}
