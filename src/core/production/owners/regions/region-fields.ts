import { z } from 'zod';
import { channelField, idField, switchChannel } from '../../../schema/fields';
import { STAND_CHANNELS } from '../stand-fields';

export const MAX_REGIONS = 8;
export const REGION_PLACES = ['marks/*/regions/*'] as const;

/**
 * What a region does to the mark: only what lies in it is seen; what lies in it is not; what lies in it is seen whatever those before it
 * do; or nothing but what is asked of it by cascades.
 */
export const REGION_ACTS = ['keep', 'cut', 'add', 'none'] as const;
/** What it is told in, and goes with: the mark, the world, or the frame of the picture, where a metre stands for the frame's height. */
export const REGION_SPACES = ['mark', 'world', 'frame'] as const;

/** Where a region stands, and how soft its border is. */
export const REGION_CHANNELS = {
  on: switchChannel({ label: 'On', rest: true }),
  ...STAND_CHANNELS,
  border: channelField({ label: 'Soft border', unit: 'm', min: 0, max: 100, rest: 0.1, step: 0.02, digits: 3 }),
};

export const REGION_SETTINGS = z.object({
  acts: z.enum(REGION_ACTS).default('keep'),
  space: z.enum(REGION_SPACES).default('mark'),
  /** The shell that it acts on alone; null for all of them. */
  shellId: idField.nullable().default(null),
});

export const side = (label: string) => channelField({ label, unit: 'm', min: 0.001, max: 1000, rest: 1, step: 0.1 });
