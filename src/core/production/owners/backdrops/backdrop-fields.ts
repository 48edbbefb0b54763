import { z } from 'zod';
import { channelField, colourChannel } from '../../../schema/fields';
import { SHARE } from '../units';

/** What of a backdrop is seen: what it takes of shadows; what it mirrors too; or itself, as something solid. */
export const BACKDROP_LOOKS = ['shadow', 'glossy', 'solid'] as const;

/** What every backdrop has beside its place; with how rough it is and how much it mirrors, as long as nothing is said. */
export const backdropChannels = (roughness: number, reflection: number) => ({
  shadow: channelField({ label: 'Shadow', ...SHARE, rest: 0.65 }),
  colour: colourChannel({ label: 'Colour', rest: '#c9ced2' }),
  roughness: channelField({ label: 'Roughness', ...SHARE, rest: roughness }),
  reflection: channelField({ label: 'Mirrors', ...SHARE, rest: reflection }),
  sky: channelField({ label: 'Mirrors the dome', ...SHARE, rest: 0 }),
  reach: channelField({ label: 'Fades out at', unit: 'm', min: 0, max: 1000, rest: 0, step: 0.5 }),
});
export const BACKDROP_SETTINGS = z.object({ look: z.enum(BACKDROP_LOOKS).default('shadow') });
