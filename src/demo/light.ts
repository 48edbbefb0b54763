import type { Channel } from '@/core/motion/channel';
import type { Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';

interface SetLight {
  /** Way of the key light round the marks. */
  azimuth: Channel;
  height?: number;
  /** Turn of the dome. */
  turn?: Channel;
  /** Level of the floor. */
  level: number;
}

/** Lets the key light sweep, the dome turn, and the floor lie where the marks stand. */
export function lightTheSet({ lights, set }: Production, { azimuth, height, turn, level }: SetLight): void {
  const [key, dome, floor] = [ofKind(lights, 'sun'), ofKind(set, 'dome'), ofKind(set, 'floor')];
  if (!key || !dome || !floor) throw new Error('The demo is not what it should be.');
  // At rest they stand as they always do.
  key.channels.azimuth.keys = azimuth.keys;
  if (height !== undefined) key.channels.height.rest = height;
  if (turn) dome.channels.turn.keys = turn.keys;
  floor.channels.level.rest = level;
}
