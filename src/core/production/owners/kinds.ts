import { CARRIERS } from '../../rig/rig';
import type { OwnerKind } from '../../schema/owner-kind';
import { aim, lens } from '../camera';
import { markKind, pathKind } from '../mark';
import { panelKind } from '../panel';
import { shellKind } from '../shell';
import { shotKind, timeKind } from '../shots';
import { surfaceKind } from '../surface';
import { runKind } from '../words';
import { display } from './display';
import { dome } from './dome';
import { floor } from './floor';
import { plate } from './plate';
import { sun } from './sun';

/** What stands around the marks. */
export const SET = [dome, floor, plate] as const;
/** What lights them. */
export const LIGHTS = [sun] as const;
/** What is done to the picture, in the order in which light takes it. */
export const FINISH = [display] as const;

/** Every kind of owner there is, in the order in which the timeline lists them. */
export const OWNER_KINDS: readonly OwnerKind[] = [
  ...CARRIERS,
  aim,
  lens,
  markKind,
  runKind,
  pathKind,
  panelKind,
  shellKind,
  surfaceKind,
  ...SET,
  ...LIGHTS,
  ...FINISH,
  timeKind,
  shotKind,
];
