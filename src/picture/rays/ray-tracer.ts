import {
  FloatType,
  GLSL3,
  HalfFloatType,
  NearestFilter,
  Vector2,
  Vector3,
  WebGLRenderTarget,
  type DataTexture,
  type DepthTexture,
  type PerspectiveCamera,
  type Texture,
  type WebGLRenderer,
} from 'three';
import { blueNoise } from '@/core/optics/blue-noise';
import { scrambledPoint } from '@/core/optics/scrambled-points';
import { BARE_VERTEX, depthTexture, FullscreenPass } from '../passes/fullscreen';
import type { Stage } from '../stage';
import { pairTexture } from '../surfaces/facet-texture';
import type { SlotFilter } from '../surfaces/slot-materials';
import { MASK_SIZE, PAIRS } from './numbers-glsl';
import { NoRays, RayScene } from './ray-scene';
import { TRACE_FRAGMENT } from './trace-glsl';

/** Pairs before these are those of the sub-frame itself. */
const FIRST_PAIR = 64;

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
  private readonly seen: WebGLRenderTarget;
  private readonly mask = maskTexture();
  /** The card has refused one of the programs. */
  private isBroken = false;
  private readonly uniforms: ReturnType<RayTracer['uniformsFor']>;
  /** With patterns and without: compiled where they are wanted. */
  private readonly passes = new Map<boolean, FullscreenPass<ReturnType<RayTracer['uniformsFor']>>>();

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly stage: Stage,
    { width, height }: { width: number; height: number },
  ) {
    renderer.debug.onShaderError = () => (this.isBroken = true);
    this.scene = new RayScene(renderer.capabilities.maxTextureSize);
    this.seen = new WebGLRenderTarget(width, height, {
      minFilter: NearestFilter,
      magFilter: NearestFilter,
      type: FloatType,
      count: 4,
      depthTexture: depthTexture(),
    });
    // Places in metres, and angles of what is brushed, need all their digits.
    for (const texture of this.seen.textures.slice(1, 3)) texture.type = HalfFloatType;
    this.uniforms = this.uniformsFor();
  }

  /** Depths of what is seen. */
  get depths(): DepthTexture | null {
    return this.seen.depthTexture;
  }

  setSize(width: number, height: number): void {
    this.seen.setSize(width, height);
  }

  /**
   * Draws sub-frame i of a state that the stage stands for, into a target.
   * @param part what of it is drawn, hidden by the rest as in the whole; all if null
   * @throws NoRays
   */
  draw(camera: PerspectiveCamera, seed: number, i: number, to: WebGLRenderTarget, part: SlotFilter | null = null): void {
    const { renderer, stage, scene, seen, uniforms } = this;
    scene.update(stage.scene, stage.materials);
    renderer.setRenderTarget(seen);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    stage.materials.hold(part);
    renderer.render(stage.scene, camera);
    stage.materials.hold(null);
    uniforms.points.value.forEach((point, pair) => point.set(...scrambledPoint(seed, i, FIRST_PAIR + pair)));
    uniforms.upperCount.value = scene.upperCount;
    uniforms.eye.value.setFromMatrixPosition(camera.matrixWorld);
    uniforms.treeTable.value = scene.trees.texture;
    uniforms.firstTriangle.value = scene.firstTriangle;
    uniforms.upperTable.value = scene.upper.texture;
    uniforms.instanceTable.value = scene.instances.texture;
    this.passFor(stage.materials.hasPatterns).draw(renderer, to);
    if (this.isBroken) throw new NoRays('This graphics card does not take the program that follows rays.');
  }

  dispose(): void {
    for (const each of [this.scene, this.seen, this.mask, ...this.passes.values()]) each.dispose();
  }

  private passFor(hasPatterns: boolean): FullscreenPass<ReturnType<RayTracer['uniformsFor']>> {
    let pass = this.passes.get(hasPatterns);
    if (!pass) {
      const defines = hasPatterns ? { PATTERNS: '' } : {};
      pass = new FullscreenPass(TRACE_FRAGMENT, this.uniforms, { vertexShader: BARE_VERTEX, glslVersion: GLSL3, defines });
      this.passes.set(hasPatterns, pass);
    }
    return pass;
  }

  private uniformsFor() {
    const texture = () => ({ value: null as Texture | null });
    const [place, normals, picture, own] = this.seen.textures as [Texture, Texture, Texture, Texture];
    return {
      ...this.stage.materials.shared,
      seenPlace: { value: place },
      seenNormals: { value: normals },
      seenPicture: { value: picture },
      seenOwn: { value: own },
      eye: { value: new Vector3() },
      points: { value: Array.from({ length: PAIRS }, () => new Vector2()) },
      mask: { value: this.mask },
      treeTable: texture(),
      firstTriangle: { value: 0 },
      upperTable: texture(),
      instanceTable: texture(),
      upperCount: { value: 0 },
    };
  }
}
