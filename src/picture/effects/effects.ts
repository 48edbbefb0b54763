import type { Texture, WebGLRenderer, WebGLRenderTarget } from 'three';
import type { EffectState } from '@/core/frame/frame-state';

/**
 * What an effect does to a picture of linear scene light, premultiplied: it draws `from` changed into `to`. Made once a painter; a kind of
 * effect is one file, one line here, and its owner.
 */
export interface EffectDrawer {
  draw(renderer: WebGLRenderer, state: EffectState, from: Texture, to: WebGLRenderTarget): void;
  dispose(): void;
}

/** How each kind of effect is drawn. What stands in the finish without being here (the display itself) has its own link of the chain. */
export const EFFECT_DRAWERS: Partial<Record<EffectState['kind'], () => EffectDrawer>> = {};
