import {
  Color,
  MeshBasicMaterial,
  MeshPhysicalMaterial,
  Vector2,
  Vector4,
  type Material,
  type WebGLProgramParametersWithUniforms,
} from 'three';
import { linearColour } from '@/core/colour/transfer';
import { MATERIALS, type Surface } from '@/core/production/materials';
import type { FadePlane } from './fade';
import { DOME_GLSL, DOME_LIGHTING_GLSL } from './dome-shader';

/** Uniforms of the dome, shared by every surface. */
export interface DomeUniforms {
  domeStrength: { value: number };
  domeTurn: { value: number };
  domeContrast: { value: number };
}

const MAX_KEPT = 1200;

/** Materials by what they look like: equal surfaces share one. */
export class SurfaceMaterials {
  readonly dome: DomeUniforms = { domeStrength: { value: 1 }, domeTurn: { value: 0 }, domeContrast: { value: 1 } };
  private readonly lit = new Map<string, MeshPhysicalMaterial>();
  private readonly sketch = new Map<string, MeshBasicMaterial>();

  litFor(surface: Surface, fade: FadePlane | null = null): Material {
    return this.kept(this.lit, JSON.stringify(fade ? [surface, fade] : surface), () => this.makeLit(surface, fade));
  }

  /** The flat, fast look: the surface's colour, shaded by which way it faces. */
  sketchFor(surface: Surface): Material {
    return this.kept(this.sketch, surface.colour, () => {
      const material = new MeshBasicMaterial({ color: new Color(...linearColour(surface.colour)) });
      material.onBeforeCompile = (shader) => {
        shader.vertexShader = shader.vertexShader
          .replace('void main() {', 'varying float facing;\nvoid main() {')
          .replace(
            '#include <fog_vertex>',
            '#include <fog_vertex>\nfacing = 0.35 + 0.65 * abs(dot(normalize(normalMatrix * normal), normalize(vec3(0.25, 0.5, 0.85))));',
          );
        shader.fragmentShader = shader.fragmentShader
          .replace('void main() {', 'varying float facing;\nvoid main() {')
          .replace('#include <opaque_fragment>', 'outgoingLight *= facing;\n#include <opaque_fragment>');
      };
      material.customProgramCacheKey = () => 'sketch';
      return material;
    });
  }

  private kept<M extends Material>(map: Map<string, M>, key: string, make: () => M): M {
    let material = map.get(key);
    if (!material) {
      if (map.size >= MAX_KEPT) {
        for (const old of map.values()) old.dispose();
        map.clear();
      }
      material = make();
      map.set(key, material);
    }
    return material;
  }

  private makeLit({ material: kind, colour, roughness, opacity }: Surface, fade: FadePlane | null): MeshPhysicalMaterial {
    const { metalness, coat, glow } = MATERIALS[kind];
    const linear = linearColour(colour);
    const material = new MeshPhysicalMaterial({
      color: new Color(...linear),
      roughness,
      metalness,
      clearcoat: coat,
      clearcoatRoughness: 0.06,
      emissive: new Color(...linear),
      emissiveIntensity: glow,
      transparent: opacity < 1 || fade !== null,
      opacity,
      depthWrite: opacity === 1 && fade === null,
    });
    material.onBeforeCompile = (shader) => {
      Object.assign(shader.uniforms, this.dome);
      if (fade) addFade(shader, fade);
      shader.fragmentShader = shader.fragmentShader
        .replace('#include <lights_physical_pars_fragment>', `#include <lights_physical_pars_fragment>\n${DOME_GLSL}`)
        .replace('#include <lights_fragment_maps>', DOME_LIGHTING_GLSL);
    };
    material.customProgramCacheKey = () => (fade ? 'dome, fading' : 'dome');
    return material;
  }

  dispose(): void {
    for (const material of [...this.lit.values(), ...this.sketch.values()]) material.dispose();
  }
}

/** Opacity that changes along a line through the mark. */
function addFade(shader: WebGLProgramParametersWithUniforms, { plane, start, end }: FadePlane): void {
  shader.uniforms.fadePlane = { value: new Vector4(...plane) };
  shader.uniforms.fadeEnds = { value: new Vector2(start, end) };
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
