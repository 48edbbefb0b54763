import { z } from 'zod';
import { swingSchema, type Swing } from './rebound';

/** What a channel carries: a number, a switch, or a colour as sRGB #rrggbb. */
export type Value = number | boolean | string;

/** How a channel passes through a key. */
export const joinSchema = z.enum(['straight', 'eased', 'flowing', 'held']);
export type Join = z.infer<typeof joinSchema>;

/**
 * One side of a key. `influence` is the share of the span's time that the handle reaches over;
 * `speed` is the speed at the key as a multiple of the span's mean speed, so that it stays right when values change; between
 * equal values, where there is none, `slope` says it in units a frame.
 */
export const handleSchema = z.object({
  influence: z.number().min(0).max(1),
  speed: z.number().min(-20).max(20),
  slope: z.number().min(-1e7).max(1e7).optional(),
});
export type Handle = z.infer<typeof handleSchema>;

export const DEFAULT_HANDLE: Handle = { influence: 0.42, speed: 0 };

export interface Key<V extends Value = number> {
  /** Frame, may be fractional. */
  frame: number;
  value: V;
  join: Join;
  /** Pace of the span that ends here. */
  arrive: Handle;
  /** Pace of the span that begins here. */
  leave: Handle;
  /** Rebounds at the end of the span that begins here; 0 follows the curve. */
  bounces: number;
  /** Swings about the end of that span, in the place of its curve. */
  swing?: Swing | undefined;
}

/** A key that is passed at constant speed. */
export const straightKey = (frame: number, value: number, change: Partial<Key> = {}): Key => ({
  frame,
  value,
  join: 'straight',
  arrive: { influence: 1 / 3, speed: 1 },
  leave: { influence: 1 / 3, speed: 1 },
  bounces: 0,
  ...change,
});

export const MAX_KEYS = 5000;

/** Keys of values of one kind: sorted by frame, one a frame. */
export const keysOf = <S extends z.ZodType<Value>>(value: S) =>
  z
    .array(
      z.object({
        frame: z.number().min(-100_000).max(1_000_000),
        value,
        join: joinSchema.default('eased'),
        arrive: handleSchema.default(DEFAULT_HANDLE),
        leave: handleSchema.default(DEFAULT_HANDLE),
        bounces: z.int().min(0).max(6).default(0),
        swing: swingSchema.optional(),
      }),
    )
    .max(MAX_KEYS, `A channel has at most ${MAX_KEYS} keys.`)
    .refine(
      (keys) => keys.every((key, i) => i === 0 || key.frame > (keys[i - 1] as Key).frame),
      'Keys must be in order of time, one a frame',
    );

/** What a channel does before its first and after its last key. */
export const OUTSIDES = ['hold', 'cycle', 'climb', 'return'] as const;
/** Hold the value; cycle; cycle adding up, each turn from where the last one ended; there and back. */
export const outsideSchema = z.enum(OUTSIDES);
export type Outside = z.infer<typeof outsideSchema>;

/** Letters and signs that a formula may have. */
export const MAX_FORMULA = 500;

/** What a channel follows: a formula, in which $0, $1, … are the values that it refers to. */
export const linkSchema = z.object({
  formula: z.string().min(1).max(MAX_FORMULA),
  refs: z
    .array(
      z.object({
        owner: z
          .string()
          .max(250)
          .regex(/^[\w.:/-]+$/, 'A path has only letters, digits, dots, colons, dashes and slashes.'),
        name: z.string().max(40).regex(/^\w+$/, 'A value has only letters and digits in its name.'),
      }),
    )
    .max(32, 'A formula follows at most 32 values.'),
});
export type Link = z.infer<typeof linkSchema>;

/** A value over time: a rest value, and keys that take over where there are any; before both comes a link. */
export interface Channel<V extends Value = number> {
  rest: V;
  keys: Key<V>[];
  /** Holds unless said otherwise. */
  before?: Outside | undefined;
  after?: Outside | undefined;
  link?: Link | undefined;
}

/** The channels of an owner, by their names. */
export type Channels = Record<string, Channel<Value>>;

export const isNumber = (channel: Channel<Value>): channel is Channel => typeof channel.rest === 'number';
export const isSwitch = (channel: Channel<Value>): channel is Channel<boolean> => typeof channel.rest === 'boolean';
export const isColour = (channel: Channel<Value>): channel is Channel<string> => typeof channel.rest === 'string';

/** Whether a channel has keys and so may change. */
export const isKeyed = ({ keys }: Channel<Value>): boolean => keys.length > 0;

/** Whether a channel may change with time: by its keys, or by what it follows. */
export const mayChange = (channel: Channel<Value>): boolean => isKeyed(channel) || channel.link !== undefined;

/** A channel at rest. */
export const at = <V extends Value>(rest: V): Channel<V> => ({ rest, keys: [] });

/** Channels at rest, by their names. */
export const allAt = (values: Readonly<Record<string, Value>>): Channels =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, at(value)]));
