import { z } from 'zod';
import { channelField } from '../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../schema/owner-kind';
import { SHARE, TURN } from './units';

/** The surroundings that light and reflect in the marks: softboxes and a gradient on a sphere. */
export const dome = {
  kind: 'dome',
  label: 'Dome',
  places: ['set/*'],
  single: true,
  channels: z.object({
    strength: channelField({ label: 'Strength', ...SHARE, max: 20, rest: 1, step: 0.05 }),
    turn: channelField({ label: 'Turn', ...TURN }),
    contrast: channelField({ label: 'Softboxes', ...SHARE, max: 10, rest: 1, step: 0.05 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
