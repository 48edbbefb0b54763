import { balance } from './balance';
import { bars } from './bars';
import { blacks } from './blacks';
import { colourTable } from './colour-table';
import { contrast } from './contrast';
import { curves } from './curves';
import { diffusion } from './diffusion';
import { edgeGlow } from './edge-glow';
import { fade } from './fade';
import { flares } from './flares';
import { frameEdges } from './frame-edges';
import { glow } from './glow';
import { grain } from './grain';
import { hazeLift } from './haze-lift';
import { lensFlaws } from './lens-flaws';
import { smear } from './smear';
import { softShadow } from './soft-shadow';
import { streaks } from './streaks';
import { vignette } from './vignette';

/** What can be done to the picture, in the order in which light takes it: before the lens, in it, on what it falls on, as it is shown. */
export const EFFECTS = [
  softShadow,
  edgeGlow,
  diffusion,
  glow,
  streaks,
  flares,
  lensFlaws,
  smear,
  vignette,
  hazeLift,
  contrast,
  balance,
  blacks,
  curves,
  colourTable,
  grain,
  frameEdges,
  bars,
  fade,
] as const;

/** Any of them, as far as all are alike. */
export type AnyEffectKind = (typeof EFFECTS)[number];

/** An effect by what it is called in the document; undefined for what is none. */
export const effectKind = (kind: string): AnyEffectKind | undefined => EFFECTS.find((each) => each.kind === kind);
