import { boundsMeet, ringBounds, type Ring } from '../ring';
import { ringPath } from '../ring-path';
import { cutAway, cutInside } from '../unite';
import type { DrawingPart } from './canvas';
import { extentSize, ringsOf } from './clip';
import { luminance } from './paint';

/** From this luminance on a shape may be meant as the paper that shows through. */
const PAPER = 0.94;

const isPaper = ({ colour, opacity }: DrawingPart) => opacity > 0.98 && luminance(colour) >= PAPER;

/**
 * A drawing whose white shapes are holes in what they lie over; null where no white shape lies over another. A drawing does not say which
 * of the two is meant.
 */
export function pierced(parts: readonly DrawingPart[]): DrawingPart[] | null {
  if (!parts.some(isPaper)) return null;
  const scale = extentSize(parts);
  const left: { part: DrawingPart; rings: Ring[]; isCut: boolean }[] = [];
  let holes = 0;
  for (const part of parts) {
    const rings = ringsOf(part, scale);
    const under = isPaper(part) ? left.filter((each) => meet(rings, each.rings, scale)) : [];
    if (under.length === 0) left.push({ part, rings, isCut: false });
    else holes++;
    for (const each of under) {
      each.rings = cutAway(each.rings, rings, { scale });
      each.isCut = true;
    }
  }
  if (holes === 0) return null;
  return left
    .filter(({ rings }) => rings.length > 0)
    .map(({ part, rings, isCut }) => (isCut ? { ...part, d: ringPath(rings), evenOdd: false } : part));
}

function meet(a: readonly Ring[], b: readonly Ring[], scale: number): boolean {
  const [p, q] = [ringBounds(a), ringBounds(b)];
  return p !== null && q !== null && boundsMeet(p, q) && cutInside(a, b, { scale }).length > 0;
}
