import {
  DataTexture,
  DataUtils,
  FloatType,
  GLSL3,
  HalfFloatType,
  LinearFilter,
  NearestFilter,
  RepeatWrapping,
  RGFormat,
  Vector2,
  Vector3,
  WebGLRenderTarget,
  type PerspectiveCamera,
  type Texture,
  type WebGLRenderer,
} from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import { facetShares } from '@/core/light/facets';
import { hash32 } from '@/core/motion/random';
import { blueNoise } from '@/core/optics/blue-noise';
import { scrambledPoint } from '@/core/optics/scrambled-points';
import { ofKind } from '@/core/schema/owner-kind';
import type { DomeUniforms } from '../dome-shader';
import { FullscreenPass } from '../passes/fullscreen';
import type { Stage } from '../stage';
import { lightRows } from './light-table';
import { MASK_SIZE, PAIRS } from './numbers-glsl';
import { NoRays, RayScene } from './ray-scene';
import { numberTable } from './ray-textures';
import { SHARES_SIZE } from './surface-glsl';
import { TRACE_FRAGMENT } from './trace-glsl';

const VERTEX = 'void main() { gl_Position = vec4(position.xy, 0.0, 1.0); }';
/** Pairs before these are those of the sub-frame itself. */
const FIRST_PAIR = 64;

/** Two numbers a cell, as half floats: those every card can blend between. */
function pairTexture(data: Float32Array, size: number, isSmooth: boolean): DataTexture {
  const texture = new DataTexture(Uint16Array.from(data, DataUtils.toHalfFloat), size, size, RGFormat, HalfFloatType);
  texture.minFilter = texture.magFilter = isSmooth ? LinearFilter : NearestFilter;
  if (!isSmooth) texture.wrapS = texture.wrapT = RepeatWrapping;
  texture.needsUpdate = true;
  return texture;
}

/** Two masks of blue noise, side by side in each cell. */
function maskTexture(): DataTexture {
  const [a, b] = [blueNoise(MASK_SIZE, 1), blueNoise(MASK_SIZE, 2)];
  const both = new Float32Array(2 * a.length);
  a.forEach((value, i) => both.set([value, b[i] as number], 2 * i));
  return pairTexture(both, MASK_SIZE, false);
}

/**
 * Draws sub-frames whose light is traced: what is seen first by the rasteriser into four textures, then a pass over the frame that follows
 * rays from there.
 */
export class RayTracer {
  private readonly scene: RayScene;
  private readonly lights = numberTable();
  private readonly seen: WebGLRenderTarget;
  private readonly mask = maskTexture();
  private readonly shares = pairTexture(facetShares(SHARES_SIZE), SHARES_SIZE, true);
  /** The card has refused one of the programs. */
  private isBroken = false;
  private readonly pass: FullscreenPass<ReturnType<RayTracer['uniformsFor']>>;

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly stage: Stage,
  ) {
    renderer.debug.onShaderError = () => (this.isBroken = true);
    this.scene = new RayScene(renderer.capabilities.maxTextureSize);
    this.seen = new WebGLRenderTarget(1, 1, { minFilter: NearestFilter, magFilter: NearestFilter, type: FloatType, count: 4 });
    for (const texture of this.seen.textures.slice(1)) texture.type = HalfFloatType;
    this.pass = new FullscreenPass(TRACE_FRAGMENT, this.uniformsFor(stage.materials.dome), { vertexShader: VERTEX, glslVersion: GLSL3 });
  }

  setSize(width: number, height: number): void {
    this.seen.setSize(width, height);
  }

  /**
   * Draws sub-frame i of a state that the stage stands for, into a target.
   * @throws NoRays
   */
  draw(state: FrameState, camera: PerspectiveCamera, seed: number, i: number, to: WebGLRenderTarget): void {
    const { renderer, stage, scene, seen, lights, pass } = this;
    const { uniforms } = pass;
    stage.materials.grain.value = hash32(seed, i);
    scene.update(stage.scene);
    renderer.setRenderTarget(seen);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    renderer.render(stage.scene, camera);
    const rows = lightRows(state.lights);
    lights.fill(rows);
    uniforms.lightCount.value = rows.length;
    uniforms.points.value.forEach((point, pair) => point.set(...scrambledPoint(seed, i, FIRST_PAIR + pair)));
    uniforms.upperCount.value = scene.upperCount;
    uniforms.eye.value.setFromMatrixPosition(camera.matrixWorld);
    uniforms.floorShadow.value = ofKind(state.set, 'floor')?.values.shadow ?? 0;
    uniforms.nodeTable.value = scene.nodes.texture;
    uniforms.triangleTable.value = scene.triangles.texture;
    uniforms.upperTable.value = scene.upper.texture;
    uniforms.instanceTable.value = scene.instances.texture;
    uniforms.surfaceTable.value = scene.surfaces.texture;
    uniforms.lightTable.value = lights.texture;
    pass.draw(renderer, to);
    if (this.isBroken) throw new NoRays('This graphics card does not take the program that follows rays.');
  }

  dispose(): void {
    for (const each of [this.scene, this.lights, this.seen, this.mask, this.shares, this.pass]) each.dispose();
  }

  private uniformsFor(dome: DomeUniforms) {
    const texture = () => ({ value: null as Texture | null });
    const [place, normal, facet, picture] = this.seen.textures as [Texture, Texture, Texture, Texture];
    return {
      ...dome,
      seenPlace: { value: place },
      seenNormal: { value: normal },
      seenFacet: { value: facet },
      seenPicture: { value: picture },
      eye: { value: new Vector3() },
      floorShadow: { value: 0 },
      points: { value: Array.from({ length: PAIRS }, () => new Vector2()) },
      mask: { value: this.mask },
      grain: this.stage.materials.grain,
      facetShares: { value: this.shares },
      nodeTable: texture(),
      triangleTable: texture(),
      upperTable: texture(),
      instanceTable: texture(),
      surfaceTable: texture(),
      lightTable: texture(),
      upperCount: { value: 0 },
      lightCount: { value: 0 },
    };
  }
}
