import { DataTexture, HalfFloatType, LinearFilter, RepeatWrapping, WebGLArrayRenderTarget, type Texture, type WebGLRenderer } from 'three';
import type { PictureRef } from '@/core/frame/frame-state';
import { copyPass } from '../passes/fullscreen';
import { nameOf } from '../picture-textures';
import { landTexture } from './land-texture';

/** Pixels of each layer: pictures are brought to that. */
const WIDTH = 2048;
const HEIGHT = 1024;
/** Pictures at a time, the map of the earth among them. */
const MOST = 12;
const LAND = 'land';

/** Where pictures come from: premultiplied linear light. */
interface Pictures {
  texture(ref: PictureRef): Texture | null;
}

/** What lies in a layer, or is to. */
interface Layer {
  name: string;
  /** Null for the land of the earth. */
  ref: PictureRef | null;
  isDrawn: boolean;
  /** Something of the state that is told looks it up. */
  isAsked: boolean;
}

/** What patterns look up, in the layers of one texture: pictures from files, and the land of the earth. Programs have few textures. */
export class PatternPictures {
  private readonly layers: Layer[] = [];
  private readonly empty = new DataTexture(new Uint8Array(4), 1, 1);
  private readonly pass = copyPass();
  private target = targetOf(1, 1, 1);
  readonly uniform: { value: Texture } = { value: this.target.texture };

  /** Begins a state: it is told anew what is looked up. */
  begin(): void {
    for (const layer of this.layers) layer.isAsked = false;
  }

  /** The layer that a picture will lie in, in the place of one that nothing looks up where there are many; -1 where all are looked up. */
  layerOf(ref: PictureRef | typeof LAND): number {
    const name = ref === LAND ? LAND : nameOf(ref);
    let i = this.layers.findIndex((layer) => layer.name === name);
    if (i < 0) {
      i = this.layers.length < MOST ? this.layers.length : this.layers.findIndex(({ isAsked }) => !isAsked);
      if (i < 0) return -1;
      this.layers[i] = { name, ref: ref === LAND ? null : ref, isDrawn: false, isAsked: true };
    }
    (this.layers[i] as Layer).isAsked = true;
    return i;
  }

  /** Draws what is not in its layer yet, as far as it is at hand. */
  update(renderer: WebGLRenderer, pictures: Pictures | null): void {
    const count = this.layers.length;
    if (count === 0) return;
    if (this.target.depth < count || this.target.width !== WIDTH) {
      this.target.dispose();
      this.target = targetOf(WIDTH, HEIGHT, count);
      this.uniform.value = this.target.texture;
      for (const layer of this.layers) layer.isDrawn = false;
    }
    this.layers.forEach((layer, i) => {
      if (!layer.isDrawn) layer.isDrawn = this.drawInto(renderer, i, layer.ref, pictures);
    });
  }

  dispose(): void {
    for (const each of [this.target, this.empty, this.pass]) each.dispose();
  }

  private drawInto(renderer: WebGLRenderer, layer: number, ref: PictureRef | null, pictures: Pictures | null): boolean {
    const land = ref ? null : landTexture();
    const from = land ?? (ref && pictures?.texture(ref)) ?? null;
    this.pass.uniforms.picture.value = from ?? this.empty;
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
