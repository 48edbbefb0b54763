import {
  Color,
  GLSL3,
  Vector3,
  type DepthTexture,
  type PerspectiveCamera,
  type Texture,
  type WebGLRenderer,
  type WebGLRenderTarget,
} from 'three';
import type { SetState } from '@/core/frame/frame-state';
import { FALLING_GLSL } from '../lights/falling-glsl';
import { LIGHT_TABLE_GLSL } from '../lights/lights-glsl';
import { CHANCE_GLSL } from '../rays/numbers-glsl';
import { MEASURES_GLSL } from '../surfaces/surface-glsl';
import { BARE_VERTEX, FullscreenPass } from './fullscreen';

/** Looks into the haze a sub-frame, shared among the lights. */
const LOOKS = 8;
/** Brightest light that one look brings: close to a lamp few of them would speckle the mean. */
const BRIGHTEST = 6;

const HAZE = /* glsl */ `
precision highp float;
precision highp int;
layout(location = 0) out vec4 result;
uniform sampler2D picture;
uniform highp sampler2D depths;
uniform mat4 fromFrame;
uniform vec3 eye;
/** How dense, by the metre; height above which it thins, and how fast; where it begins, and how deep it is. */
uniform float density;
uniform vec2 thinning;
uniform vec2 span;
uniform vec3 colour;
uniform float beams;
uniform float onward;
/** Height of a floor that is not in the depths, as it is laid over what is behind it. */
uniform float floorLevel;
uniform float hasFloor;
/** Only a part of what stands there is in the picture: what the haze sends is none of it. */
uniform float isPart;
${CHANCE_GLSL}
${MEASURES_GLSL}
${LIGHT_TABLE_GLSL}
${FALLING_GLSL}
/** Haze from the level up to a height, as metres of the densest. */
float below(float y) {
  float up = y - thinning.x;
  return up <= 0.0 || thinning.y == 0.0 ? up : (1.0 - exp(-thinning.y * up)) / thinning.y;
}
float densityAt(float y) { return density * exp(-thinning.y * max(y - thinning.x, 0.0)); }
/** How much of it lies on a way: what comes through is the exponential of its opposite. */
float thick(vec3 from, vec3 d, float far) {
  return abs(d.y) * far < 1e-3 ? densityAt(from.y) * far : density * (below(from.y + d.y * far) - below(from.y)) / d.y;
}
/** L. Henyey and J. Greenstein, 1941: how much goes on at an angle, of all to all sides 1. */
float scattered(float c) {
  float g2 = onward * onward;
  return (1.0 - g2) / (4.0 * PI_ * pow(max(1.0 + g2 - 2.0 * onward * c, 1e-4), 1.5));
}
/** A point of a light, another in each pixel: close to it one for all of them would be seen. */
vec3 pointOf(int i, float form) {
  vec2 u = vec2(chance(uint(64 * i) + 0x5b000000u), chance(uint(64 * i) + 0x5c000000u));
  float turn = 2.0 * PI_ * u.y;
  vec2 p = form == DISC || form == BALL ? sqrt(u.x) * vec2(cos(turn), sin(turn)) : 2.0 * u - 1.0;
  return LIGHT(i, 1).xyz + p.x * LIGHT(i, 2).xyz + p.y * LIGHT(i, 3).xyz;
}
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  vec2 p = 2.0 * gl_FragCoord.xy / vec2(textureSize(picture, 0)) - 1.0;
  float depth = texelFetch(depths, at, 0).x;
  vec4 place = fromFrame * vec4(p, 2.0 * depth - 1.0, 1.0);
  vec3 way = place.xyz / place.w - eye;
  float far = length(way);
  vec3 d = way / far;
  if (depth == 1.0) {
    far = span.y;
    float on = (floorLevel - eye.y) / d.y;
    if (hasFloor > 0.0 && on > 0.0) far = min(far, on);
  }
  far = min(far, span.y);
  vec4 seen = texelFetch(picture, at, 0);
  float reach = far - span.x;
  if (reach <= 0.0) {
    result = seen;
    return;
  }
  vec3 from = eye + d * span.x;
  float left = exp(-thick(from, d, reach));
  if (isPart > 0.0) {
    result = seen * left;
    return;
  }
  vec3 sum = colour * (1.0 - left);
  // Neighbours look at other places, evenly (interleaved gradient noise, J. Jimenez, SIGGRAPH 2014), and so do sub-frames.
  float within = fract(52.9829189 * fract(dot(gl_FragCoord.xy, vec2(0.06711056, 0.00583715))) + float(grain.x >> 8) * (1.0 / 16777216.0));
  int each = max(1, ${LOOKS} / max(lightCount, 1));
  for (int i = 0; i < (beams > 0.0 ? lightCount : 0); i++) {
    float form = LIGHT(i, 0).w;
    bool isDistant = form == DISTANT;
    vec3 shadowedFrom = LIGHT(i, 6).xyz;
    vec3 lit = isDistant ? shadowedFrom : pointOf(i, form);
    // Of a light near by, evenly in the angle it is seen under along the way (C. Kulla and M. Fajardo, 2012).
    float nearest = isDistant ? 0.0 : dot(lit - from, d);
    float aside = isDistant ? 1.0 : max(length(lit - from - d * nearest), 0.01);
    float a = atan(-nearest, aside);
    float b = atan(reach - nearest, aside);
    for (int k = 0; k < each; k++) {
      float u = (float(k) + fract(within + 0.61803399 * float(i))) / float(each);
      float t = isDistant ? u * reach : nearest + aside * tan(mix(a, b, u));
      float chance_ = isDistant ? 1.0 / reach : aside / ((b - a) * (aside * aside + (t - nearest) * (t - nearest)));
      vec3 there = from + d * t;
      vec3 toLight;
      vec3 falls = falling(i, there, lit, toLight);
      if (falls == vec3(0.0)) continue;
      falls *= reaches(i, form, shadowedFrom, there, vec3(0.0));
      if (!isDistant) falls *= exp(-thick(there, toLight, length(lit - there)));
      float sent = densityAt(there.y) * scattered(dot(toLight, d)) * exp(-thick(from, d, t));
      sum += min(beams * sent * falls / (chance_ * float(each)), vec3(${BRIGHTEST}.0));
    }
  }
  result = vec4(seen.rgb * left + sum, 1.0 - (1.0 - seen.a) * left);
}`;

