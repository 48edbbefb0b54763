import { mayChange, type Channels } from '../motion/channel';
import { readAll } from '../motion/readers';
import type { Resolver } from '../production/resolver';

interface Owner {
  id: string;
  kind: string;
  channels: Channels;
  settings: object;
}

/** States of the owners of a list that are on. */
export function ownerStates<S>(resolver: Resolver, list: string, owners: readonly Owner[], frame: number): S[] {
  const states: S[] = [];
  for (const owner of owners) {
    const { state, isOn } = (still.get(owner) as OwnerState<S> | undefined) ?? ownerState<S>(resolver, list, owner, frame);
    if (isOn) states.push(state);
  }
  return states;
}

interface OwnerState<S> {
  state: S;
  isOn: boolean;
}

/** States of owners that do not change with time, nor can any more. */
const still = new WeakMap<Owner, OwnerState<unknown>>();

function ownerState<S>(resolver: Resolver, list: string, owner: Owner, frame: number): OwnerState<S> {
  const { id, kind, channels, settings } = owner;
  const values = readAll<Channels>(resolver.of(`${list}/${id}`, channels), frame);
  const made = { state: { id, kind, values, settings } as S, isOn: values.on !== false };
  if (Object.isFrozen(owner) && isSteadyOwner(channels)) still.set(owner, made);
  return made;
}

/** Whether an owner of such channels is the same at every instant. */
export const isSteadyOwner = (channels: Record<string, { keys: unknown[] }>): boolean =>
  !Object.values(channels).some((channel) => mayChange(channel as never));
