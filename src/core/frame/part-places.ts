import { readAll } from '../motion/readers';
import { partPose, type PartPlace } from '../outline/part-seat';
import type { Mark } from '../production/mark';
import { ownParts, type OwnPart } from '../production/own-parts';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import type { MarkState, PartExtent, PartState } from './frame-state';

/** Where a part stands at rest, beside where it is set. */
export function placeAtRest({ channels: { x, y, z, pan, tilt, roll } }: OwnPart): PartPlace {
  return { x: x.rest, y: y.rest, z: z.rest, pan: pan.rest, tilt: tilt.rest, roll: roll.rest };
}

/** Where what of a mark can move by itself stands at a frame, beside where it is set. */
export function partPlacesAt(production: Production, { id, body }: Mark, frame: number): PartPlace[] {
  const resolver = resolverOf(production);
  const { list, place } = ownParts(body);
  return list.map((part) => readAll<OwnPart['channels']>(resolver.of(`marks/${id}/${place}/${part.id}`, part.channels), frame));
}

const isMoved = (place: PartPlace): boolean => Object.values(place).some((v) => v !== 0);

/** What of a mark moves by itself at an instant: a pose for each part that is moved, null for those at rest; null where none is. */
export function partStates(parts: readonly PartExtent[], places: readonly PartPlace[]): (PartState | null)[] | null {
  if (!places.some(isMoved)) return null;
  return parts.map((part) => {
    const place = places[part.own];
    return place && isMoved(place) ? { pose: partPose(part, place), opacity: 1, on: true, look: null } : null;
  });
}

/** How the part that a piece is made of is taken from rest; null where it is at rest. */
export const partOf = ({ parts }: Pick<MarkState, 'parts'>, piece: { parts: readonly number[]; shell: number }): PartState | null =>
  parts?.[piece.shell]?.[piece.parts[0] ?? -1] ?? null;
