import { allAt, at } from '../../motion/channel';
import { withKey } from '../../motion/edit-channel';
import { anyOf, ofKind } from '../../schema/owner-kind';
import { surroundingsOf, type DomePresetName } from '../dome-presets';
import { DOME_ELEMENTS, type DomeElementKindName } from '../owners/dome-elements/elements';
import type { Production } from '../production';
import { MAX_ELEMENTS, MAX_SURROUNDINGS, type DomeElement, type Surroundings } from '../surroundings';
import { resolverOf } from '../resolver';
import { setChannelValue } from './channel-edits';
import { freshId } from './fresh-id';

const elementSchema = anyOf(DOME_ELEMENTS);

const domeOf = ({ domes }: Production, id: string): Surroundings | undefined => domes.find((dome) => dome.id === id);

/** Puts shipped surroundings in the place of some that are there; its turn stays. */
export function setSurroundings(draft: Production, id: string, name: DomePresetName): void {
  draft.domes = draft.domes.map((dome) => {
    if (dome.id !== id) return dome;
    const next = surroundingsOf(name, id);
    next.channels.turn = dome.channels.turn;
    return next;
  });
}

/** Adds second surroundings, to be mixed with the first; returns their id, or null where there are two. */
export function addSurroundings(draft: Production, name: DomePresetName): string | null {
  if (draft.domes.length >= MAX_SURROUNDINGS) return null;
  const id = freshId(draft.domes, 'surroundings');
  draft.domes.push(surroundingsOf(name, id));
  return id;
}

/** Removes surroundings; the last ones stay. */
export function removeSurroundings(draft: Production, id: string): void {
  if (draft.domes.length < 2) return;
  draft.domes = draft.domes.filter((dome) => dome.id !== id);
  const whole = ofKind(draft.set, 'dome');
  if (whole) whole.channels.mix = at(0);
}

/** Adds a light to some surroundings, and returns its id; null where there are as many as there can be. */
export function addElement(
  draft: Production,
  domeId: string,
  kind: DomeElementKindName,
  channels: Record<string, number> = {},
): string | null {
  const dome = domeOf(draft, domeId);
  if (!dome || dome.elements.length >= MAX_ELEMENTS) return null;
  const id = freshId(dome.elements, 'light');
  dome.elements.push(elementSchema.parse({ id, kind, channels: allAt(channels) }) as DomeElement);
  return id;
}

export function removeElement(draft: Production, domeId: string, id: string): void {
  const dome = domeOf(draft, domeId);
  if (dome) dome.elements = dome.elements.filter((element) => element.id !== id);
}

/** How far surroundings are turned in the world at a frame, degrees: with the whole dome, and by themselves. */
export function surroundingsTurn(production: Production, domeId: string, frame: number): number {
  const whole = ofKind(production.set, 'dome');
  const dome = domeOf(production, domeId);
  const resolver = resolverOf(production);
  return [whole && `set/${whole.id}`, dome && `domes/${domeId}`].reduce<number>((sum, owner) => {
    const turn = owner && resolver.at(owner, 'turn', frame);
    return sum + (typeof turn === 'number' ? turn : 0);
  }, 0);
}

/** Puts a light of the dome to a direction of the world, told by its angles in degrees. */
export function pointElement(
  draft: Production,
  path: string,
  frame: number,
  { azimuth, height }: { azimuth: number; height: number },
): void {
  const [, domeId = ''] = path.split('/');
  setChannelValue(draft, { owner: path, name: 'azimuth' }, frame, azimuth - surroundingsTurn(draft, domeId, frame));
  setChannelValue(draft, { owner: path, name: 'height' }, frame, height);
}

/** Changes surroundings by a recipe; does nothing when they are gone. */
export function changeSurroundings(draft: Production, id: string, recipe: (dome: Surroundings) => void): void {
  const dome = domeOf(draft, id);
  if (dome) recipe(dome);
}

/** Keys one whole turn of the dome over some frames, at one speed, so that it closes as a loop: it goes on for ever in both directions. */
export function turnDome(draft: Production, first: number, frames: number): void {
  const whole = ofKind(draft.set, 'dome');
  if (!whole) return;
  const start = whole.channels.turn.rest;
  const begun = withKey(at(start), first, start, { join: 'straight' });
  const turned = withKey(begun, first + frames, start + 360, { join: 'straight' });
  whole.channels.turn = { ...turned, before: 'climb', after: 'climb' };
}
