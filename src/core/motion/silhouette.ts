import { isNumber, type Channel, type Value } from './channel';
import { speedAt } from './channel-speed';

/**
 * Speed of a group of channels over a span, for drawing: at `count` + 1 evenly spaced frames the root of the summed
 * squares of the channels' speeds, each as a share of how far that channel ranges. 0 where nothing moves.
 */
export function speedSilhouette(channels: readonly Channel<Value>[], from: number, to: number, count: number): number[] {
  const moving = channels
    .filter(isNumber)
    .filter(({ keys }) => keys.length > 1)
    .map((channel) => {
      const values = channel.keys.map((key) => key.value);
      return { channel, range: Math.max(...values) - Math.min(...values) };
    })
    .filter(({ range }) => range > 1e-9);
  // Just inside both ends: at a key the speed is that of the next span, which belongs to another block.
  const inset = (to - from) * 1e-4;
  return Array.from({ length: count + 1 }, (_, i) => {
    const frame = from + inset + ((to - from - 2 * inset) * i) / count;
    return Math.hypot(...moving.map(({ channel, range }) => speedAt(channel, frame) / range));
  });
}
