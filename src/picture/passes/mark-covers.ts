import { FloatType, GLSL3, HalfFloatType, NearestFilter, WebGLRenderTarget, type Texture, type WebGLRenderer } from 'three';
import { coversIn, type Cover } from '@/core/finish/covers';
import type { FrameState } from '@/core/frame/frame-state';
import type { AfterLight } from './after-light';
import { BARE_VERTEX, depthTexture, FullscreenPass, pixelTarget } from './fullscreen';
import { LightSum } from './light-sum';
import type { Spread } from './sub-frame-spread';
import type { Stage } from '../stage';
import { SURFACE_TABLE_GLSL } from '../surfaces/surface-table';
import type { SubFrameCamera } from '../sub-frame-camera';

/** How much of each pixel marks cover: a sum over sub-frames, and of how many. */
export interface CoverSum {
  texture: Texture;
  count: number;
}

/**
 * What is seen of marks, for effects that go by it: in each sub-frame once more as rays would meet it, so that it is as smooth, as blurred
 * and as much hidden by what stands before it as the picture is. What can be seen through is there all the same.
 */
export class MarkCovers {
  private readonly sums = new Map<string, { sum: LightSum; count: number }>();
  private readonly seen = new WebGLRenderTarget(1, 1, {
    minFilter: NearestFilter,
    magFilter: NearestFilter,
    type: FloatType,
    depthTexture: depthTexture(),
  });
  private readonly there = pixelTarget(HalfFloatType);
  private readonly pass: FullscreenPass<{ seenPlace: { value: Texture } }>;

  constructor(
    private readonly renderer: WebGLRenderer,
    private readonly stage: Stage,
  ) {
    this.pass = new FullscreenPass(
      /* glsl */ `
precision highp float;
precision highp int;
layout(location = 0) out vec4 result;
uniform sampler2D seenPlace;
${SURFACE_TABLE_GLSL}
void main() {
  float row = texelFetch(seenPlace, ivec2(gl_FragCoord.xy), 0).w;
  // What takes shadows alone is not seen itself, and where something is cut out there is nothing.
  bool isThere = row > 0.0 && SURFACE(int(row) - 1, 6).w >= 0.0;
  result = vec4(isThere ? 1.0 : 0.0);
}`,
      { ...stage.materials.shared, seenPlace: { value: this.seen.texture } },
      { vertexShader: BARE_VERTEX, glslVersion: GLSL3 },
    );
  }

  setSize(width: number, height: number): void {
    for (const each of [this.seen, this.there, ...[...this.sums.values()].map(({ sum }) => sum)]) each.setSize(width, height);
  }

  restart(): void {
    for (const each of this.sums.values()) {
      each.sum.clear(this.renderer);
      each.count = 0;
    }
  }

  /** Adds a sub-frame, as the lens looks at it; the stage stands for it anew after that. */
  add(state: FrameState, lens: SubFrameCamera, after: AfterLight, spread: Spread | null): void {
    const covers = coversIn(state.finish);
    if (covers.length === 0) return;
    this.stage.pose(state, 'seen', () => [0, 0]);
    const marks = new Set(state.marks.map(({ id }) => id));
    for (const cover of covers) this.addCover(cover, marks, state, lens, after, spread);
  }

  /** @returns what a cover has come to; null where none of it was drawn */
  sum(key: string): CoverSum | null {
    const found = this.sums.get(key);
    return found && found.count > 0 ? { texture: found.sum.texture, count: found.count } : null;
  }

  dispose(): void {
    for (const each of [this.seen, this.there, this.pass, ...[...this.sums.values()].map(({ sum }) => sum)]) each.dispose();
  }

  private addCover(
    { key, marks }: Cover,
    all: ReadonlySet<string>,
    state: FrameState,
    { camera }: SubFrameCamera,
    after: AfterLight,
    spread: Spread | null,
  ): void {
    const { renderer, stage, seen, there } = this;
    const wanted = marks ?? all;
    renderer.setRenderTarget(seen);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    stage.materials.hold(({ id }) => wanted.has(id));
    renderer.render(stage.scene, camera);
    stage.materials.hold(null);
    this.pass.draw(renderer, there);
    const light = { light: there, depths: seen.depthTexture as NonNullable<typeof seen.depthTexture> };
    this.ensure(key).add(renderer, after.spreadAlone(renderer, state, camera, spread, light).texture);
  }

  private ensure(key: string): LightSum {
    let found = this.sums.get(key);
    if (!found) {
      found = { sum: new LightSum(this.renderer), count: 0 };
      found.sum.setSize(this.seen.width, this.seen.height);
      found.sum.clear(this.renderer);
      this.sums.set(key, found);
    }
    found.count++;
    return found.sum;
  }
}
