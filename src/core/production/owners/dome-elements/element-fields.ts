import { channelField, colourChannel, switchChannel } from '../../../schema/fields';
import { SHARE, TURN } from '../units';

export const ELEMENT_PLACES = ['domes/*/elements/*'] as const;

/** Angles that a light of the dome is seen under. */
export const ANGLE = { unit: '°', min: 0.1, max: 360, step: 1, digits: 1 } as const;

const radiance = { ...SHARE, max: 500, step: 0.1 } as const;

/** What every light of the dome has. */
export const ELEMENT_CHANNELS = {
  on: switchChannel({ label: 'On', rest: true }),
  strength: channelField({ label: 'Strength', ...radiance, rest: 4 }),
  colour: colourChannel({ label: 'Colour', rest: '#ffffff' }),
};

/** What one has that stands somewhere on the dome. */
export const STANDING_CHANNELS = {
  azimuth: channelField({ label: 'Round', ...TURN }),
  height: channelField({ label: 'Height', unit: '°', min: -90, max: 90, rest: 30, step: 1, digits: 1 }),
};

export const rollChannel = channelField({ label: 'Roll', ...TURN });
const edge = { label: 'Soft edge', unit: '°', min: 0.2, max: 90, step: 0.5, digits: 1 } as const;
export const edgeChannel = (rest: number) => channelField({ ...edge, rest });
