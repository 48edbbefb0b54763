import { z } from 'zod';
import { keysOf, type Key, type Value } from '../motion/channel';
import { colourSchema } from '../schema/fields';
import { framesPerSecond, RATE_NAMES, type RateName } from '../time/rate';

/** Keys that were copied: of which channel of which owner, from a first frame on. */
export interface KeyClip {
  from: number;
  strips: { owner: string; name: string; keys: Key<Value>[] }[];
}

/** Owners that keys are copied of at one time, at most. */
const MAX_STRIPS = 2000;

/** Keys as they lie where all productions that are open in a browser find them, with the rate that their frames are of. */
export const storedKeysSchema = z.object({
  kind: z.literal('keys'),
  rate: z.enum(RATE_NAMES as [RateName, ...RateName[]]),
  from: z.number(),
  strips: z
    .array(
      z.object({
        owner: z.string().max(250),
        name: z.string().max(40),
        keys: z.union([keysOf(z.number()), keysOf(z.boolean()), keysOf(colourSchema)]),
      }),
    )
    .min(1)
    .max(MAX_STRIPS),
});
export type StoredKeys = z.infer<typeof storedKeysSchema>;

export const storedKeys = ({ from, strips }: KeyClip, rate: RateName): StoredKeys => ({ kind: 'keys', rate, from, strips }) as StoredKeys;

/** Stored keys for a production of some rate: at the same seconds. */
export function clipFrom({ from, strips, rate }: StoredKeys, to: RateName): KeyClip {
  const factor = framesPerSecond(to) / framesPerSecond(rate);
  return {
    from: from * factor,
    strips: strips.map(({ owner, name, keys }) => ({ owner, name, keys: keys.map((key) => ({ ...key, frame: key.frame * factor })) })),
  };
}
