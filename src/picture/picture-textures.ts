import {
  DataTexture,
  HalfFloatType,
  LinearFilter,
  LinearMipmapLinearFilter,
  RGBAFormat,
  SRGBColorSpace,
  Texture,
  WebGLRenderTarget,
  type WebGLRenderer,
} from 'three';
import type { PictureRef } from '@/core/frame/frame-state';
import { FullscreenPass } from './passes/fullscreen';
import { LightPicture } from './light-picture';
import type { PictureSource } from './picture-source';

/** What pictures on the graphics card may take, bytes: eight a pixel, and a third more for their smaller selves. */
const MAX_BYTES = 500_000_000;

/** Straight sRGB colours as premultiplied linear light: only so does what is seen through mix rightly with what is not. */
const linearPass = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D picture;
uniform float isUpward;
varying vec2 at;
void main() {
  vec4 straight = texture2D(picture, vec2(at.x, isUpward > 0.0 ? at.y : 1.0 - at.y));
  gl_FragColor = vec4(straight.rgb * straight.a, straight.a);
}`,
    { picture: { value: null as Texture | null }, isUpward: { value: 0 } },
  );

/** Colours of a display, as they are stored. */
function straightTexture(picture: ImageBitmap): Texture {
  const texture = new Texture(picture);
  texture.colorSpace = SRGBColorSpace;
  texture.premultiplyAlpha = false;
  texture.generateMipmaps = false;
  texture.minFilter = LinearFilter;
  texture.needsUpdate = true;
  return texture;
}

/** Light itself. */
function lightTexture({ data, width, height }: LightPicture): Texture {
  const texture = new DataTexture(data as Uint16Array<ArrayBuffer>, width, height, RGBAFormat, HalfFloatType);
  texture.minFilter = texture.magFilter = LinearFilter;
  texture.needsUpdate = true;
  return texture;
}

interface Kept {
  target: WebGLRenderTarget;
  bytes: number;
}

/** What a frame of a file is kept under. */
export const nameOf = ({ hash, frame }: PictureRef) => `${hash} ${frame}`;

/** Pictures on the graphics card, by file and frame: those used last stay. */
export class PictureTextures {
  private readonly kept = new Map<string, Kept>();
  /** The frame of each file that was drawn last: it stands in until the next one is decoded. */
  private readonly last = new Map<string, string>();
  private readonly pass = linearPass();
  private needed = new Set<string>();
  private bytes = 0;

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly source: PictureSource,
  ) {}

  /** Says which pictures are wanted now: those are not given up for others. */
  need(refs: readonly PictureRef[]): void {
    this.source.need(refs);
    this.needed = new Set(refs.map(nameOf));
  }

  /** A picture as premultiplied linear light; null as long as nothing of its file is at hand. */
  texture(ref: PictureRef): Texture | null {
    const name = nameOf(ref);
    const found = this.kept.get(name) ?? this.bring(name, ref);
    if (!found) return this.kept.get(this.last.get(ref.hash) ?? '')?.target.texture ?? null;
    this.kept.delete(name);
    this.kept.set(name, found);
    this.last.set(ref.hash, name);
    return found.target.texture;
  }

  private bring(name: string, ref: PictureRef): Kept | null {
    const picture = this.source.get(ref);
    if (!picture) return null;
    const { width, height } = picture;
    const straight = picture instanceof LightPicture ? lightTexture(picture) : straightTexture(picture);
    const target = new WebGLRenderTarget(width, height, {
      type: HalfFloatType,
      minFilter: LinearMipmapLinearFilter,
      magFilter: LinearFilter,
      generateMipmaps: true,
      anisotropy: Math.min(8, this.renderer.capabilities.getMaxAnisotropy()),
      depthBuffer: false,
    });
    this.pass.uniforms.picture.value = straight;
    this.pass.uniforms.isUpward.value = picture instanceof LightPicture ? 1 : 0;
    this.pass.draw(this.renderer, target);
    straight.dispose();
    const made = { target, bytes: Math.ceil((8 * width * height * 4) / 3) };
    this.kept.set(name, made);
    this.bytes += made.bytes;
    this.makeRoom();
    return made;
  }

  private makeRoom(): void {
    for (const [name, { target, bytes }] of this.kept) {
      if (this.bytes <= MAX_BYTES) break;
      if (this.needed.has(name)) continue;
      target.dispose();
      this.bytes -= bytes;
      this.kept.delete(name);
    }
  }

  dispose(): void {
    for (const { target } of this.kept.values()) target.dispose();
    this.kept.clear();
    this.pass.dispose();
  }
}
