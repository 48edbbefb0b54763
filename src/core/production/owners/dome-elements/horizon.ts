import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS, type OwnerKind } from '../../../schema/owner-kind';
import { ANGLE, edgeChannel, ELEMENT_CHANNELS, ELEMENT_PLACES } from './element-fields';

/** A level band all round. */
export const domeHorizon = {
  kind: 'dome-horizon',
  label: 'Horizon',
  places: ELEMENT_PLACES,
  channels: z.object({
    ...ELEMENT_CHANNELS,
    height: channelField({ label: 'Height', unit: '°', min: -90, max: 90, rest: 0, step: 1, digits: 1 }),
    thickness: channelField({ label: 'Thickness', ...ANGLE, max: 180, rest: 4 }),
    edge: edgeChannel(4),
  }),
  settings: NO_SETTINGS,
} as const satisfies OwnerKind;
