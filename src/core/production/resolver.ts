import type { Channel, Channels, Value } from '../motion/channel';
import { keyReaders, type Read, type Reader, type Readers } from '../motion/readers';
import { ownerAt } from './owners/owners';
import type { Production } from './production';

/** Asks for the value of another channel at a frame; undefined when it is gone. */
export type Ask = (owner: string, name: string, frame: number) => Read<Value> | undefined;

/**
 * Something other than its own keys that a channel can take its value from. It may ask for other values.
 * @returns what reads the channel, or null where this source has nothing to do with it
 */
export type Source = (channel: Channel<Value>, ask: Ask) => Reader<Read<Value>> | null;

/** Sources that come before keys, the first one first. */
export const SOURCES: readonly Source[] = [];

/** Thrown when a value asks for itself on the way; says the way round. */
export class CircleError extends Error {
  constructor(readonly channels: readonly string[]) {
    super(`These follow one another in a circle: ${channels.join(' → ')}. Let one of them go.`);
  }
}

/**
 * The one way to the value of a channel at an instant: for frame states, curves, the plan, checks, focus and exports alike. Sources come
 * first, then keys, then the rest value.
 */
export class Resolver {
  /** Channels that are being asked for, from the outermost on. */
  private readonly asked: string[] = [];
  private readonly made = new Map<string, Readers<Channels>>();

  constructor(
    private readonly production: Production,
    private readonly sources: readonly Source[] = SOURCES,
  ) {}

  /** Whether all values come from keys alone, so that what is made ready of an owner holds in every production that has it. */
  get isPlain(): boolean {
    return this.sources.length === 0;
  }

  /** Readers of all channels of the owner at a path. */
  of<C>(path: string, channels: C): Readers<C> {
    const byKeys = keyReaders(channels);
    if (this.isPlain) return byKeys;
    let readers = this.made.get(path);
    if (!readers) {
      readers = this.sourced(path, channels as Channels, byKeys as Readers<Channels>);
      this.made.set(path, readers);
    }
    return readers as unknown as Readers<C>;
  }

  /** The value of a channel at a frame of its own time; undefined when its owner is gone. */
  at(path: string, name: string, frame: number): Read<Value> | undefined {
    const owner = ownerAt(this.production, path);
    return owner && (this.of(path, owner.channels)[name]?.at(frame) as Read<Value> | undefined);
  }

  private sourced(path: string, channels: Channels, byKeys: Readers<Channels>): Readers<Channels> {
    const ask: Ask = (owner, name, frame) => this.at(owner, name, frame);
    const entries = Object.entries(channels).map(([name, channel]) => {
      const read = this.sources.map((source) => source(channel, ask)).find((reader) => reader !== null);
      return [name, read ? this.guarded(`${path} ${name}`, read) : byKeys[name]];
    });
    return Object.fromEntries(entries) as Readers<Channels>;
  }

  /** A reader that notices when it is asked for on the way to its own value. */
  private guarded<T>(channel: string, reader: Reader<T>): Reader<T> {
    return {
      at: (frame) => {
        const first = this.asked.indexOf(channel);
        if (first >= 0) throw new CircleError([...this.asked.slice(first), channel]);
        this.asked.push(channel);
        try {
          return reader.at(frame);
        } finally {
          this.asked.pop();
        }
      },
    };
  }
}

const kept = new WeakMap<Production, Resolver>();

/** The resolver of a production; kept as long as that is, where it cannot change any more. */
export function resolverOf(production: Production): Resolver {
  let resolver = kept.get(production);
  if (!resolver) {
    resolver = new Resolver(production);
    if (Object.isFrozen(production)) kept.set(production, resolver);
  }
  return resolver;
}
