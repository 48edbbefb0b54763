import { MeshDepthMaterial, DoubleSide, Vector2, type Texture, type WebGLProgramParametersWithUniforms } from 'three';
import type { PanelState } from '@/core/frame/frame-state';
import type { Region } from '@/core/solid/mesh';

/** A picture as it lies on a region. */
export interface LaidPicture {
  /** Premultiplied linear light. */
  texture: Texture;
  /** What a place in the solid is multiplied by, so that the picture runs from -0.5 to 0.5. */
  scale: readonly [number, number];
  own: number;
  isClear: boolean;
}

export interface LaidUniforms {
  laidPicture: { value: Texture | null };
  laidScale: { value: Vector2 };
  laidOwn: { value: number };
  laidClear: { value: number };
}

export const laidUniforms = (): LaidUniforms => ({
  laidPicture: { value: null },
  laidScale: { value: new Vector2() },
  laidOwn: { value: 0 },
  laidClear: { value: 0 },
});

export function setLaid({ laidPicture, laidScale, laidOwn, laidClear }: LaidUniforms, { texture, scale, own, isClear }: LaidPicture): void {
  laidPicture.value = texture;
  laidScale.value.set(...scale);
  laidOwn.value = own;
  laidClear.value = isClear ? 1 : 0;
}

/** How the picture of a panel lies on one of its regions; null where it does not, 'hidden' where nothing of that region is seen. */
export function layOn(
  region: Region,
  { width, height, mirror, own, isOnBack, isClear }: PanelState,
  texture: Texture,
): LaidPicture | 'hidden' | null {
  const isCarrying = region === 'face' || region === 'bevel' || (region === 'back' && isOnBack);
  if (!isCarrying) return isClear ? 'hidden' : null;
  // On the back it is seen as one reads it from there.
  const across = (mirror === 'across' ? -1 : 1) * (region === 'back' ? -1 : 1);
  return { texture, scale: [across / width, (mirror === 'up' ? -1 : 1) / height], own, isClear };
}

const VERTEX_PARS = 'uniform vec2 laidScale;\nvarying vec2 laidAt;\n';
const VERTEX = 'laidAt = position.xy * laidScale + 0.5;';
const FRAGMENT_PARS = 'uniform sampler2D laidPicture;\nuniform float laidOwn;\nuniform float laidClear;\nvarying vec2 laidAt;\n';
/** Where a picture lies, and its colour there. */
const LAID = `
vec4 laid = texture2D(laidPicture, laidAt);
vec3 laidColour = laid.a > 1e-4 ? laid.rgb / laid.a : vec3(0.0);
float laidOn = mix(laid.a, 1.0, laidClear);`;

function addVertex(shader: WebGLProgramParametersWithUniforms): void {
  shader.vertexShader = shader.vertexShader
    .replace('void main() {', `${VERTEX_PARS}void main() {`)
    .replace('#include <begin_vertex>', `#include <begin_vertex>\n${VERTEX}`);
}

/** Lays a picture over a surface: its colours take the place of the surface's own, and are no metal. */
export function addLaidPicture(shader: WebGLProgramParametersWithUniforms, uniforms: LaidUniforms): void {
  Object.assign(shader.uniforms, uniforms);
  addVertex(shader);
  shader.fragmentShader = shader.fragmentShader
    .replace('void main() {', `${FRAGMENT_PARS}void main() {`)
    .replace(
      '#include <map_fragment>',
      `#include <map_fragment>${LAID}
diffuseColor.rgb = mix(diffuseColor.rgb, laidColour, laidOn);
diffuseColor.a *= mix(1.0, laid.a, laidClear);`,
    )
    .replace('#include <metalnessmap_fragment>', '#include <metalnessmap_fragment>\nmetalnessFactor *= 1.0 - laidOn;')
    .replace('#include <emissivemap_fragment>', '#include <emissivemap_fragment>\ntotalEmissiveRadiance *= 1.0 - laidOn;')
    .replace('#include <opaque_fragment>', 'outgoingLight = mix(outgoingLight, laidColour, laidOn * laidOwn);\n#include <opaque_fragment>');
}

/** What of a cut-out picture casts a shadow: the parts of it that are mostly there. */
export function cutOutDepth(uniforms: LaidUniforms): MeshDepthMaterial {
  const material = new MeshDepthMaterial();
  material.onBeforeCompile = (shader) => {
    Object.assign(shader.uniforms, uniforms);
    addVertex(shader);
    shader.fragmentShader = shader.fragmentShader
      .replace('void main() {', `${FRAGMENT_PARS}void main() {`)
      .replace('#include <map_fragment>', '#include <map_fragment>\nif (texture2D(laidPicture, laidAt).a < 0.5) discard;');
  };
  material.customProgramCacheKey = () => 'cut-out depth';
  material.side = DoubleSide;
  return material;
}
