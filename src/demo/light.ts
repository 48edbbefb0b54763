import type { Channel } from '@/core/motion/channel';
import { addLight } from '@/core/production/edits/light-edits';
import type { Mark } from '@/core/production/mark';
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

/**
 * Lets the key light sweep, the dome turn, and a floor that shines a little lie where the marks stand; two lights from behind draw their
 * edges, a warm and a cool one.
 */
export function lightTheSet(production: Production, { azimuth, height, turn, level }: SetLight): void {
  const { lights, set } = production;
  const [key, dome, floor] = [ofKind(lights, 'sun'), ofKind(set, 'dome'), ofKind(set, 'floor')];
  if (!key || !dome || !floor) throw new Error('The demo is not what it should be.');
  // At rest they stand as they always do.
  key.channels.azimuth.keys = azimuth.keys;
  if (height !== undefined) key.channels.height.rest = height;
  if (turn) dome.channels.turn.keys = turn.keys;
  floor.channels.level.rest = level;
  floor.settings.look = 'glossy';
  [floor.channels.reflection.rest, floor.channels.roughness.rest, floor.channels.reach.rest] = [0.3, 0.2, 8];
  const along = { y: 2.6, z: -2.6, length: 3.6, thickness: 0.3 };
  const aim = { on: 'point', x: 0, y: 0, z: 0 };
  addLight(production, 'strip', { name: 'Edge, cool', channels: { ...along, x: -3.2, stops: 0.6, colour: '#9cc8ff' }, settings: { aim } });
  addLight(production, 'strip', { name: 'Edge, warm', channels: { ...along, x: 3.4, stops: 0.2, colour: '#ffc890' }, settings: { aim } });
}

/**
 * Hangs a wide soft light before some words that lights nothing else: it shows in their faces from where a camera comes to rest that looks
 * slightly down on them, and metal is as bright as what it mirrors.
 * @param width of the words, metres
 */
export function lightWords(production: Production, { id, channels }: Mark, { width, stops }: { width: number; stops: number }): void {
  const [x, y, z] = [channels.x.rest, channels.y.rest, channels.z.rest];
  addLight(production, 'area', {
    name: 'On the words',
    channels: { x: x + 0.2, y: y - 0.05, z: z + 2.4, width: 1.4 * width + 0.6, height: 0.8, stops, colour: '#ffe0b4' },
    settings: { aim: { on: 'point', x, y, z }, links: { of: 'only', marks: [{ markId: id }] }, shadows: false },
  });
}
