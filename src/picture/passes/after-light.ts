import { HalfFloatType, type DepthTexture, type PerspectiveCamera, type WebGLRenderer, type WebGLRenderTarget } from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import { ofKind } from '@/core/schema/owner-kind';
import type { Stage } from '../stage';
import { FarBodies } from './far-bodies';
import { pixelTarget } from './fullscreen';
import { HazePass } from './haze';
import { SubFrameSpread, type Spread } from './sub-frame-spread';

/** What comes between the light of a sub-frame and its place in the sum: what is infinitely far, haze, and how far it is spread. */
export class AfterLight {
  private readonly farBodies = new FarBodies();
  private readonly haze: HazePass;
  private readonly spread: SubFrameSpread;
  private readonly targets = [pixelTarget(HalfFloatType), pixelTarget(HalfFloatType)] as const;

  constructor({ materials: { shared } }: Stage) {
    this.haze = new HazePass(shared);
    this.spread = new SubFrameSpread(shared);
  }

  setSize(width: number, height: number): void {
    for (const each of this.targets) each.setSize(width, height);
  }

  /**
   * @param depths of what is seen
   * @param spread how far it is spread; null for not at all
   * @param isPart only a part of what stands there is drawn: what is far, and the light of the haze itself, are none of it
   * @returns where the sub-frame stands now
   */
  draw(
    renderer: WebGLRenderer,
    state: FrameState,
    camera: PerspectiveCamera,
    spread: Spread | null,
    from: { light: WebGLRenderTarget; depths: DepthTexture },
    isPart = false,
  ): WebGLRenderTarget {
    const { depths } = from;
    if (!isPart) this.farBodies.draw(renderer, state, camera, from.light);
    const [hazed, made] = this.targets;
    let now = from.light;
    const values = ofKind(state.set, 'haze')?.values;
    if (values) {
      this.haze.draw(renderer, values, camera, this.laidFloor(state), { picture: now.texture, depths, isPart }, hazed);
      now = hazed;
    }
    return this.spreadAlone(renderer, state, camera, spread, { light: now, depths }, made);
  }

  /** Spreads something as far as the light of its sub-frame. @returns where it stands now */
  spreadAlone(
    renderer: WebGLRenderer,
    { camera: through }: FrameState,
    camera: PerspectiveCamera,
    spread: Spread | null,
    { light, depths }: { light: WebGLRenderTarget; depths: DepthTexture },
    to: WebGLRenderTarget = this.targets[1],
  ): WebGLRenderTarget {
    if (!spread) return light;
    this.spread.draw(renderer, through, camera, spread, { picture: light.texture, depths }, to);
    return to;
  }

  dispose(): void {
    for (const each of [this.farBodies, this.haze, this.spread, ...this.targets]) each.dispose();
  }

  /** Height of the floor, where that is laid over what is behind it, and so is not in the depths. */
  private laidFloor({ set }: FrameState): number | null {
    const floor = ofKind(set, 'floor');
    return floor && floor.settings.look !== 'solid' ? floor.values.level : null;
  }
}
