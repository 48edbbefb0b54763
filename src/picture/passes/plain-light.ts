import { HalfFloatType, LinearFilter, WebGLRenderTarget, type PerspectiveCamera, type WebGLRenderer } from 'three';
import type { Stage } from '../stage';
import type { SlotFilter } from '../surfaces/slot-materials';
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

  /**
   * @param isQuick something moves: what is mirrored may be coarser
   * @param part what of it is drawn, hidden by the rest as in the whole; all if null
   */
  draw(renderer: WebGLRenderer, camera: PerspectiveCamera, to: WebGLRenderTarget, isQuick: boolean, part: SlotFilter | null = null): void {
    const { stage } = this;
    const { materials, backdrops } = stage;
    const level = backdrops.mirrorLevel;
    if (level !== null && camera.matrixWorld.elements[13] > level) {
      this.uniforms.hasBehind.value = 0;
      backdrops.hideMirror(true);
      this.mirror.draw(renderer, stage.scene, camera, level, [to.width, to.height], isQuick);
      backdrops.hideMirror(false);
    }
    const clear = () => {
      renderer.setRenderTarget(to);
      renderer.setClearColor(0x000000, 0);
      renderer.clear();
    };
    clear();
    if (!materials.hasClear) {
      materials.hold(part);
      renderer.render(stage.scene, camera);
      materials.hold(null);
      return;
    }
    materials.show('solid');
    renderer.render(stage.scene, camera);
    this.behind.setSize(to.width, to.height);
    this.copier.uniforms.picture.value = to.texture;
    this.copier.draw(renderer, this.behind);
    if (part) {
      // What is seen through clear things is theirs, whatever it is.
      materials.hold(part);
      clear();
      renderer.render(stage.scene, camera);
    }
    materials.show('clear');
    this.uniforms.hasBehind.value = 1;
    renderer.setRenderTarget(to);
    renderer.render(stage.scene, camera);
    materials.show('all');
    materials.hold(null);
  }

  dispose(): void {
    for (const each of [this.mirror, this.behind, this.copier]) each.dispose();
  }
}
