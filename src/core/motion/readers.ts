import { linearColour, type LinearColour } from '../colour/transfer';
import { labColour, labToLinear } from '../colour/oklab';
import { isColour, isKeyed, isNumber, type Channel, type Channels, type Key, type Value } from './channel';
import { keyIndexAt } from './key-search';
import { numberReaders, type NumberReader } from './number-reader';
import { withinKeys } from './outside-keys';

/** What is read of a channel: numbers and switches as they are, colours as linear BT.709. */
export type Read<V extends Value> = V extends string ? LinearColour : V extends boolean ? boolean : number;

/** A channel made ready to be asked for its value at any frame. */
export interface Reader<T> {
  at(frame: number): T;
}

type ValueOf<C> = C extends { rest: infer V extends Value } ? V : never;
export type Readers<C> = { readonly [K in keyof C]: Reader<Read<ValueOf<C[K]>>> };
/** Values of an owner's channels at one instant. */
export type Values<C> = { [K in keyof C]: Read<ValueOf<C[K]>> };

/** Reads a colour through OKLab: evenly spaced to the eye, without the grey that mixing of red and green light would pass. */
class ColourReader implements Reader<LinearColour> {
  private readonly rest: LinearColour | null;
  private readonly lab: readonly NumberReader[];

  constructor(channel: Channel<string>) {
    this.rest = isKeyed(channel) ? null : linearColour(channel.rest);
    const { before, after } = channel;
    const parts = channel.keys.map(({ value }) => labColour(value));
    const component = (i: 0 | 1 | 2): Channel => ({
      rest: 0,
      keys: channel.keys.map((key, k): Key => ({ ...key, value: (parts[k] as LinearColour)[i] })),
      before,
      after,
    });
    this.lab = this.rest ? [] : numberReaders([component(0), component(1), component(2)]);
  }

  at(frame: number): LinearColour {
    if (this.rest) return this.rest;
    const [l, a, b] = this.lab as [NumberReader, NumberReader, NumberReader];
    return labToLinear([l.at(frame), a.at(frame), b.at(frame)]);
  }
}

/** Reads a switch: it is held from key to key. */
class SwitchReader implements Reader<boolean> {
  /** What it always is; null where it is keyed. */
  private readonly rest: boolean | null;

  constructor(private readonly channel: Channel<boolean>) {
    this.rest = isKeyed(channel) ? null : channel.rest;
  }

  at(frame: number): boolean {
    if (this.rest !== null) return this.rest;
    const { channel } = this;
    const inside = withinKeys(channel, frame).frame;
    return (channel.keys[Math.max(0, keyIndexAt(channel.keys, inside))] as Key<boolean>).value;
  }
}

function makeReaders(channels: Channels): Record<string, Reader<unknown>> {
  const entries = Object.entries(channels);
  const numbers = entries.filter((entry): entry is [string, Channel] => isNumber(entry[1]));
  const read = numberReaders(numbers.map(([, channel]) => channel));
  const byName: Record<string, Reader<unknown>> = {};
  for (const [name, channel] of entries) {
    if (isNumber(channel)) byName[name] = read[numbers.findIndex(([each]) => each === name)] as NumberReader;
    else byName[name] = isColour(channel) ? new ColourReader(channel) : new SwitchReader(channel as Channel<boolean>);
  }
  return byName;
}

const kept = new WeakMap<object, Record<string, Reader<unknown>>>();

/** Readers of an owner's channels, by their keys alone. Kept as long as the channels are, where they cannot change any more. */
export function keyReaders<C>(channels: C): Readers<C> {
  let made = kept.get(channels as object);
  if (!made) {
    made = makeReaders(channels as Channels);
    if (Object.isFrozen(channels)) kept.set(channels as object, made);
  }
  return made as unknown as Readers<C>;
}

/** Reader of one channel, by its keys alone. */
export function keyReader<V extends Value>(channel: Channel<V>): Reader<Read<V>> {
  return keyReaders({ channel }).channel as Reader<Read<V>>;
}

/** All values of some readers at a frame. */
export function readAll<C>(readers: Readers<C>, frame: number): Values<C> {
  const values: Record<string, unknown> = {};
  for (const name in readers) values[name] = readers[name].at(frame);
  return values as Values<C>;
}
