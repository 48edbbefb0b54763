import type { EffectState } from '@/core/frame/frame-state';
import { balanceDrawer } from './balance';
import { barsDrawer } from './bars';
import { blacksDrawer } from './blacks';
import { colourTableDrawer } from './colour-table';
import { contrastDrawer } from './contrast';
import { curvesDrawer } from './curves';
import { diffusionDrawer } from './diffusion';
import { edgeGlowDrawer } from './edge-glow';
import { fadeDrawer } from './fade';
import { flaresDrawer } from './flares';
import { frameEdgesDrawer } from './frame-edges';
import { glowDrawer } from './glow';
import { grainDrawer } from './grain';
import { hazeLiftDrawer } from './haze-lift';
import { lensFlawsDrawer } from './lens-flaws';
import { smearDrawer } from './smear';
import { softShadowDrawer } from './soft-shadow';
import { streaksDrawer } from './streaks';
import { vignetteDrawer } from './vignette';
import type { EffectDrawer, StateOf } from './effect-drawer';

type Drawers = { readonly [K in Exclude<EffectState['kind'], 'display'>]: () => EffectDrawer<StateOf<K>> };

/** How each kind of effect is drawn. The display itself has its own link of the chain. */
export const EFFECT_DRAWERS: Drawers = {
  'soft-shadow': softShadowDrawer,
  'edge-glow': edgeGlowDrawer,
  diffusion: diffusionDrawer,
  glow: glowDrawer,
  streaks: streaksDrawer,
  flares: flaresDrawer,
  'lens-flaws': lensFlawsDrawer,
  smear: smearDrawer,
  vignette: vignetteDrawer,
  'haze-lift': hazeLiftDrawer,
  contrast: contrastDrawer,
  balance: balanceDrawer,
  blacks: blacksDrawer,
  curves: curvesDrawer,
  'colour-table': colourTableDrawer,
  grain: grainDrawer,
  'frame-edges': frameEdgesDrawer,
  bars: barsDrawer,
  fade: fadeDrawer,
};
