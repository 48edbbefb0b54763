import type { DepthTexture, Texture, WebGLRenderer } from 'three';
import type { FrameState } from '@/core/frame/frame-state';
import type { Stage } from '../stage';
import type { SubFrameCamera } from '../sub-frame-camera';
import type { AfterLight } from './after-light';
import { LightSight } from './light-sight';
import { LightSum } from './light-sum';
import { MarkCovers } from './mark-covers';
import type { Spread } from './sub-frame-spread';

/** What the sub-frames of a picture come to: its light, and what effects go by beside it. */
export class DrawnSums {
  readonly light: LightSum;
  readonly covers: MarkCovers;
  readonly sights: LightSight;

  constructor(
    private readonly renderer: WebGLRenderer,
    stage: Stage,
  ) {
    this.light = new LightSum(renderer);
    this.covers = new MarkCovers(renderer, stage);
    this.sights = new LightSight(renderer);
  }

  setSize(width: number, height: number): void {
    for (const each of [this.light, this.covers]) each.setSize(width, height);
  }

  restart(): void {
    this.light.clear(this.renderer);
    for (const each of [this.covers, this.sights]) each.restart();
  }

  /**
   * Adds a sub-frame. What it is drawn from may stand otherwise after that.
   * @param drawn isPart: a part of the picture, on which no effect acts
   */
  add(
    state: FrameState,
    drawn: { light: Texture; depths: DepthTexture; spread: Spread | null; isPart: boolean },
    { lens, after }: { lens: SubFrameCamera; after: AfterLight },
  ): void {
    this.light.add(this.renderer, drawn.light);
    if (drawn.isPart) return;
    this.sights.add(state, lens, drawn.depths);
    this.covers.add(state, lens, after, drawn.spread);
  }

  dispose(): void {
    for (const each of [this.light, this.covers, this.sights]) each.dispose();
  }
}
