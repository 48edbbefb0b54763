import { channelField } from '../../schema/fields';
import { PLACE, TURN } from './units';

/** Where something stands, and its turns: about the upright, then across, then toward. */
export const STAND_CHANNELS = {
  x: channelField({ label: 'Across', ...PLACE }),
  y: channelField({ label: 'Up', ...PLACE }),
  z: channelField({ label: 'Toward', ...PLACE }),
  pan: channelField({ label: 'Turn', ...TURN }),
  tilt: channelField({ label: 'Tip', ...TURN }),
  roll: channelField({ label: 'Roll', ...TURN }),
};
