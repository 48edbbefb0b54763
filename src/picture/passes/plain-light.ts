import { HalfFloatType, LinearFilter, WebGLRenderTarget, type PerspectiveCamera, type WebGLRenderer } from 'three';
import type { Stage } from '../stage';
import { copyPass } from './fullscreen';
import { LevelMirror } from './level-mirror';

/** Draws a plain sub-frame of a stage that is posed and lit: first what its floor mirrors, then all, and what is clear over the rest. */
export class PlainLight {
  private readonly mirror = new LevelMirror();
  private readonly behind = new WebGLRenderTarget(1, 1, {
    minFilter: LinearFilter,
    magFilter: LinearFilter,
    type: HalfFloatType,
    depthBuffer: false,
  });
  private readonly copier = copyPass();
  private readonly uniforms = { ...this.mirror.uniforms, behindPicture: { value: this.behind.texture }, hasBehind: { value: 0 } };

  constructor(private readonly stage: Stage) {
    Object.assign(stage.materials.shared, this.uniforms);
  }

  /** @param isQuick something moves: what is mirrored may be coarser */
  draw(renderer: WebGLRenderer, camera: PerspectiveCamera, to: WebGLRenderTarget, isQuick: boolean): void {
    const { stage } = this;
    const { materials, backdrops } = stage;
    const level = backdrops.mirrorLevel;
    if (level !== null && camera.matrixWorld.elements[13] > level) {
      this.uniforms.hasBehind.value = 0;
      backdrops.hideMirror(true);
      this.mirror.draw(renderer, stage.scene, camera, level, [to.width, to.height], isQuick);
      backdrops.hideMirror(false);
    }
    renderer.setRenderTarget(to);
    renderer.setClearColor(0x000000, 0);
    renderer.clear();
    if (!materials.hasClear) {
      renderer.render(stage.scene, camera);
      return;
    }
    materials.show('solid');
    renderer.render(stage.scene, camera);
    this.behind.setSize(to.width, to.height);
    this.copier.uniforms.picture.value = to.texture;
    this.copier.draw(renderer, this.behind);
    materials.show('clear');
    this.uniforms.hasBehind.value = 1;
    renderer.setRenderTarget(to);
    renderer.render(stage.scene, camera);
    materials.show('all');
  }

  dispose(): void {
    for (const each of [this.mirror, this.behind, this.copier]) each.dispose();
  }
}
