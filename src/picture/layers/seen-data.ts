import {
  FloatType,
  GLSL3,
  LessEqualDepth,
  Matrix4,
  NearestFilter,
  NoBlending,
  ShaderMaterial,
  Vector2,
  WebGLRenderTarget,
  type Object3D,
} from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import type { Painter } from '../painter';
import { depthTexture } from '../passes/fullscreen';
import { intoFrame, PIXEL_MIDDLE } from '../sub-frame-camera';
import { upright } from '../upright';

const NO_POINT = (): readonly [number, number] => [0, 0];

const MOTION_VERTEX = /* glsl */ `
uniform mat4 begins;
uniform mat4 ends;
out vec4 from;
out vec4 to;
void main() {
  from = begins * vec4(position, 1.0);
  to = ends * vec4(position, 1.0);
  gl_Position = projectionMatrix * viewMatrix * (modelMatrix * vec4(position, 1.0));
}`;
const MOTION_FRAGMENT = /* glsl */ `
precision highp float;
uniform vec2 size;
in vec4 from;
in vec4 to;
layout(location = 0) out vec4 result;
void main() { result = vec4(0.5 * size * (to.xy / to.w - from.xy / from.w), 0.0, 1.0); }`;

/** What is seen first in the middle of each pixel, at an instant and through the middle of the lens. */
export class SeenData {
  private readonly size: readonly [width: number, height: number];
  private readonly target: WebGLRenderTarget;

  constructor(private readonly painter: Painter) {
    this.size = painter.frameSize;
    this.target = new WebGLRenderTarget(...this.size, {
      minFilter: NearestFilter,
      magFilter: NearestFilter,
      type: FloatType,
      count: 4,
      depthTexture: depthTexture(),
    });
  }

  /**
   * Places and normals, as the program that rays go on from leaves them: places in the world, whose fourth number is 0 where nothing is;
   * and normals folded to two numbers. Top row first.
   */
  read(state: FrameState): { places: Float32Array; normals: Float32Array } {
    const { renderer, stage, lens } = this.painter;
    this.stand(state);
    renderer.setRenderTarget(this.target);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    renderer.render(stage.scene, lens.camera);
    return { places: this.texture(this.target, 0), normals: this.texture(this.target, 1) };
  }

  /**
   * How far what is seen moves in the frame between two instants, pixels to the right and up. What changes its shape meanwhile is told by
   * its vertices as they are in the middle.
   * @param around the states at those instants; the middle one is what was read last
   */
  motion(middle: FrameState, around: readonly [FrameState, FrameState]): Float32Array {
    const { renderer, stage, lens } = this.painter;
    const ways = around.map((state) => {
      this.stand(state);
      const into = intoFrame(state.camera, ...this.size);
      const places = new Map<Object3D, Matrix4>();
      stage.scene.traverseVisible((each) => places.set(each, new Matrix4().multiplyMatrices(into, each.matrixWorld)));
      return places;
    });
    this.stand(middle);
    const begins = { value: new Matrix4() };
    const ends = { value: new Matrix4() };
    const material = new ShaderMaterial({
      glslVersion: GLSL3,
      vertexShader: MOTION_VERTEX,
      fragmentShader: MOTION_FRAGMENT,
      uniforms: { begins, ends, size: { value: new Vector2(...this.size) } },
      blending: NoBlending,
      depthFunc: LessEqualDepth,
      depthWrite: false,
      // What is seen is what was: only that has its depth.
      polygonOffset: true,
      polygonOffsetFactor: -1,
      polygonOffsetUnits: -1,
    });
    const still = new Matrix4();
    material.onBeforeRender = (_renderer, _scene, _camera, _geometry, object) => {
      still.multiplyMatrices(lens.uniforms.toFrame.value, object.matrixWorld);
      begins.value.copy(ways[0]?.get(object) ?? still);
      ends.value.copy(ways[1]?.get(object) ?? still);
      material.uniformsNeedUpdate = true;
    };
    const target = new WebGLRenderTarget(...this.size, {
      minFilter: NearestFilter,
      magFilter: NearestFilter,
      type: FloatType,
      depthTexture: this.target.depthTexture,
    });
    stage.scene.overrideMaterial = material;
    renderer.setRenderTarget(target);
    renderer.setClearColor(0x000000, 0);
    renderer.clear(true, false, false);
    renderer.render(stage.scene, lens.camera);
    stage.scene.overrideMaterial = null;
    const pixels = this.texture(target, 0);
    target.depthTexture = null;
    target.dispose();
    material.dispose();
    return pixels;
  }

  dispose(): void {
    this.target.dispose();
  }

  private stand(state: FrameState): void {
    const { renderer, stage, lens } = this.painter;
    const [width, height] = this.size;
    stage.pose(state, 'seen', NO_POINT);
    lens.look(state.camera, { width, height }, PIXEL_MIDDLE);
    stage.light(renderer);
  }

  private texture(target: WebGLRenderTarget, index: number): Float32Array {
    const [width, height] = this.size;
    const pixels = new Float32Array(4 * width * height);
    this.painter.renderer.readRenderTargetPixels(target, 0, 0, width, height, pixels, undefined, index);
    return upright(pixels, 4 * width);
  }
}