type HazeValues = Extract<SetState, { kind: 'haze' }>['values'];

/** Lays haze between the eye and what is seen: what of that is left, what the haze sends itself, and what lights send in it. */
export class HazePass {
  private readonly pass: FullscreenPass<ReturnType<typeof uniformsOf>>;

  /** @param shared uniforms of lights, sub-frames and the way from the frame into the world */
  constructor(shared: Record<string, { value: unknown }>) {
    this.pass = new FullscreenPass(HAZE, uniformsOf(shared), {
      vertexShader: BARE_VERTEX,
      glslVersion: GLSL3,
    });
  }

  /** @param floor height of a floor that is laid over what is behind it; null where there is none */
  draw(
    renderer: WebGLRenderer,
    values: HazeValues,
    camera: PerspectiveCamera,
    floor: number | null,
    from: { picture: Texture; depths: DepthTexture; isPart: boolean },
    to: WebGLRenderTarget,
  ): void {
    const { uniforms } = this.pass;
    uniforms.picture.value = from.picture;
    uniforms.depths.value = from.depths;
    uniforms.eye.value.setFromMatrixPosition(camera.matrixWorld);
    uniforms.density.value = Math.LN2 / values.half;
    uniforms.thinning.value = [values.level, values.thins > 0 ? Math.LN2 / values.thins : 0];
    uniforms.span.value = [values.begins, values.deep];
    uniforms.colour.value.setRGB(...(values.colour as [number, number, number]));
    uniforms.beams.value = values.beams;
    uniforms.onward.value = values.onward;
    uniforms.floorLevel.value = floor ?? 0;
    uniforms.hasFloor.value = floor === null ? 0 : 1;
    uniforms.isPart.value = from.isPart ? 1 : 0;
    this.pass.draw(renderer, to);
  }

  dispose(): void {
    this.pass.dispose();
  }
}

const uniformsOf = (shared: Record<string, { value: unknown }>) => ({
  ...shared,
  picture: { value: null as Texture | null },
  depths: { value: null as Texture | null },
  eye: { value: new Vector3() },
  density: { value: 0 },
  thinning: { value: [0, 0] as [number, number] },
  span: { value: [0, 0] as [number, number] },
  colour: { value: new Color() },
  beams: { value: 0 },
  onward: { value: 0 },
  floorLevel: { value: 0 },
  hasFloor: { value: 0 },
  isPart: { value: 0 },
});
