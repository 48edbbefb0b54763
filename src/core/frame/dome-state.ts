import type { Channels } from '../motion/channel';
import { keyReaders, readAll } from '../motion/readers';
import type { Production } from '../production/production';
import type { Resolver } from '../production/resolver';
import type { Surroundings } from '../production/surroundings';
import type { DomeElementState, SurroundingsState } from './frame-state';
import { ownerStates } from './owner-states';
import { isLit, type Soloed } from './soloed';

const values = (resolver: Resolver, { id, channels }: Surroundings, frame: number) =>
  readAll<Surroundings['channels']>(resolver.of(`domes/${id}`, channels), frame);

/** What the dome is made of at a frame. */
export const domeStates = ({ domes }: Production, resolver: Resolver, frame: number, soloed: Soloed | null): SurroundingsState[] =>
  domes.map((dome) => {
    const path = `domes/${dome.id}`;
    const own = values(resolver, dome, frame);
    const elements = ownerStates<DomeElementState>(resolver, `${path}/elements`, dome.elements, frame);
    return {
      id: dome.id,
      // Looked at a light alone, the ground of the dome is dark.
      values: isLit(path, soloed) ? own : { ...own, ground: 0 },
      settings: isLit(path, soloed) ? dome.settings : { picture: null },
      elements: elements.filter(({ id }) => isLit(`${path}/elements/${id}`, soloed)),
    };
  });

/** Surroundings as they are where nothing of them is keyed: for swatches. */
export function restingSurroundings({ id, channels, settings, elements }: Surroundings): SurroundingsState {
  const rest = (of: object) => readAll<Channels>(keyReaders(of as Channels), 0);
  return {
    id,
    values: rest(channels) as unknown as SurroundingsState['values'],
    settings,
    elements: elements.map((element) => ({ ...element, values: rest(element.channels) }) as unknown as DomeElementState),
  };
}
