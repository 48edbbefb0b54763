import type { EffectState } from '@/core/frame/frame-state';
import { balanceDrawer } from './balance';
import { barsDrawer } from './bars';
import { blacksDrawer } from './blacks';
import { colourTableDrawer } from './colour-table';
import { contrastDrawer } from './contrast';
import { curvesDrawer } from './curves';
import { diffusionDrawer } from './diffusion';
import { fadeDrawer } from './fade';
import { frameEdgesDrawer } from './frame-edges';
import { glowDrawer } from './glow';
import { grainDrawer } from './grain';
import { hazeLiftDrawer } from './haze-lift';
import { lensFlawsDrawer } from './lens-flaws';
import { smearDrawer } from './smear';
import { streaksDrawer } from './streaks';
import { vignetteDrawer } from './vignette';
import type { EffectDrawer, StateOf } from './effect-drawer';

type Drawers = { readonly [K in Exclude<EffectState['kind'], 'display'>]: () => EffectDrawer<StateOf<K>> };

/** How each kind of effect is drawn. The display itself has its own link of the chain. */
export const EFFECT_DRAWERS: Drawers = {
  diffusion: diffusionDrawer,
  glow: glowDrawer,
  streaks: streaksDrawer,
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
