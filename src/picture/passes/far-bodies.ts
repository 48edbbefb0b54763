import {
  AddEquation,
  BufferAttribute,
  BufferGeometry,
  CustomBlending,
  DoubleSide,
  GLSL3,
  Matrix3,
  Mesh,
  OneFactor,
  OneMinusDstAlphaFactor,
  PlaneGeometry,
  Points,
  ShaderMaterial,
  Vector3,
  type PerspectiveCamera,
  type WebGLRenderer,
  type WebGLRenderTarget,
} from 'three';
import { brightStars } from '@/core/sky/bright-stars';
import type { FrameState, LightState, SetState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import { radians } from '@/core/space/angle';
import { directionFrame } from '@/core/space/direction-frame';
import { forwardOf } from '@/core/space/matrix';
import { rightOf, upOf } from '../lights/light-shape';

/** Behind all that is there already, as far as that can be seen through. */
const BEHIND = {
  glslVersion: GLSL3,
  blending: CustomBlending,
  blendEquation: AddEquation,
  blendSrc: OneMinusDstAlphaFactor,
  blendDst: OneFactor,
  transparent: true,
  depthTest: false,
  depthWrite: false,
} as const;

/** A direction has no place: whatever is infinitely far, just before the far plane. */
const FAR_GLSL = /* glsl */ `
vec4 seenFar(vec3 d) {
  vec4 p = projectionMatrix * vec4(mat3(viewMatrix) * d, 0.0);
  return vec4(p.xy, 0.99999 * p.w, p.w);
}`;

/** What is bright is not seen through; what is faint is laid over what is behind it as far as it is bright. */
const RESULT_GLSL = /* glsl */ `
vec4 laid(vec3 light) { return vec4(light, clamp(max(light.r, max(light.g, light.b)), 0.0, 1.0)); }`;

const STAR_VERTEX = /* glsl */ `
in vec3 tint;
in float magnitude;
uniform mat3 sky;
uniform float strength;
uniform float faintest;
uniform float contrast;
uniform float tinted;
uniform float size;
uniform float horizon;
out vec3 light;
${FAR_GLSL}
void main() {
  vec3 d = sky * position;
  gl_Position = seenFar(d);
  // Stars that are smaller than a pixel or two shine with as much light from those.
  gl_PointSize = max(size, 1.6);
  float shrunk = size / gl_PointSize;
  float faint = smoothstep(faintest + 0.25, faintest - 0.25, magnitude) * mix(1.0, smoothstep(-0.02, 0.1, d.y), horizon);
  light = strength * exp2(contrast * (3.5 - magnitude)) * faint * shrunk * shrunk * max(mix(vec3(1.0), tint, tinted), 0.0);
  if (faint == 0.0) gl_Position = vec4(2.0, 2.0, 2.0, 1.0);
}`;
const STAR_FRAGMENT = /* glsl */ `
precision highp float;
in vec3 light;
layout(location = 0) out vec4 result;
${RESULT_GLSL}
void main() {
  vec2 p = 2.0 * gl_PointCoord - 1.0;
  result = laid(light * exp(-3.0 * dot(p, p)));
}`;

const SUN_VERTEX = /* glsl */ `
uniform vec3 middle;
uniform vec3 across;
uniform vec3 up;
out vec2 at;
${FAR_GLSL}
void main() {
  at = position.xy;
  gl_Position = seenFar(middle + across * at.x + up * at.y);
}`;
const SUN_FRAGMENT = /* glsl */ `
precision highp float;
uniform vec3 radiance;
in vec2 at;
layout(location = 0) out vec4 result;
${RESULT_GLSL}
void main() {
  if (dot(at, at) > 1.0) discard;
  result = laid(radiance);
}`;

type Stars = Extract<SetState, { kind: 'stars' }>['values'];
type Sun = Extract<LightState, { kind: 'sun' }>;

const starUniforms = () => ({
  sky: { value: new Matrix3() },
  strength: { value: 1 },
  faintest: { value: 6 },
  contrast: { value: 1 },
  tinted: { value: 1 },
  size: { value: 2 },
  horizon: { value: 0 },
});
const sunUniforms = () => ({
  middle: { value: new Vector3() },
  across: { value: new Vector3() },
  up: { value: new Vector3() },
  radiance: { value: new Vector3() },
});

function starPoints(uniforms: ReturnType<typeof starUniforms>): Points<BufferGeometry, ShaderMaterial> {
  const all = brightStars();
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(all.flatMap(({ direction }) => direction)), 3));
  geometry.setAttribute('tint', new BufferAttribute(new Float32Array(all.flatMap(({ colour }) => colour)), 3));
  geometry.setAttribute('magnitude', new BufferAttribute(new Float32Array(all.map(({ magnitude }) => magnitude)), 1));
  const points = new Points(
    geometry,
    new ShaderMaterial({ ...BEHIND, vertexShader: STAR_VERTEX, fragmentShader: STAR_FRAGMENT, uniforms }),
  );
  points.frustumCulled = false;
  return points;
}

