import { z } from 'zod';
import { channelField, switchChannel } from '../../../schema/fields';
import type { OwnerKind } from '../../../schema/owner-kind';
import { PLACE, TURN } from '../units';
import { BACKDROP_SETTINGS, backdropChannels } from './backdrop-fields';

/** A floor that rises into a wall in a curve: no horizon is seen. */
export const sweep = {
  kind: 'sweep',
  label: 'Curved sweep',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'Stands there', rest: false }),
    level: channelField({ label: 'Level', ...PLACE, rest: -0.9, step: 0.05 }),
    x: channelField({ label: 'X', ...PLACE }),
    z: channelField({ label: 'Curve begins at Z', ...PLACE, rest: -4 }),
    radius: channelField({ label: 'Radius of the curve', unit: 'm', min: 0.01, max: 100, rest: 3, step: 0.1 }),
    pan: channelField({ label: 'Turn', ...TURN }),
    ...backdropChannels(0.5, 0.04),
  }),
  settings: BACKDROP_SETTINGS.extend({ look: BACKDROP_SETTINGS.shape.look.unwrap().default('solid') }),
} as const satisfies OwnerKind;
