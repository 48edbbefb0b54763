import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

const at = { ...SHARE, min: -1, rest: 0 } as const;

/** What a lens does to straight lines, to colours and to the edges of the frame. The picture is fitted so that no border is seen. */
export const lensFlaws = effect({
  kind: 'lens-flaws',
  label: 'Lens',
  space: 'scene',
  channels: z.object({
    ...ON,
    bend: channelField({ label: 'Bends out', ...SHARE, min: -1, rest: 0.06 }),
    bulge: channelField({ label: 'Bulge', ...SHARE, min: -1, rest: 0 }),
    bulgeX: channelField({ label: 'Bulge across', ...at }),
    bulgeY: channelField({ label: 'Bulge up', ...at }),
    bulgeSize: channelField({ label: 'Bulge size', ...SHARE, min: 0.01, max: 2, rest: 0.4 }),
    fringe: channelField({ label: 'Fringing', unit: '', min: 0, max: 0.2, rest: 0.004, step: 0.001, digits: 3 }),
    soft: channelField({ label: 'Soft edges', ...SHARE, max: 0.1, rest: 0, step: 0.002, digits: 1 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ bend, bulge, fringe, soft }) => bend === 0 && bulge === 0 && fringe === 0 && soft === 0,
});
