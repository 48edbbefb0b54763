import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { effect, ON } from './effect';

/** Exposure, contrast about a middle, gamma and offset of all colours alike. */
export const contrast = effect({
  kind: 'contrast',
  label: 'Exposure and contrast',
  space: 'scene',
  channels: z.object({
    ...ON,
    exposure: channelField({ label: 'Exposure', unit: 'stops', min: -10, max: 10, rest: 0, step: 0.1 }),
    contrast: channelField({ label: 'Contrast', unit: '×', min: 0, max: 4, rest: 1, step: 0.02 }),
    /** What contrast leaves as it is: a card of middle grey by default. */
    pivot: channelField({ label: 'About', unit: '×', min: 0.001, max: 10, rest: 0.18, step: 0.01, digits: 3 }),
    gamma: channelField({ label: 'Gamma', unit: '', min: 0.1, max: 8, rest: 1, step: 0.02 }),
    offset: channelField({ label: 'Offset', unit: '', min: -1, max: 1, rest: 0, step: 0.002, digits: 3 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: (values) => values.exposure === 0 && values.contrast === 1 && values.gamma === 1 && values.offset === 0,
});
