import { readAll } from '../motion/readers';
import { partPose, type PartPlace } from '../outline/text-layout';
import type { Mark } from '../production/mark';
import type { Production } from '../production/production';
import { resolverOf } from '../production/resolver';
import type { Run } from '../production/words';
import type { PartExtent, PartState } from './frame-state';
import type { Mat4 } from '../space/matrix';

/** Where a run of letters stands at rest, beside where it is set. */
export function placeAtRest({ channels: { x, y, z, pan, tilt, roll } }: Run): PartPlace {
  return { x: x.rest, y: y.rest, z: z.rest, pan: pan.rest, tilt: tilt.rest, roll: roll.rest };
}

/** Where the runs of a mark's letters stand at a frame, beside where they are set. */
export function runPlacesAt(production: Production, { id, body }: Mark, frame: number): PartPlace[] {
  if (body.kind !== 'words') return [];
  const resolver = resolverOf(production);
  return body.runs.map((run) => readAll<Run['channels']>(resolver.of(`marks/${id}/body/runs/${run.id}`, run.channels), frame));
}

const isMoved = (place: PartPlace): boolean => Object.values(place).some((v) => v !== 0);

/**
 * What of a mark moves by itself at an instant: a pose for each letter that its run moves, null for those at rest; null where none does.
 */
export function partStates(letters: readonly PartExtent[], places: readonly PartPlace[]): (PartState | null)[] | null {
  if (!places.some(isMoved)) return null;
  return letters.map((letter) => {
    const place = places[letter.run];
    return place && isMoved(place) ? { pose: partPose(letter, place), opacity: 1, on: true } : null;
  });
}

/** Pose of a piece as it stands in its mark, which its part may have taken elsewhere. */
export const poseOfPart = (parts: readonly (PartState | null)[] | null, piece: { parts: readonly number[] }): Mat4 | null =>
  parts?.[piece.parts[0] ?? -1]?.pose ?? null;
