import { z } from 'zod';
import { channelField, colourChannel, switchChannel } from '../../schema/fields';
import type { OwnerKind } from '../../schema/owner-kind';
import { SHARE, TURN } from './units';

const frame = { unit: '%', min: -3, max: 3, shown: 100, step: 0.05, digits: 0 } as const;

/** A second colour that the ground behind everything runs into: along a line, or round a middle. */
export const gradientGround = {
  kind: 'gradient-ground',
  label: 'Ground gradient',
  places: ['set/*'],
  single: true,
  channels: z.object({
    on: switchChannel({ label: 'On', rest: false }),
    colour: colourChannel({ label: 'Into', rest: '#3d6a7d' }),
    x: channelField({ label: 'Middle, to the right', ...frame, rest: 0 }),
    y: channelField({ label: 'Middle, up', ...frame, rest: 0 }),
    angle: channelField({ label: 'Direction', ...TURN, rest: 90 }),
    length: channelField({ label: 'Length', ...SHARE, min: 0.01, max: 10, rest: 1, step: 0.05 }),
  }),
  settings: z.object({ shape: z.enum(['straight', 'round']).default('straight') }),
} as const satisfies OwnerKind;
