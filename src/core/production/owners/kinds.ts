import { CARRIERS } from '../../rig/rig';
import type { OwnerKind } from '../../schema/owner-kind';
import { aim, lens } from '../camera';
import { markKind, pathKind } from '../mark';
import { lineKind } from '../line';
import { panelKind } from '../panel';
import { shellKind } from '../shell';
import { shotKind, timeKind } from '../shots';
import { surfaceKind } from '../surface';
import { runKind } from '../words';
import { surroundingsKind } from '../surroundings';
import { cascadeKind } from './cascade';
import { BACKDROPS } from './backdrops/backdrops';
import { DOME_ELEMENTS } from './dome-elements/elements';
import { display } from './display';
import { dome } from './dome';
import { EFFECTS } from './effects/effects';
import { gradientGround } from './gradient-ground';
import { haze } from './haze';
import { LIGHTS } from './lights/lights';
import { PATTERNS } from './patterns/patterns';
import { plate } from './plate';
import { REGIONS_OF_SPACE } from './regions/regions';
import { stars } from './stars';
import { trailKind } from './trail';
import { fallKind } from './fall';
import { revealKind } from './reveal';

/** What stands around the marks. */
export const SET = [dome, ...BACKDROPS, gradientGround, haze, stars, plate] as const;
export { LIGHTS };
/** What is done to the picture, in the order in which light takes it. */
export const FINISH = [display, ...EFFECTS] as const;

/** Every kind of owner there is, in the order in which the timeline lists them. */
export const OWNER_KINDS: readonly OwnerKind[] = [
  ...CARRIERS,
  aim,
  lens,
  markKind,
  runKind,
  pathKind,
  panelKind,
  lineKind,
  cascadeKind,
  ...REGIONS_OF_SPACE,
  trailKind,
  fallKind,
  revealKind,
  shellKind,
  surfaceKind,
  ...PATTERNS,
  ...SET,
  surroundingsKind,
  ...DOME_ELEMENTS,
  ...LIGHTS,
  ...FINISH,
  timeKind,
  shotKind,
];
