import { domeBounce } from './bounce';
import { domeDisc } from './disc';
import { domeGradient } from './gradient';
import { domeHorizon } from './horizon';
import { domeRing } from './ring';
import { domeSky } from './sky';
import { softbox } from './softbox';
import { domeStrip } from './strip';

/** What shines in the dome, by kind. */
export const DOME_ELEMENTS = [softbox, domeStrip, domeRing, domeDisc, domeHorizon, domeGradient, domeBounce, domeSky] as const;
export type DomeElementKind = (typeof DOME_ELEMENTS)[number];
export type DomeElementKindName = DomeElementKind['kind'];
