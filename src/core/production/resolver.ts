import type { Channels, Value } from '../motion/channel';
import { keyReaders, type Read, type Reader, type Readers } from '../motion/readers';
import { framesPerSecond } from '../time/rate';
import { linkSource } from './link-source';
import { ownerAt } from './owners/owners';
import type { Production } from './production';
import { sourcedTops, topOf } from './has-sources';
import { NoValueError, type Ask, type Source } from './resolver-source';

export type { Ask, Source } from './resolver-source';

/** Sources that come before keys, the first one first. */
export const SOURCES: readonly Source[] = [linkSource];

/** Values that are asked for on the way to one: more are no formula that anybody meant. */
const MOST_ASKED = 200_000;

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
  private work = 0;
  private isStrict = false;
  private part = 0;
  private readonly made = new Map<string, Readers<Channels>>();
  private readonly walked = new Map<string, Readers<Channels> | null>();

  constructor(
    private readonly production: Production,
    private readonly sources: readonly Source[] = SOURCES,
    /** What has values from sources; null where that is not known. */
    private readonly tops: ReadonlySet<string> | null = null,
  ) {}

  /** Whether all values come from keys alone, so that what is made ready of an owner holds in every production that has it. */
  get isPlain(): boolean {
    return this.sources.length === 0;
  }

  /** Frames a second of the production whose values it reads. */
  get framesPerSecond(): number {
    return framesPerSecond(this.production.format.rate);
  }

  /** The same of one mark, camera, light… alone, by its path. */
  isPlainIn(top: string): boolean {
    return this.isPlain || (this.tops !== null && !this.tops.has(top));
  }

  /** Does something while values are those of one of several parts: formulas may go by which it is. */
  forPart<T>(part: number, work: () => T): T {
    this.part = part;
    try {
      return work();
    } finally {
      this.part = 0;
    }
  }

  /** Readers of all channels of the owner at a path. */
  of<C>(path: string, channels: C): Readers<C> {
    const byKeys = keyReaders(channels);
    if (this.isPlainIn(topOf(path))) return byKeys;
    let readers = this.made.get(path);
    if (!readers) {
      readers = this.sourced(path, channels as Channels, byKeys as Readers<Channels>);
      this.made.set(path, readers);
    }
    return readers as unknown as Readers<C>;
  }

  /** The value of a channel at a frame of its own time; undefined when its owner is gone. */
  at(path: string, name: string, frame: number): Read<Value> | undefined {
    return this.readersAt(path)?.[name]?.at(frame) as Read<Value> | undefined;
  }

  /** Readers of the owner at a path; null when it is gone. A path is walked once. */
  private readersAt(path: string): Readers<Channels> | null {
    let readers = this.walked.get(path);
    if (readers === undefined) {
      const owner = ownerAt(this.production, path);
      readers = owner ? this.of(path, owner.channels) : null;
      this.walked.set(path, readers);
    }
    return readers;
  }

  /**
   * The same, for whoever wants to know what is wrong with it.
   * @throws CircleError, NoValueError where it cannot be had from its source
   */
  check(path: string, name: string, frame: number): void {
    this.isStrict = true;
    try {
      this.at(path, name, frame);
    } finally {
      this.isStrict = false;
    }
  }

  private sourced(path: string, channels: Channels, byKeys: Readers<Channels>): Readers<Channels> {
    const ask: Ask = (owner, name, frame) => this.at(owner, name, frame);
    const entries = Object.entries(channels).map(([name, channel]) => {
      const place = { production: this.production, path, name, part: () => this.part };
      const read = this.sources.map((source) => source(channel, ask, place)).find((reader) => reader !== null);
      const own = byKeys[name] as Reader<Read<Value>>;
      return [name, read ? this.guarded(`${path} ${name}`, read, own) : own];
    });
    return Object.fromEntries(entries) as Readers<Channels>;
  }

  /**
   * A reader that notices when it is asked for on the way to its own value, or for too much. Whoever asked first gets the value by keys
   * then: so all round a circle stand by their own keys, whichever is asked.
   */
  private guarded(channel: string, reader: Reader<Read<Value>>, byKeys: Reader<Read<Value>>): Reader<Read<Value>> {
    let latest: { frame: number; part: number; value: Read<Value> } | null = null;
    const within = (frame: number): Read<Value> => {
      const first = this.asked.indexOf(channel);
      if (first >= 0) throw new CircleError([...this.asked.slice(first), channel]);
      if (latest?.frame === frame && latest.part === this.part) return latest.value;
      if (++this.work > MOST_ASKED) throw new NoValueError('It follows too much.');
      this.asked.push(channel);
      try {
        const value = reader.at(frame);
        latest = { frame, part: this.part, value };
        return value;
      } finally {
        this.asked.pop();
      }
    };
    return {
      at: (frame) => {
        if (this.asked.length > 0) return within(frame);
        this.work = 0;
        try {
          return within(frame);
        } catch (error) {
          if (this.isStrict || !(error instanceof CircleError || error instanceof NoValueError)) throw error;
          return byKeys.at(frame);
        }
      },
    };
  }
}

const kept = new WeakMap<Production, Resolver>();

/** The resolver of a production; kept as long as that is, where it cannot change any more. A draft is not looked through for sources. */
export function resolverOf(production: Production): Resolver {
  if (!Object.isFrozen(production)) return new Resolver(production);
  let resolver = kept.get(production);
  if (!resolver) {
    const tops = sourcedTops(production);
    resolver = new Resolver(production, tops.size > 0 ? SOURCES : [], tops);
    kept.set(production, resolver);
  }
  return resolver;
}
