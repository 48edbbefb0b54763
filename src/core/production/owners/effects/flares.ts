import { z } from 'zod';
import { channelField, colourChannel, numberField } from '../../../schema/fields';
import { SHARE, TURN } from '../units';
import { effect, ON } from './effect';

/** Stars and rings about lights and suns that are in the frame and bright enough, as much as nothing hides them. */
export const flares = effect({
  kind: 'flares',
  label: 'Flares',
  space: 'scene',
  channels: z.object({
    ...ON,
    threshold: channelField({ label: 'Of lights over', unit: '×', min: 0, max: 1000, rest: 0.05, step: 0.05 }),
    star: channelField({ label: 'Star', unit: '×', min: 0, max: 1000, rest: 1, step: 0.1 }),
    length: channelField({ label: 'Star reaches', ...SHARE, max: 2, rest: 0.35, digits: 1 }),
    turn: channelField({ label: 'Star turned', ...TURN, rest: 12 }),
    ring: channelField({ label: 'Ring', unit: '×', min: 0, max: 1000, rest: 0.05, step: 0.01 }),
    radius: channelField({ label: 'Ring is', ...SHARE, max: 2, rest: 0.22, digits: 1 }),
    tint: colourChannel({ label: 'Tint', rest: '#ffffff' }),
  }),
  settings: z.object({ points: numberField({ label: 'Points of the star', unit: '', min: 2, max: 24, rest: 6, step: 1, digits: 0 }) }),
  isNeutral: ({ star, ring }) => star === 0 && ring === 0,
});
