import { z } from 'zod';
import { channelField, colourChannel, switchChannel } from '../../../schema/fields';
import { SHARE, TURN } from '../units';

/** Surfaces have as many patterns, one over the other. */
export const MAX_PATTERNS = 4;

export const PATTERN_PLACES = [
  'marks/*/shells/*/surfaces/*/patterns/*',
  'marks/*/body/runs/*/surface/patterns/*',
  'marks/*/body/paths/*/surface/patterns/*',
  'marks/*/body/parts/*/surface/patterns/*',
] as const;

/** Whether it runs over the mark as one, or begins anew on each letter or part. */
export const PATTERN_SETTINGS = z.object({ over: z.enum(['mark', 'part']).default('mark') });

const both = { ...SHARE, min: -1, rest: 0, step: 0.05 } as const;

/** What every pattern drives of a surface, by how far it is there at a place: 0 to 1. */
export const PATTERN_CHANNELS = {
  on: switchChannel({ label: 'On', rest: true }),
  tints: channelField({ label: 'Tints', ...SHARE, rest: 0.8, step: 0.05 }),
  colour: colourChannel({ label: 'With', rest: '#20252b' }),
  roughens: channelField({ label: 'Roughness by', ...both }),
  metals: channelField({ label: 'Metal by', ...both }),
  glows: channelField({ label: 'Glow by', unit: '×', min: 0, max: 200, rest: 0, step: 0.1 }),
  thins: channelField({ label: 'Opens holes', ...SHARE, rest: 0, step: 0.05 }),
  relief: channelField({ label: 'Relief', unit: 'mm', min: -50, max: 50, rest: 0, step: 0.1, digits: 2 }),
};

/** What a pattern has that is repeated or scattered over a surface. */
export const scatteredChannels = (size: number) => ({
  size: channelField({ label: 'Size', unit: 'm', min: 0.001, max: 20, rest: size, step: 0.01, digits: 3 }),
  amount: channelField({ label: 'How much of it', ...SHARE, rest: 0.5 }),
  edge: channelField({ label: 'Soft edge', ...SHARE, rest: 0.2 }),
  turn: channelField({ label: 'Turn', ...TURN }),
});
