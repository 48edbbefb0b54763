import { GLSL3, NoBlending, ShaderMaterial, Vector2, Vector4, type Texture } from 'three';
import type { SurfaceState } from '@/core/frame/frame-state';
import { MATERIALS } from '@/core/production/materials';
import { laidUniforms, setLaid, type LaidPicture } from '../panel-shader';
import type { FadePlane } from '../fade';
import { CHANCE_GLSL } from './numbers-glsl';
import type { RaySurface } from './surface-table';

const VERTEX = /* glsl */ `
uniform vec4 fadePlane;
uniform vec2 laidScale;
out vec3 place;
out vec3 smoothNormal;
out float fadeShare;
out vec2 laidAt;
void main() {
  vec4 world = modelMatrix * vec4(position, 1.0);
  place = world.xyz;
  smoothNormal = transpose(inverse(mat3(modelMatrix))) * normal;
  fadeShare = dot(fadePlane, vec4(position, 1.0));
  laidAt = position.xy * laidScale + 0.5;
  gl_Position = projectionMatrix * viewMatrix * world;
}`;

const FRAGMENT = /* glsl */ `
precision highp float;
precision highp int;
uniform float row;
uniform float opacity;
uniform vec2 fadeEnds;
uniform sampler2D laidPicture;
uniform float laidOwn;
uniform float laidClear;
uniform float isLaid;
${CHANCE_GLSL}
in vec3 place;
in vec3 smoothNormal;
in float fadeShare;
in vec2 laidAt;
layout(location = 0) out vec4 outPlace;
layout(location = 1) out vec4 outNormal;
layout(location = 2) out vec4 outFacet;
layout(location = 3) out vec4 outPicture;
void main() {
  // Taken relative to the eye, for precision; a pixel's neighbours lie in the same plane, even outside the triangle.
  vec3 away = place - cameraPosition;
  vec3 facet = normalize(cross(dFdx(away), dFdy(away)));
  if (dot(facet, away) > 0.0) facet = -facet;
  vec3 n = normalize(smoothNormal);
  if (dot(n, facet) < 0.0) n = -n;
  vec4 laid = isLaid > 0.0 ? texture(laidPicture, laidAt) : vec4(0.0);
  float there = opacity * mix(fadeEnds.x, fadeEnds.y, clamp(fadeShare, 0.0, 1.0));
  if (isLaid > 0.0) there *= mix(1.0, laid.a, laidClear);
  if (chance(uint(row + 1.0)) >= there) discard;
  outPlace = vec4(place, row);
  outNormal = vec4(n, laidOwn);
  outFacet = vec4(facet, 1.0);
  outPicture = vec4(laid.a > 1e-4 ? laid.rgb / laid.a : vec3(0.0), isLaid * mix(laid.a, 1.0, laidClear));
}`;

/** Row of what only takes shadows. */
const FLOOR_ROW = -1;

/** What is seen first, by the rasteriser: where, which way it faces, and which row of the table of surfaces it is made of. */
export class SeenMaterial extends ShaderMaterial {
  /** What it is made of at the moment; null for the floor. */
  surface: RaySurface | null = null;
  private readonly own: {
    row: { value: number };
    opacity: { value: number };
    fadePlane: { value: Vector4 };
    fadeEnds: { value: Vector2 };
    isLaid: { value: number };
  };
  private readonly laid = laidUniforms();

  /** @param grain changes from sub-frame to sub-frame; shared by all */
  constructor(grain: { value: number }) {
    super({ glslVersion: GLSL3, vertexShader: VERTEX, fragmentShader: FRAGMENT, blending: NoBlending });
    this.own = {
      row: { value: FLOOR_ROW },
      opacity: { value: 1 },
      fadePlane: { value: new Vector4() },
      fadeEnds: { value: new Vector2(1, 1) },
      isLaid: { value: 0 },
    };
    Object.assign(this.uniforms, this.own, this.laid, { grain });
  }

  /** The row of the table that it is told by; rows are counted from 1 in what is drawn. */
  set row(row: number) {
    this.own.row.value = row < 0 ? row : row + 1;
  }

  dress({ material, colour, roughness, opacity }: SurfaceState, fade: FadePlane | null, laid: LaidPicture | null, empty: Texture): void {
    const { metalness, coat, glow } = MATERIALS[material];
    this.surface = { colour, roughness, metalness, coat, glow, opacity, fade };
    const { own } = this;
    own.opacity.value = opacity;
    own.fadePlane.value.set(...((fade?.plane ?? [0, 0, 0, 0]) as [number, number, number, number]));
    own.fadeEnds.value.set(fade?.start ?? 1, fade?.end ?? 1);
    own.isLaid.value = laid ? 1 : 0;
    if (laid) setLaid(this.laid, laid);
    else this.laid.laidPicture.value = empty;
  }
}
