import { DataTexture, HalfFloatType, LinearFilter, RepeatWrapping, WebGLArrayRenderTarget, type Texture, type WebGLRenderer } from 'three';
import type { PictureRef } from '@/core/frame/frame-state';
import { FullscreenPass } from '../passes/fullscreen';
import { landTexture } from './land-texture';

/** Pixels of each layer: pictures are brought to that. */
const WIDTH = 2048;
const HEIGHT = 1024;
/** Pictures at most, the map of the earth among them. */
const MOST = 12;
const LAND = 'land';

/** Where pictures come from: premultiplied linear light. */
interface Pictures {
  texture(ref: PictureRef): Texture | null;
}

const copyPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D from;
varying vec2 at;
void main() { gl_FragColor = texture2D(from, at); }`,
    { from: { value: null as Texture | null } },
  );

const nameOf = ({ hash, frame }: PictureRef) => `${hash} ${frame}`;

/** What patterns look up, in the layers of one texture: pictures from files, and the land of the earth. Programs have few textures. */
export class PatternPictures {
  private readonly layers = new Map<string, { ref: PictureRef | null; isDrawn: boolean }>();
  private readonly empty = new DataTexture(new Uint8Array(4), 1, 1);
  private readonly pass = copyPass();
  private target = targetOf(1, 1, 1);
  readonly uniform: { value: Texture } = { value: this.target.texture };

  /** The layer that a picture will lie in; -1 where there are too many. */
  layerOf(ref: PictureRef | typeof LAND): number {
    const name = ref === LAND ? LAND : nameOf(ref);
    if (!this.layers.has(name)) {
      if (this.layers.size >= MOST) return -1;
      this.layers.set(name, { ref: ref === LAND ? null : ref, isDrawn: false });
    }
    return [...this.layers.keys()].indexOf(name);
  }

  /** Draws what is not in its layer yet, as far as it is at hand. */
  update(renderer: WebGLRenderer, pictures: Pictures | null): void {
    const count = this.layers.size;
    if (count === 0) return;
    if (this.target.depth < count || this.target.width !== WIDTH) {
      this.target.dispose();
      this.target = targetOf(WIDTH, HEIGHT, count);
      this.uniform.value = this.target.texture;
      for (const layer of this.layers.values()) layer.isDrawn = false;
    }
    let i = 0;
    for (const layer of this.layers.values()) {
      if (!layer.isDrawn) layer.isDrawn = this.drawInto(renderer, i, layer.ref, pictures);
      i++;
    }
  }

  dispose(): void {
    for (const each of [this.target, this.empty, this.pass]) each.dispose();
  }

  private drawInto(renderer: WebGLRenderer, layer: number, ref: PictureRef | null, pictures: Pictures | null): boolean {
    const land = ref ? null : landTexture();
    const from = land ?? (ref && pictures?.texture(ref)) ?? null;
    this.pass.uniforms.from.value = from ?? this.empty;
    this.pass.draw(renderer, this.target, 0, layer);
    land?.dispose();
    return from !== null;
  }
}

function targetOf(width: number, height: number, layers: number): WebGLArrayRenderTarget {
  return new WebGLArrayRenderTarget(width, height, layers, {
    type: HalfFloatType,
    minFilter: LinearFilter,
    magFilter: LinearFilter,
    wrapS: RepeatWrapping,
    wrapT: RepeatWrapping,
    depthBuffer: false,
    generateMipmaps: false,
  });
}
