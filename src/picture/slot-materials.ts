import { MeshBasicMaterial, MeshPhysicalMaterial, Vector2, Vector4, type Material, type WebGLProgramParametersWithUniforms } from 'three';
import type { SurfaceState } from '@/core/frame/frame-state';
import { MATERIALS } from '@/core/production/materials';
import { DOME_GLSL, DOME_LIGHTING_GLSL, domeUniforms } from './dome-shader';
import type { FadePlane } from './fade';

type FadeUniforms = { fadePlane: { value: Vector4 }; fadeEnds: { value: Vector2 } };

/** The materials of one slot: a region of a shell, or some letters. What changes is set on them; only features make another program. */
interface Slot {
  lit: MeshPhysicalMaterial | null;
  fading: (MeshPhysicalMaterial & { userData: FadeUniforms }) | null;
  sketch: MeshBasicMaterial | null;
}

/**
 * One material a surface slot, with its values as uniforms: dragging or keying a colour, a roughness or an opacity makes nothing and
 * compiles nothing.
 */
export class SlotMaterials {
  readonly dome = domeUniforms();
  private readonly slots = new Map<string, Slot>();

  /** Materials made since the beginning: none is made while values change. */
  made = 0;

  /** The lit look of a slot, as its surface is at the moment. */
  lit(slot: string, surface: SurfaceState): Material {
    const own = this.slot(slot);
    own.lit ??= this.makeLit();
    return dressed(own.lit, surface, surface.opacity < 1);
  }

  /** The same with an opacity that changes along a line through the mark. */
  fading(slot: string, surface: SurfaceState, { plane, start, end }: FadePlane): Material {
    const own = this.slot(slot);
    own.fading ??= this.makeFading();
    own.fading.userData.fadePlane.value.set(...(plane as [number, number, number, number]));
    own.fading.userData.fadeEnds.value.set(start, end);
    return dressed(own.fading, surface, true);
  }

  /** The flat, fast look: the surface's colour, shaded by which way it faces. */
  sketch(slot: string, { colour }: SurfaceState): Material {
    const own = this.slot(slot);
    own.sketch ??= this.makeSketch();
    own.sketch.color.setRGB(...(colour as [number, number, number]));
    return own.sketch;
  }

  /** Lets the slots go whose names begin so. */
  release(prefix: string): void {
    for (const [name, slot] of this.slots) {
      if (!name.startsWith(prefix)) continue;
      for (const material of [slot.lit, slot.fading, slot.sketch]) material?.dispose();
      this.slots.delete(name);
    }
  }

  dispose(): void {
    this.release('');
  }

  private slot(name: string): Slot {
    let slot = this.slots.get(name);
    if (!slot) this.slots.set(name, (slot = { lit: null, fading: null, sketch: null }));
    return slot;
  }

  private makeSketch(): MeshBasicMaterial {
    this.made++;
    const material = new MeshBasicMaterial();
    material.onBeforeCompile = (shader) => {
      shader.vertexShader = shader.vertexShader
        .replace('void main() {', 'varying float facing;\nvoid main() {')
        .replace('#include <fog_vertex>', `#include <fog_vertex>\n${FACING_GLSL}`);
      shader.fragmentShader = shader.fragmentShader
        .replace('void main() {', 'varying float facing;\nvoid main() {')
        .replace('#include <opaque_fragment>', 'outgoingLight *= facing;\n#include <opaque_fragment>');
    };
    material.customProgramCacheKey = () => 'sketch';
    return material;
  }

  private makeLit(): MeshPhysicalMaterial {
    this.made++;
    const material = new MeshPhysicalMaterial({ clearcoatRoughness: 0.06 });
    material.onBeforeCompile = (shader) => this.addDome(shader);
    material.customProgramCacheKey = () => 'dome';
    return material;
  }

  private makeFading(): MeshPhysicalMaterial & { userData: FadeUniforms } {
    const material = this.makeLit();
    const uniforms: FadeUniforms = { fadePlane: { value: new Vector4() }, fadeEnds: { value: new Vector2() } };
    material.userData = uniforms;
    material.onBeforeCompile = (shader) => {
      this.addDome(shader);
      addFade(shader, uniforms);
    };
    material.customProgramCacheKey = () => 'dome, fading';
    return material as MeshPhysicalMaterial & { userData: FadeUniforms };
  }

  private addDome(shader: WebGLProgramParametersWithUniforms): void {
    Object.assign(shader.uniforms, this.dome);
    shader.fragmentShader = shader.fragmentShader
      .replace('#include <lights_physical_pars_fragment>', `#include <lights_physical_pars_fragment>\n${DOME_GLSL}`)
      .replace('#include <lights_fragment_maps>', DOME_LIGHTING_GLSL);
  }
}

const FACING_GLSL = 'facing = 0.35 + 0.65 * abs(dot(normalize(normalMatrix * normal), normalize(vec3(0.25, 0.5, 0.85))));';

/** Sets what a surface is made of at the moment. */
function dressed(material: MeshPhysicalMaterial, surface: SurfaceState, transparent: boolean): Material {
  const { material: kind, colour, roughness, opacity } = surface;
  const { metalness, coat, glow } = MATERIALS[kind];
  const rgb = colour as [number, number, number];
  material.color.setRGB(...rgb);
  material.emissive.setRGB(...rgb);
  material.emissiveIntensity = glow;
  material.roughness = roughness;
  material.metalness = metalness;
  material.clearcoat = coat;
  material.opacity = opacity;
  material.depthWrite = !transparent;
  if (material.transparent !== transparent) {
    material.transparent = transparent;
    material.needsUpdate = true;
  }
  return material;
}

/** Opacity that changes along a line through the mark. */
function addFade(shader: WebGLProgramParametersWithUniforms, uniforms: FadeUniforms): void {
  Object.assign(shader.uniforms, uniforms);
  shader.vertexShader = shader.vertexShader
    .replace('void main() {', 'uniform vec4 fadePlane;\nvarying float fadeShare;\nvoid main() {')
    .replace('#include <begin_vertex>', '#include <begin_vertex>\nfadeShare = dot(fadePlane, vec4(position, 1.0));');
  shader.fragmentShader = shader.fragmentShader
    .replace('void main() {', 'uniform vec2 fadeEnds;\nvarying float fadeShare;\nvoid main() {')
    .replace(
      '#include <alphamap_fragment>',
      '#include <alphamap_fragment>\ndiffuseColor.a *= mix(fadeEnds.x, fadeEnds.y, clamp(fadeShare, 0.0, 1.0));',
    );
}
