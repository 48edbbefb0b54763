import {
  DoubleSide,
  MeshBasicMaterial,
  MeshPhysicalMaterial,
  Texture,
  Vector2,
  Vector4,
  type Material,
  type WebGLProgramParametersWithUniforms,
} from 'three';
import type { SurfaceState } from '@/core/frame/frame-state';
import { MATERIALS } from '@/core/production/materials';
import { DOME_GLSL, DOME_LIGHTING_GLSL, domeUniforms } from './dome-shader';
import type { FadePlane } from './fade';
import { SeenMaterial } from './rays/seen-material';
import { addLaidPicture, cutOutDepth, laidUniforms, setLaid, type LaidPicture, type LaidUniforms } from './panel-shader';

type FadeUniforms = { fadePlane: { value: Vector4 }; fadeEnds: { value: Vector2 } };

/** What a look has beside its surface: it makes another program, but its values are uniforms. */
export interface Features {
  /** Opacity that changes along a line through the mark. */
  fade?: FadePlane | null;
  /** A picture that lies on it. */
  laid?: LaidPicture | null;
}

/** A material that is there, with what is set on it. */
interface Made<M extends Material> {
  material: M;
  fade: FadeUniforms | null;
  laid: LaidUniforms | null;
}

/**
 * One material a surface slot, with its values as uniforms: dragging or keying a colour, a roughness or an opacity makes nothing and
 * compiles nothing. Only features make another program.
 */
export class SlotMaterials {
  readonly dome = domeUniforms();
  /** What is not seen at all. */
  readonly hidden = new MeshBasicMaterial({ visible: false });
  /** Changes from sub-frame to sub-frame: what is thrown by hash goes by it. */
  readonly grain = { value: 0 };
  private readonly empty = new Texture();
  private readonly slots = new Map<string, Map<string, Made<Material>>>();

  /** Materials made since the beginning: none is made while values change. */
  made = 0;

  /** The lit look of a slot, as its surface is at the moment. */
  lit(slot: string, surface: SurfaceState, { fade = null, laid = null }: Features = {}): Material {
    const name = ['lit', ...(fade ? ['fading'] : []), ...(laid ? ['pictured'] : [])].join(', ');
    const own = this.ensure(slot, name, () => this.makeLit(name, fade !== null, laid !== null));
    if (fade && own.fade) {
      own.fade.fadePlane.value.set(...(fade.plane as [number, number, number, number]));
      own.fade.fadeEnds.value.set(fade.start, fade.end);
    }
    if (laid && own.laid) setLaid(own.laid, laid);
    return dressed(own.material, surface, fade !== null || surface.opacity < 1 || (laid?.isClear ?? false));
  }

  /** The flat, fast look: the surface's colour, shaded by which way it faces. */
  sketch(slot: string, { colour }: SurfaceState, { laid = null }: Pick<Features, 'laid'> = {}): Material {
    const own = this.ensure(slot, laid ? 'sketch, pictured' : 'sketch', () => this.makeSketch(laid !== null));
    own.material.color.setRGB(...(colour as [number, number, number]));
    if (laid && own.laid) setLaid(own.laid, laid);
    setTransparent(own.material, laid?.isClear ?? false);
    return own.material;
  }

  /** What a traced picture knows of a slot. */
  seen(slot: string, surface: SurfaceState, { fade = null, laid = null }: Features = {}): Material {
    const material = this.ensureSeen(slot);
    material.dress(surface, fade, laid, this.empty);
    return material;
  }

  /** What a traced picture knows of a floor that only takes shadows. */
  seenFloor(): Material {
    return this.ensureSeen('floor');
  }

  /** What casts the shadow of a cut-out picture. */
  depth(slot: string, laid: LaidPicture): Material {
    const own = this.ensure(slot, 'depth', () => {
      const uniforms = laidUniforms();
      return { material: cutOutDepth(uniforms), fade: null, laid: uniforms };
    });
    if (own.laid) setLaid(own.laid, laid);
    return own.material;
  }

  /** Lets the slots go whose names begin so. */
  release(prefix: string): void {
    for (const [name, slot] of this.slots) {
      if (!name.startsWith(prefix)) continue;
      for (const { material } of slot.values()) material.dispose();
      this.slots.delete(name);
    }
  }

  dispose(): void {
    this.release('');
    this.hidden.dispose();
  }

  private ensureSeen(slot: string): SeenMaterial {
    return this.ensure(slot, 'seen', () => ({ material: new SeenMaterial(this.grain), fade: null, laid: null })).material;
  }

  private ensure<M extends Material>(name: string, look: string, make: () => Made<M>): Made<M> {
    let slot = this.slots.get(name);
    if (!slot) this.slots.set(name, (slot = new Map()));
    let made = slot.get(look);
    if (!made) {
      slot.set(look, (made = make()));
      this.made++;
    }
    return made as Made<M>;
  }

  private makeSketch(isPictured: boolean): Made<MeshBasicMaterial> {
    const material = new MeshBasicMaterial();
    const laid = isPictured ? laidUniforms() : null;
    material.onBeforeCompile = (shader) => {
      shader.vertexShader = shader.vertexShader
        .replace('void main() {', 'varying float facing;\nvoid main() {')
        .replace('#include <fog_vertex>', `#include <fog_vertex>\n${FACING_GLSL}`);
      shader.fragmentShader = shader.fragmentShader
        .replace('void main() {', 'varying float facing;\nvoid main() {')
        .replace('#include <opaque_fragment>', 'outgoingLight *= facing;\n#include <opaque_fragment>');
      if (laid) addLaidPicture(shader, laid);
    };
    material.customProgramCacheKey = () => (isPictured ? 'sketch, pictured' : 'sketch');
    return { material, fade: null, laid };
  }

  private makeLit(name: string, isFading: boolean, isPictured: boolean): Made<MeshPhysicalMaterial> {
    const material = new MeshPhysicalMaterial({ clearcoatRoughness: 0.06 });
    const fade: FadeUniforms | null = isFading ? { fadePlane: { value: new Vector4() }, fadeEnds: { value: new Vector2() } } : null;
    const laid = isPictured ? laidUniforms() : null;
    // A cut-out has one side only that is drawn; what casts its shadow is asked for from both.
    if (isPictured) material.shadowSide = DoubleSide;
    material.onBeforeCompile = (shader) => {
      this.addDome(shader);
      if (fade) addFade(shader, fade);
      if (laid) addLaidPicture(shader, laid);
    };
    material.customProgramCacheKey = () => name;
    material.userData = { ...fade, ...laid };
    return { material, fade, laid };
  }

  private addDome(shader: WebGLProgramParametersWithUniforms): void {
    Object.assign(shader.uniforms, this.dome);
    shader.fragmentShader = shader.fragmentShader
      .replace('#include <lights_physical_pars_fragment>', `#include <lights_physical_pars_fragment>\n${DOME_GLSL}`)
      .replace('#include <lights_fragment_maps>', DOME_LIGHTING_GLSL);
  }
}

const FACING_GLSL = 'facing = 0.35 + 0.65 * abs(dot(normalize(normalMatrix * normal), normalize(vec3(0.25, 0.5, 0.85))));';

function setTransparent(material: Material, transparent: boolean): void {
  material.depthWrite = !transparent;
  if (material.transparent === transparent) return;
  material.transparent = transparent;
  material.needsUpdate = true;
}

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
  setTransparent(material, transparent);
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
