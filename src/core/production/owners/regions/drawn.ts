import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { pointSchema, type PenBounds } from '../../pen';
import { REGION_CHANNELS, REGION_PLACES, REGION_SETTINGS } from './region-fields';

/** Points of an outline that is drawn. */
export const DRAWN_POINTS = { least: 3, most: 32 } as const satisfies PenBounds;

const SQUARE = [-0.5, 0.5].flatMap((x) => [x, -x].map((y) => ({ x, y })));

/** What lies within an outline that is drawn by hand, however deep. */
export const drawnRegion = {
  kind: 'drawn',
  label: 'Drawn outline',
  places: REGION_PLACES,
  channels: z.object({
    size: channelField({ label: 'Size', unit: '×', min: 0, max: 1000, rest: 1, step: 0.05 }),
    ...REGION_CHANNELS,
  }),
  settings: REGION_SETTINGS.extend({
    /** Metres about the region's own place, Y up; closed. */
    points: z.array(pointSchema).min(DRAWN_POINTS.least).max(DRAWN_POINTS.most).default(SQUARE),
    /** A curve through the points. */
    smooth: z.boolean().default(false),
  }),
} as const satisfies OwnerKind;
