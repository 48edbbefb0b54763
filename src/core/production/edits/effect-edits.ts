import { anyOf } from '../../schema/owner-kind';
import { FINISH } from '../owners/kinds';
import { EFFECTS, type AnyEffectKind } from '../owners/effects/effects';
import { MAX_EFFECTS } from '../finish';
import type { Production } from '../production';
import { freshId } from './fresh-id';

const effectSchema = anyOf(FINISH);
type EffectName = AnyEffectKind['kind'];

/** Where in the order in which light takes them a kind stands; what is no effect comes before all. */
const placeOf = (kind: string): number => EFFECTS.findIndex((each) => each.kind === kind);

/** Adds an effect before the first one that light takes later; returns its id, or null where there are as many as there can be. */
export function addEffect(draft: Production, kind: EffectName): string | null {
  if (draft.finish.length >= MAX_EFFECTS) return null;
  const id = freshId(draft.finish, kind);
  const later = draft.finish.findIndex((each) => placeOf(each.kind) > placeOf(kind));
  draft.finish.splice(later < 0 ? draft.finish.length : later, 0, effectSchema.parse({ id, kind }) as Production['finish'][number]);
  return id;
}

/** Lets light take an effect earlier (below 0) or later by so many; those of the display stay after those of the scene. */
export function moveEffect(draft: Production, id: string, by: number): void {
  const from = draft.finish.findIndex((each) => each.id === id);
  const to = Math.max(0, Math.min(draft.finish.length - 1, from + by));
  const [moved] = from < 0 ? [] : draft.finish.splice(from, 1);
  if (moved) draft.finish.splice(to, 0, moved);
}

export function removeEffect(draft: Production, id: string): void {
  draft.finish = draft.finish.filter((each) => each.id !== id || each.kind === 'display');
}

/** The effects of a production, in the order in which light takes them. */
export const effectsOf = ({ finish }: Production) => finish.filter((each) => each.kind !== 'display');
