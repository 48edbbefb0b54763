import type { Channels } from '../motion/channel';
import { allOwners, type FoundOwner } from './owners/owners';
import type { Production } from './production';

const known = new WeakMap<FoundOwner, boolean>();

const isSourced = (channels: Channels): boolean => Object.values(channels).some(({ link }) => link !== undefined);

/** What an owner stands in at the top: a mark, a camera, a light… */
export const topOf = (path: string): string => path.split('/', 2).join('/');

/** What of a production has values from elsewhere than their keys. Owners that have not changed are not looked through again. */
export function sourcedTops(production: Production): ReadonlySet<string> {
  const tops = new Set<string>();
  for (const owner of allOwners(production)) {
    let sourced = known.get(owner);
    if (sourced === undefined) known.set(owner, (sourced = isSourced(owner.channels)));
    if (sourced) tops.add(topOf(owner.path));
  }
  return tops;
}
