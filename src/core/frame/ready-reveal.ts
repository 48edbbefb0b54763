import type { Readers } from '../motion/readers';
import type { Mark } from '../production/mark';
import type { Reveal } from '../production/owners/reveal';
import type { Resolver } from '../production/resolver';

/** A reveal made ready for many instants. */
export interface ReadyReveal {
  read: Readers<Reveal['channels']>;
  reveal: Reveal;
}

/** The reveal of a mark; null where no picture is thrown on it. */
export function readyReveal(resolver: Resolver, { id, reveal, body }: Mark): ReadyReveal | null {
  if (!reveal.settings.picture || body.kind === 'panel') return null;
  return { read: resolver.of(`marks/${id}/reveal`, reveal.channels), reveal };
}
