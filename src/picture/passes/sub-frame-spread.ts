import { GLSL3, Matrix4, Vector3, type PerspectiveCamera, type Texture, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import type { CameraState } from '@/core/frame/frame-state';
import { lensRadius } from '../projection';
import { CHANCE_GLSL } from '../rays/numbers-glsl';
import { intoFrame } from '../sub-frame-camera';
import { BARE_VERTEX, FullscreenPass } from './fullscreen';

/** Looks about each pixel in a sub-frame, and before that for how far they have to go. */
const LOOKS = 8;
const PROBES = 6;
/** How far a point of the lens, and an instant of the exposure, is spread at most, pixels. */
const MOST = 24;
const LONGEST = 64;
/** Below this, pixels, sub-frames lie so near to one another that no steps are seen. */
const LEAST = 0.6;
/** How much wider than its share each point is made: where something moves and is out of focus too, points do not lie evenly. */
const OVERLAP = 2;

const SPREAD = /* glsl */ `
precision highp float;
precision highp int;
layout(location = 0) out vec4 result;
uniform sampler2D picture;
uniform highp sampler2D depths;
/** Of the projection: by it depths are distances. */
uniform vec2 depthRow;
/** Half width of a point of the lens by the difference of reciprocal distances, pixels metres; reciprocal of the focus; widest. */
uniform float scale;
uniform float focus;
uniform float widest;
/** From the frame into the world, and from there to where it is seen as this sub-frame's share of the exposure begins and ends. */
uniform mat4 fromFrame;
uniform mat4 begins;
uniform mat4 ends;
uniform float isSwept;
uniform float nearDepth;
${CHANCE_GLSL}
float depthAt(ivec2 at) { return texelFetch(depths, clamp(at, ivec2(0), textureSize(depths, 0) - 1), 0).x; }
float distanceOf(float depth) { return depthRow.y / (2.0 * depth - 1.0 + depthRow.x); }
float widthOf(float far) { return clamp(scale * abs(1.0 / far - focus), 0.5, max(widest, 0.5)); }
/** The way of what is seen at a pixel, while the sub-frame's share of the exposure lasts, pixels. */
vec2 sweptAt(float depth) {
  if (isSwept == 0.0) return vec2(0.0);
  vec2 size = vec2(textureSize(picture, 0));
  vec4 place = fromFrame * vec4(2.0 * gl_FragCoord.xy / size - 1.0, 2.0 * depth - 1.0, 1.0);
  vec4 a = begins * place;
  vec4 b = ends * place;
  if (a.w * place.w <= 0.0 || b.w * place.w <= 0.0) return vec2(0.0);
  vec2 way = 0.5 * size * (b.xy / b.w - a.xy / a.w);
  return way * min(1.0, ${LONGEST}.0 / max(length(way), 1e-3));
}
vec2 longer(vec2 a, vec2 b) { return dot(a, a) < dot(b, b) ? b : a; }
void main() {
  ivec2 at = ivec2(gl_FragCoord.xy);
  ivec2 last = textureSize(picture, 0) - 1;
  float ownDepth = depthAt(at);
  float ownFar = distanceOf(ownDepth);
  float ownWidth = widthOf(ownFar);
  // What is near, or far, may go farther than what is seen here, and pass by.
  vec2 ownWay = sweptAt(ownDepth);
  vec2 way = longer(ownWay, longer(sweptAt(nearDepth), sweptAt(1.0)));
  float length_ = length(way);
  bool isStill = length_ < 0.3;
  float turn = 6.2831853 * chance(0x6b000001u);
  float start = chance(0x6b000002u);
  float when = chance(0x6b000003u);
  // How far what is near this pixel is spread: no look goes farther.
  float local = ownWidth;
  for (int k = 0; k < (widest > 0.5 ? ${PROBES} : 0); k++) {
    float away = widest * (float(k) + 0.5) / ${PROBES}.0;
    float angle = turn + 2.3999632 * float(k);
    float width = widthOf(distanceOf(depthAt(at + ivec2(away * vec2(cos(angle), sin(angle))))));
    if (away <= width) local = max(local, width);
  }
  if (local <= 0.5 && isStill) {
    result = texelFetch(picture, at, 0);
    return;
  }
  vec4 pictures[${LOOKS}];
  // Of each look: its distance, what it stands for of what it is spread over, and whether it is within what this pixel is spread over.
  vec3 found[${LOOKS}];
  float nearest = 1e6;
  for (int k = 0; k < ${LOOKS}; k++) {
    float away = local * sqrt((float(k) + start) / ${LOOKS}.0);
    float angle = turn + 2.3999632 * float(k);
    float moment = fract(when + 0.61803399 * float(k)) - 0.5;
    ivec2 there = clamp(at + ivec2(round(away * vec2(cos(angle), sin(angle)) + ${OVERLAP}.0 * moment * way)), ivec2(0), last);
    float depth = depthAt(there);
    float far = distanceOf(depth);
    float width = widthOf(far);
    // By how much shorter its own way is than the longest, and so the likelier that it is here.
    float shorter = isStill ? 1.0 : max(length(sweptAt(depth)), 0.25) / length_;
    bool isSpread = (away <= width || local <= 0.5) && 2.0 * abs(moment) <= shorter;
    bool isOwn = (away <= ownWidth || local <= 0.5) && 2.0 * abs(moment) * length_ <= max(length(ownWay), 0.25);
    pictures[k] = isSpread || isOwn ? texelFetch(picture, there, 0) : vec4(0.0);
    found[k] = vec3(far, isSpread ? local * local / (${LOOKS}.0 * width * width * min(shorter, 1.0)) : 0.0, isOwn);
    if (isSpread) nearest = min(nearest, far);
  }
  vec4 own = texelFetch(picture, at, 0);
  // While it moves a pixel is no more than one of those that pass by it.
  float ownShare = isStill ? local * local / (${LOOKS}.0 * ownWidth * ownWidth) : 1.0 / ${LOOKS}.0;
  nearest = min(nearest, ownFar);
  // Two layers: what is near covers what is behind it, as far as it is spread here.
  float border = nearest * 1.05 + 0.01;
  bool isFront = ownFar <= border;
  vec4 front = isFront ? ownShare * own : vec4(0.0);
  vec4 back = isFront ? vec4(0.0) : ownShare * own;
  float frontShare = isFront ? ownShare : 0.0;
  float backShare = isFront ? 0.0 : ownShare;
  float within = 0.0;
  float covered = 0.0;
  for (int k = 0; k < ${LOOKS}; k++) {
    bool isBefore = found[k].x <= border;
    within += found[k].z;
    if (isBefore) {
      front += found[k].y * pictures[k];
      frontShare += found[k].y;
      covered += found[k].z;
    } else {
      // Behind the edge of what is near, what is sharp is seen too.
      float share = isFront ? max(found[k].z, found[k].y) : found[k].y;
      back += share * pictures[k];
      backShare += share;
    }
  }
  if (backShare == 0.0 || frontShare == 0.0) result = (front + back) / (frontShare + backShare);
  else result = mix(back / backShare, front / frontShare, isFront && within > 0.0 ? covered / within : min(frontShare, 1.0));
}`;

/** How far a sub-frame is spread. */
export interface Spread {
  /** Half width of its point of the lens, as a share of the lens's. */
  share: number;
  /** The same of what is widest in the picture, pixels. */
  widest: number;
  /** From the world to the frame as its share of the exposure begins and ends; null where the camera stands still. */
  swept: readonly [Matrix4, Matrix4] | null;
  /** Distance of what is nearest to the lens, metres. */
  nearest: number;
}

/** Half width of a circle of confusion by the difference of reciprocal distances, pixels times metres. */
const pixelsOf = (state: CameraState, width: number): number => (lensRadius(state) * width * state.focalLengthMm) / state.sensorWidthMm;

/** How far what is seen by a camera at a distance moves at most in the frame between two views, pixels. */
function longestWay(camera: CameraState, [a, b]: readonly [Matrix4, Matrix4], width: number, height: number, far: number): number {
  const pose = new Matrix4().fromArray(camera.pose as number[]);
  const [x, y] = [camera.sensorWidthMm / camera.focalLengthMm / 2, camera.sensorHeightMm / camera.focalLengthMm / 2];
  const ways = [-1, 0, 1].flatMap((i) =>
    [-1, 0, 1].map((j) => {
      const place = new Vector3(i * x * far, j * y * far, -far).applyMatrix4(pose);
      const [from, to] = [place.clone().applyMatrix4(a), place.applyMatrix4(b)];
      return Math.hypot(((to.x - from.x) * width) / 2, ((to.y - from.y) * height) / 2);
    }),
  );
  return Math.max(...ways);
}

/**
 * How far a sub-frame is to be spread; null where sub-frames lie so near to one another that no steps are seen.
 * @param size of the frame, pixels
 * @param share of the picture's integral that it stands for
 * @param nearest distance of what is nearest to the lens, metres
 * @param swept the camera as its share of the exposure begins and ends
 */
export function spreadOf(
  state: CameraState,
  [width, height]: readonly [number, number],
  share: number,
  nearest: number,
  swept: readonly [CameraState, CameraState] | null,
): Spread | null {
  const focus = 1 / state.focusDistance;
  const own = Math.min(0.7, OVERLAP * Math.sqrt(share));
  const widest = own * pixelsOf(state, width) * Math.max(focus, 1 / nearest - focus);
  const ways = swept && ([intoFrame(swept[0], width, height), intoFrame(swept[1], width, height)] as const);
  const isSwept = ways !== null && Math.max(...[nearest, 1000].map((far) => longestWay(state, ways, width, height, far))) >= LEAST;
  if (widest < LEAST && !isSwept) return null;
  return { share: widest < LEAST ? 0 : own, widest: widest < LEAST ? 0 : Math.min(MOST, widest), swept: isSwept ? ways : null, nearest };
}

/** By how much the lens that points are taken on is smaller, so that what is out of focus is spread as far as without it. */
export const lensLess = (spread: Spread | null): number => Math.sqrt(1 - (spread?.share ?? 0) ** 2);

/**
 * A sub-frame sees at one instant and through one point of the lens: what moves, or is out of focus, would be as many pictures as there are
 * sub-frames. Here each is made as wide as its share of the lens, and as long as its share of what the camera moves while the shutter is
 * open, so that their sum has no steps.
 */
export class SubFrameSpread {
  private readonly pass: FullscreenPass<ReturnType<typeof uniformsOf>>;

  /** @param shared uniforms of the sub-frame, and of the way from the frame into the world */
  constructor(shared: Record<string, { value: unknown }>) {
    this.pass = new FullscreenPass(SPREAD, uniformsOf(shared), { vertexShader: BARE_VERTEX, glslVersion: GLSL3 });
  }

  draw(
    renderer: WebGLRenderer,
    state: CameraState,
    camera: PerspectiveCamera,
    { share, widest, swept, nearest }: Spread,
    from: { picture: Texture; depths: Texture },
    to: WebGLRenderTarget,
  ): void {
    const { uniforms } = this.pass;
    const projection = camera.projectionMatrix.elements;
    uniforms.picture.value = from.picture;
    uniforms.depths.value = from.depths;
    uniforms.depthRow.value = [projection[10] as number, projection[14] as number];
    uniforms.scale.value = share * pixelsOf(state, to.width);
    uniforms.focus.value = 1 / state.focusDistance;
    uniforms.widest.value = widest;
    uniforms.isSwept.value = swept ? 1 : 0;
    if (swept) {
      uniforms.begins.value.copy(swept[0]);
      uniforms.ends.value.copy(swept[1]);
      uniforms.nearDepth.value = 0.5 + 0.5 * ((projection[14] as number) / nearest - (projection[10] as number));
    }
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
  depthRow: { value: [0, 0] as [number, number] },
  scale: { value: 0 },
  focus: { value: 0 },
  widest: { value: 0 },
  begins: { value: new Matrix4() },
  ends: { value: new Matrix4() },
  isSwept: { value: 0 },
  nearDepth: { value: 0 },
});
