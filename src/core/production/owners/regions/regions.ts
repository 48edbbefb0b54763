import type { OwnerOf } from '../../../schema/owner-kind';
import { ownerList } from '../../../schema/owner-kind';
import { ball } from './ball';
import { boxRegion } from './box';
import { drawnRegion } from './drawn';
import { halfSpace } from './half-space';
import { MAX_REGIONS } from './region-fields';

/** Parts of space with soft borders. */
export const REGIONS_OF_SPACE = [halfSpace, boxRegion, ball, drawnRegion] as const;
export type RegionKind = (typeof REGIONS_OF_SPACE)[number];
export type SpaceRegion = OwnerOf<RegionKind>;
export type RegionKindName = RegionKind['kind'];

export const regionsSchema = ownerList(REGIONS_OF_SPACE, MAX_REGIONS, 'regions of a mark').prefault([]);
