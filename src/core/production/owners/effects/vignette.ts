import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

const at = { ...SHARE, min: -1, rest: 0 } as const;

/** The corners fall off into dark (or, below 0, into light). */
export const vignette = effect({
  kind: 'vignette',
  label: 'Vignette',
  space: 'scene',
  channels: z.object({
    ...ON,
    stops: channelField({ label: 'Darker by', unit: 'stops', min: -4, max: 10, rest: 0.8, step: 0.1 }),
    size: channelField({ label: 'Size', ...SHARE, min: 0.05, max: 3, rest: 1 }),
    soft: channelField({ label: 'Soft over', ...SHARE, min: 0.01, max: 2, rest: 0.8 }),
    x: channelField({ label: 'Across', ...at }),
    y: channelField({ label: 'Up', ...at }),
    /** 0 is as wide as the frame, 1 a circle. */
    round: channelField({ label: 'Round', ...SHARE, rest: 0 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ stops }) => stops === 0,
});
