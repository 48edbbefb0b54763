import { hexColour } from '../colour/transfer';
import { isColour, type Channel, type Value } from './channel';
import { keyReader } from './readers';

/**
 * Value of a channel at a frame as a key would keep it, by its keys alone: what edits of keys need. Whoever wants to know what a channel
 * *is* at an instant asks the resolver of the production, which knows its other sources too.
 */
export function keyValue<V extends Value>(channel: Channel<V>, frame: number): V {
  const read = keyReader(channel).at(frame);
  return (isColour(channel) ? hexColour(read as never) : read) as V;
}
