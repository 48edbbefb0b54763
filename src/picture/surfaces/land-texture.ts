import { DataTexture, LinearFilter, RedFormat, RepeatWrapping, UnsignedByteType } from 'three';
import { landMap } from '@/core/globe/land';

/** Cells of the map round the equator. */
const WIDTH = 2048;

let kept: Uint8Array | null = null;

/** The land of the earth as a map; worked out at the first look at any. */
export function landTexture(): DataTexture {
  kept ??= landMap(WIDTH);
  const texture = new DataTexture(kept as Uint8Array<ArrayBuffer>, WIDTH, WIDTH / 2, RedFormat, UnsignedByteType);
  texture.minFilter = texture.magFilter = LinearFilter;
  texture.wrapS = RepeatWrapping;
  texture.needsUpdate = true;
  return texture;
}
