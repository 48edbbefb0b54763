import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** An edge all round the frame, with round corners and a soft border. */
export const frameEdges = effect({
  kind: 'frame-edges',
  label: 'Frame edges',
  space: 'display',
  channels: z.object({
    ...ON,
    width: channelField({ label: 'Width', ...SHARE, max: 0.5, rest: 0.02, step: 0.005, digits: 1 }),
    corner: channelField({ label: 'Corners', ...SHARE, max: 0.5, rest: 0.03, step: 0.005, digits: 1 }),
    soft: channelField({ label: 'Soft over', ...SHARE, max: 0.5, rest: 0.004, step: 0.002, digits: 1 }),
    colour: colourChannel({ label: 'Colour', rest: '#000000' }),
    opacity: channelField({ label: 'Opacity', ...SHARE, rest: 1 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ width, corner, opacity }) => opacity === 0 || (width === 0 && corner === 0),
});
