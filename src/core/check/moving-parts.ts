import type { BoundsOf, MarkExtent, MarkState } from '../frame/frame-state';
import { multiply, transformPoint } from '../space/matrix';
import { boxMiddle, type Vec3 } from '../space/vector';

/** A thing that moves by itself within a mark, known from instant to instant by its name: its middle in the world. */
type Places = Map<string, Vec3>;

/** Middles of what moves by itself in a copy, in the frame of the mark: letters or paths, or what it has fallen into, or else the whole. */
function middlesIn({ parts, shards }: MarkState, extent: MarkExtent): [name: string, middle: Vec3][] {
  if (shards && extent.shards)
    return extent.shards.map((middle, i) => [`piece ${i}`, shards[i] ? transformPoint(shards[i], middle) : middle]);
  const letters = extent.parts ?? [];
  if (!parts || letters.length === 0) return [['whole', boxMiddle(extent)]];
  return parts.flatMap((shell, s) =>
    letters.flatMap(({ middle, isBlank }, i): [string, Vec3][] => {
      const part = shell[i] ?? null;
      if (isBlank || part?.on === false || part?.opacity === 0) return [];
      return [[`${s} ${i}`, part ? transformPoint(part.pose, middle) : middle]];
    }),
  );
}

/** What moves by itself within the marks of an instant: where it is in the world. Nothing of marks that are at rest in themselves. */
export function movingParts(marks: readonly MarkState[], boundsOf: BoundsOf): Places {
  const places: Places = new Map();
  for (const mark of marks) {
    const extent = boundsOf(mark.id);
    if (!extent || (!mark.parts && !mark.copyStates && !mark.shards)) continue;
    const middles = middlesIn(mark, extent);
    mark.copies.forEach((copy, c) => {
      const state = mark.copyStates?.[c] ?? null;
      if (state?.on === false || state?.opacity === 0) return;
      const pose = multiply(mark.pose, state ? multiply(state.pose, copy) : copy);
      for (const [name, middle] of middles) places.set(`${mark.id} ${c} ${name}`, transformPoint(pose, middle));
    });
  }
  return places;
}
