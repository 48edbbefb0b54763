import { GLSL3, type Texture, type WebGLRenderer } from 'three';
import { BARE_VERTEX, pixelTarget, FullscreenPass } from './fullscreen';
import { LightSum } from './light-sum';

/** Pixels of a side that are measured together. */
const BLOCK = 16;

const MEASURE = /* glsl */ `
precision highp float;
precision highp sampler2D;
uniform sampler2D sum;
uniform sampler2D half_;
uniform float all;
uniform float inHalf;
uniform float exposure;
layout(location = 0) out vec4 result;
/** About as it is shown: in steps that look even, over a dark ground. */
vec3 shown(vec4 light) { return pow(clamp((light.rgb + max(1.0 - light.a, 0.0) * 0.02) * exposure, 0.0, 1.0), vec3(1.0 / 2.2)); }
void main() {
  ivec2 from = ivec2(gl_FragCoord.xy) * ${BLOCK};
  ivec2 size = textureSize(sum, 0);
  float squares = 0.0;
  float count = 0.0;
  for (int y = 0; y < ${BLOCK}; y++)
    for (int x = 0; x < ${BLOCK}; x++) {
      ivec2 at = from + ivec2(x, y);
      if (any(greaterThanEqual(at, size))) continue;
      vec4 whole = texelFetch(sum, at, 0);
      if (whole.a <= 0.0) continue;
      vec4 first = texelFetch(half_, at, 0);
      // Two means, each of half of the sub-frames: theirs is off by half of what parts them.
      vec3 apart = 0.5 * (shown(first / inHalf) - shown((whole - first) / (all - inHalf)));
      squares += dot(apart, apart) / 3.0;
      count += 1.0;
    }
  result = vec4(squares, count, 0.0, 1.0);
}`;

/** Tells how noisy a mean of sub-frames still is, by the means of two halves of them. */
export class NoiseMeter {
  /** The sum of every other sub-frame. */
  private readonly half: LightSum;
  private readonly blocks = pixelTarget();
  private readonly pass = new FullscreenPass(
    MEASURE,
    {
      sum: { value: null as Texture | null },
      half_: { value: null as Texture | null },
      all: { value: 1 },
      inHalf: { value: 1 },
      exposure: { value: 1 },
    },
    { glslVersion: GLSL3, vertexShader: BARE_VERTEX },
  );
  private count = 0;

  constructor(renderer: WebGLRenderer) {
    this.half = new LightSum(renderer);
  }

  restart(renderer: WebGLRenderer, width: number, height: number): void {
    this.half.setSize(width, height);
    this.blocks.setSize(Math.ceil(width / BLOCK), Math.ceil(height / BLOCK));
    this.half.clear(renderer);
    this.count = 0;
  }

  /** Takes sub-frame i, where it belongs to the half. */
  take(renderer: WebGLRenderer, i: number, subFrame: Texture): void {
    if (i % 2 === 1) return;
    this.half.add(renderer, subFrame);
    this.count++;
  }

  /**
   * Root mean square of what the mean is off by, where anything is seen, in steps of 8-bit values as they are shown.
   * @param samples in the sum, two at least
   * @param exposure as a factor
   */
  measure(renderer: WebGLRenderer, sum: Texture, samples: number, exposure: number): number {
    const { uniforms } = this.pass;
    uniforms.sum.value = sum;
    uniforms.half_.value = this.half.texture;
    uniforms.all.value = samples;
    uniforms.inHalf.value = this.count;
    uniforms.exposure.value = exposure;
    this.pass.draw(renderer, this.blocks);
    const { width, height } = this.blocks;
    const read = new Float32Array(4 * width * height);
    renderer.readRenderTargetPixels(this.blocks, 0, 0, width, height, read);
    let [squares, count] = [0, 0];
    for (let i = 0; i < read.length; i += 4) {
      squares += read[i] as number;
      count += read[i + 1] as number;
    }
    return count === 0 ? 0 : 255 * Math.sqrt(squares / count);
  }

  dispose(): void {
    for (const each of [this.half, this.blocks, this.pass]) each.dispose();
  }
}
