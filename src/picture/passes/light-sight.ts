import {
  AddEquation,
  CustomBlending,
  GLSL3,
  type Matrix4,
  OneFactor,
  Vector4,
  type DepthTexture,
  type Texture,
  type WebGLRenderer,
  type WebGLRenderTarget,
} from 'three';
import { flareSources, type FlareSource } from '@/core/finish/flare-sources';
import type { FrameState } from '@/core/frame/frame-state';
import { actingEffects } from '@/core/finish/reach';
import { MAX_LIGHTS } from '@/core/production/production';
import type { SubFrameCamera } from '../sub-frame-camera';
import { BARE_VERTEX, FullscreenPass, pixelTarget } from './fullscreen';

/** A light is looked for on a disc at least so wide, heights of the frame: what comes before it hides it bit by bit. */
const LEAST_WIDTH = 0.006;
const LOOKS = 32;

/** Each pixel is a light: by how much it was seen, times where in the frame from 0 to 1, and alone. */
const FRAGMENT = /* glsl */ `
precision highp float;
precision highp int;
layout(location = 0) out vec4 result;
uniform highp sampler2D depths;
/** Where each is in the frame, 0 to 1; its depth; its half width in heights of the frame, or below 0 where it is not in front. */
uniform vec4 places[${MAX_LIGHTS}];
uniform float aspect;
void main() {
  vec4 place = places[int(gl_FragCoord.x)];
  result = vec4(0.0);
  if (place.w < 0.0) return;
  float seen = 0.0;
  for (int k = 0; k < ${LOOKS}; k++) {
    float away = place.w * sqrt((float(k) + 0.5) / ${LOOKS}.0);
    float angle = 2.3999632 * float(k);
    vec2 there = place.xy + away * vec2(cos(angle) / aspect, sin(angle));
    if (any(lessThan(there, vec2(0.0))) || any(greaterThan(there, vec2(1.0)))) continue;
    ivec2 size = textureSize(depths, 0);
    if (texelFetch(depths, min(ivec2(there * vec2(size)), size - 1), 0).x >= place.z) seen += 1.0 / ${LOOKS}.0;
  }
  result = vec4(seen * place.xy, seen, 1.0);
}`;

/** What was seen of the lights: by how much each, and where. */
export interface Sights {
  texture: Texture;
  count: number;
  /** Those that shine into the lens, and which pixel of the texture each is. */
  sources: { source: FlareSource; slot: number }[];
}

/** Looks in each sub-frame for the lights that shine into the lens: what is nearer hides them. */
export class LightSight {
  private readonly sum: WebGLRenderTarget = pixelTarget();
  private readonly places = Array.from({ length: MAX_LIGHTS }, () => new Vector4());
  private readonly slots = new Map<string, number>();
  private count = 0;
  private readonly pass = new FullscreenPass(
    FRAGMENT,
    { depths: { value: null as Texture | null }, places: { value: this.places }, aspect: { value: 1 } },
    {
      vertexShader: BARE_VERTEX,
      glslVersion: GLSL3,
      blending: CustomBlending,
      blendEquation: AddEquation,
      blendSrc: OneFactor,
      blendDst: OneFactor,
      transparent: true,
    },
  );

  constructor(private readonly renderer: WebGLRenderer) {
    this.sum.setSize(MAX_LIGHTS, 1);
  }

  restart(): void {
    this.count = 0;
  }

  /** Adds what a sub-frame sees of the lights. */
  add(state: FrameState, { uniforms: { toFrame } }: SubFrameCamera, depths: DepthTexture): void {
    if (!actingEffects(state.finish).some(({ effect }) => effect.kind === 'flares')) return;
    const { renderer, pass } = this;
    if (this.count === 0) {
      this.slots.clear();
      renderer.setRenderTarget(this.sum);
      renderer.setClearColor(0x000000, 0);
      renderer.clear();
    }
    const { sensorWidthMm, sensorHeightMm, focalLengthMm } = state.camera;
    for (const place of this.places) place.w = -1;
    for (const source of flareSources(state)) {
      const wide = Math.max(LEAST_WIDTH, (source.width * focalLengthMm) / sensorHeightMm);
      this.places[this.slotOf(source)]?.copy(placeIn(source, toFrame.value, wide));
    }
    pass.uniforms.aspect.value = sensorWidthMm / sensorHeightMm;
    pass.uniforms.depths.value = depths;
    pass.draw(renderer, this.sum);
    this.count++;
  }

  /** What was seen so far of the lights of a state; null where nothing was looked for. */
  seen(state: FrameState): Sights | null {
    if (this.count === 0) return null;
    const sources = flareSources(state).flatMap((source) => {
      const slot = this.slots.get(source.id);
      return slot === undefined ? [] : [{ source, slot }];
    });
    return { texture: this.sum.texture, count: this.count, sources };
  }

  dispose(): void {
    for (const each of [this.sum, this.pass]) each.dispose();
  }

  private slotOf({ id }: FlareSource): number {
    const known = this.slots.get(id);
    if (known !== undefined) return known;
    this.slots.set(id, this.slots.size);
    return this.slots.size - 1;
  }
}

/** Where a light is in the frame, its depth, and how wide it is. */
function placeIn({ place, isDistant }: FlareSource, toFrame: Matrix4, wide: number): Vector4 {
  const found = new Vector4(...place, isDistant ? 0 : 1).applyMatrix4(toFrame);
  if (found.w <= 1e-6) return found.set(0, 0, 0, -1);
  const { x, y, z } = found.divideScalar(found.w);
  // A little nearer than it is: what it stands in does not hide it by rounding.
  return found.set(0.5 + 0.5 * x, 0.5 + 0.5 * y, isDistant ? 1 : 0.5 + 0.5 * z - 1e-6, wide);
}
