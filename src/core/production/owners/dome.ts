import { z } from 'zod';
import { channelField } from '../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../schema/owner-kind';
import { SHARE, TURN } from './units';

const share = { ...SHARE, max: 20, step: 0.05 } as const;

/** The surroundings that light and reflect in the marks, as a whole: what of them is taken for what. */
export const dome = {
  kind: 'dome',
  label: 'Dome',
  places: ['set/*'],
  single: true,
  channels: z.object({
    strength: channelField({ label: 'Strength', ...share, rest: 1 }),
    turn: channelField({ label: 'Turn', ...TURN }),
    contrast: channelField({ label: 'Its lights', ...SHARE, max: 10, rest: 1, step: 0.05 }),
    lit: channelField({ label: 'In what it lights', ...share, rest: 1 }),
    reflected: channelField({ label: 'In reflections', ...share, rest: 1 }),
    seen: channelField({ label: 'Seen by the lens', ...share, rest: 0 }),
    blur: channelField({ label: 'Seen blurred by', unit: '°', min: 0, max: 60, rest: 0, step: 1, digits: 1 }),
    mix: channelField({ label: 'Mixed with the second', ...SHARE, rest: 0, step: 0.05 }),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
