import type { OwnerOf } from '../schema/owner-kind';
import { orbit } from './carriers/orbit';
import { rail } from './carriers/rail';
import { shake } from './carriers/shake';
import { slide } from './carriers/slide';

/** What can carry a mark: told about the place where it stands. That it rides on another mark is a matter of the mark itself. */
export const MARK_CARRIERS = [orbit, slide, rail, shake] as const;
export type MarkCarrier = OwnerOf<(typeof MARK_CARRIERS)[number]>;
export type MarkCarrierKind = MarkCarrier['kind'];
export const MAX_MARK_CARRIERS = 8;
