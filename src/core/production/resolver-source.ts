import type { Channel, Value } from '../motion/channel';
import type { Read, Reader } from '../motion/readers';
import type { Production } from './production';

/** Asks for the value of another channel at a frame; undefined when it is gone. */
export type Ask = (owner: string, name: string, frame: number) => Read<Value> | undefined;

/** Where a channel stands that takes its value from a source. */
export interface SourcePlace {
  production: Production;
  /** Path of its owner, and its name there. */
  path: string;
  name: string;
  /** Which part it is asked for at the moment, where each of several has a value of its own. */
  part: () => number;
}

/**
 * Something other than its own keys that a channel can take its value from. It may ask for other values.
 * @returns what reads the channel, or null where this source has nothing to do with it
 */
export type Source = (channel: Channel<Value>, ask: Ask, place: SourcePlace) => Reader<Read<Value>> | null;

/** Thrown where a value cannot be had from its source: it is read by its keys then. */
export class NoValueError extends Error {}