function sunDisc(uniforms: ReturnType<typeof sunUniforms>): Mesh<PlaneGeometry, ShaderMaterial> {
  const material = new ShaderMaterial({ ...BEHIND, vertexShader: SUN_VERTEX, fragmentShader: SUN_FRAGMENT, uniforms, side: DoubleSide });
  const disc = new Mesh(new PlaneGeometry(2, 2), material);
  disc.frustumCulled = false;
  return disc;
}

/** From the frame of the catalogue into the world: its north pole stands where it is said, and the sky is turned about it. */
function skyFrame({ azimuth, height, turn }: Pick<Stars, 'azimuth' | 'height' | 'turn'>): Matrix3 {
  const { forward: pole, right, up } = directionFrame(azimuth, height);
  const [c, s] = [Math.cos(radians(turn)), Math.sin(radians(turn))];
  // Looked at from within, the sky turns against the clock about the pole in the north.
  const x = right.map((v, k) => v * c - (up[k] as number) * s);
  const z = right.map((v, k) => -v * s - (up[k] as number) * c);
  return new Matrix3().set(
    x[0] as number,
    pole[0],
    z[0] as number,
    x[1] as number,
    pole[1],
    z[1] as number,
    x[2] as number,
    pole[2],
    z[2] as number,
  );
}

/** What is infinitely far and shines: stars, and suns that the lens sees. Laid behind what a sub-frame shows. */
export class FarBodies {
  private readonly starry = starUniforms();
  private readonly sunny = sunUniforms();
  private stars: ReturnType<typeof starPoints> | null = null;
  private sun: ReturnType<typeof sunDisc> | null = null;

  draw(renderer: WebGLRenderer, { set, lights }: FrameState, camera: PerspectiveCamera, to: WebGLRenderTarget): void {
    renderer.setRenderTarget(to);
    // The sun stands before the stars, so it is the first behind what is there.
    for (const light of lights) if (light.kind === 'sun' && light.values.seen > 0) this.drawSun(renderer, light, camera);
    const night = ofKind(set, 'stars')?.values;
    if (night) this.drawStars(renderer, night, camera, to.height);
  }

  dispose(): void {
    for (const each of [this.stars, this.sun]) {
      each?.geometry.dispose();
      each?.material.dispose();
    }
  }

  private drawSun(renderer: WebGLRenderer, { pose, sent, values }: Sun, camera: PerspectiveCamera): void {
    const { middle, across, up, radiance } = this.sunny;
    const half = Math.tan(radians(values.disc / 2));
    middle.value.set(...forwardOf(pose)).negate();
    across.value.set(...rightOf(pose)).multiplyScalar(half);
    up.value.set(...upOf(pose)).multiplyScalar(half);
    radiance.value.set(...sent).multiplyScalar(values.seen / (Math.PI * half * half));
    this.sun ??= sunDisc(this.sunny);
    renderer.render(this.sun, camera);
  }

  private drawStars(renderer: WebGLRenderer, night: Stars, camera: PerspectiveCamera, height: number): void {
    const { sky, strength, faintest, contrast, tinted, size, horizon } = this.starry;
    sky.value.copy(skyFrame(night));
    strength.value = night.strength;
    faintest.value = night.faintest;
    contrast.value = night.contrast;
    tinted.value = night.tint;
    size.value = (night.size / 1000) * height;
    horizon.value = night.horizon;
    this.stars ??= starPoints(this.starry);
    renderer.render(this.stars, camera);
  }
}
