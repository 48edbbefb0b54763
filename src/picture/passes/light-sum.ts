import { AddEquation, CustomBlending, OneFactor, type Texture, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import { FullscreenPass, pixelTarget } from './fullscreen';

/** Very bright points are held back, so that one sample does not speckle the mean. */
const HELD = 'min(texture2D(subFrame, at), vec4(64.0))';

const blended = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D subFrame;
varying vec2 at;
void main() { gl_FragColor = ${HELD}; }`,
    { subFrame: { value: null as Texture | null } },
    { blending: CustomBlending, blendEquation: AddEquation, blendSrc: OneFactor, blendDst: OneFactor, transparent: true },
  );

const inTurn = () =>
  new FullscreenPass(
    /* glsl */ `
uniform sampler2D subFrame;
uniform sampler2D already;
varying vec2 at;
void main() { gl_FragColor = texture2D(already, at) + ${HELD}; }`,
    { subFrame: { value: null as Texture | null }, already: { value: null as Texture | null } },
  );

/** The sum of sub-frames so far. Where a card cannot blend in floating point, it is drawn from one picture into another: the same bits. */
export class LightSum {
  private now = pixelTarget();
  private other: WebGLRenderTarget | null;
  private readonly blended = blended();
  private readonly inTurn = inTurn();

  constructor(renderer: WebGLRenderer) {
    this.other = renderer.getContext().getExtension('EXT_float_blend') ? null : pixelTarget();
  }

  get texture(): Texture {
    return this.now.texture;
  }

  setSize(width: number, height: number): void {
    this.now.setSize(width, height);
    this.other?.setSize(width, height);
  }

  clear(renderer: WebGLRenderer): void {
    renderer.setRenderTarget(this.now);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
  }

  add(renderer: WebGLRenderer, subFrame: Texture): void {
    if (!this.other) {
      this.blended.uniforms.subFrame.value = subFrame;
      this.blended.draw(renderer, this.now);
      return;
    }
    this.inTurn.uniforms.subFrame.value = subFrame;
    this.inTurn.uniforms.already.value = this.now.texture;
    this.inTurn.draw(renderer, this.other);
    [this.now, this.other] = [this.other, this.now];
  }

  dispose(): void {
    for (const each of [this.now, this.other, this.blended, this.inTurn]) each?.dispose();
  }
}
