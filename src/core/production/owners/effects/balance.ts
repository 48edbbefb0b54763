import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { NO_SETTINGS } from '../../../schema/owner-kind';
import { SHARE } from '../units';
import { effect, ON } from './effect';

const slope = (label: string) => channelField({ label, unit: '×', min: 0, max: 8, rest: 1, step: 0.01 });
const offset = (label: string) => channelField({ label, unit: '', min: -1, max: 1, rest: 0, step: 0.002, digits: 3 });
const power = (label: string) => channelField({ label, unit: '', min: 0.1, max: 8, rest: 1, step: 0.01 });

/** Darks, mids and lights by colour: out = (in · slope + offset)^power, then saturation by BT.709 luma (ASC Color Decision List). */
export const balance = effect({
  kind: 'balance',
  label: 'Balance',
  space: 'scene',
  channels: z.object({
    ...ON,
    slopeRed: slope('Lights, red'),
    slopeGreen: slope('Lights, green'),
    slopeBlue: slope('Lights, blue'),
    powerRed: power('Mids, red'),
    powerGreen: power('Mids, green'),
    powerBlue: power('Mids, blue'),
    offsetRed: offset('Darks, red'),
    offsetGreen: offset('Darks, green'),
    offsetBlue: offset('Darks, blue'),
    saturation: channelField({ label: 'Saturation', ...SHARE, max: 4, rest: 1 }),
  }),
  settings: NO_SETTINGS,
  isNeutral: ({ on: _on, ...values }) => Object.entries(values).every(([name, value]) => value === (name.startsWith('offset') ? 0 : 1)),
});
