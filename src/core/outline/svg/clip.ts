import { drawingExtent, type DrawingPath } from '../drawing';
import { flatten } from '../flatten';
import { pathCommands } from '../path-data';
import { boundsMeet, ringBounds, type Bounds, type Ring } from '../ring';
import { ringPath } from '../ring-path';
import { cutAway, cutInside, unite } from '../unite';
import { placePath, type Frame, type Matrix } from './transform';

/** What is seen of what lies under it, in the coordinates of the drawing. */
export interface Clip {
  rings: Ring[];
  extent: Bounds | null;
  /** It is the rectangle of its extent: what lies within that need not be cut. */
  isBox: boolean;
}

/** Curves may differ by this share of the drawing's size. */
const TOLERANCE = 1e-4;

const sizeOf = (extent: Bounds) => Math.max(extent.x1 - extent.x0, extent.y1 - extent.y0, 1e-9);

/** What a path fills by its own rule. */
export function ringsOf({ d, evenOdd }: DrawingPath, scale: number): Ring[] {
  return unite(flatten(pathCommands(d), { tolerance: scale * TOLERANCE }), { scale, evenOdd });
}

export const clipOf = (rings: Ring[]): Clip => ({ rings, extent: ringBounds(rings), isBox: false });

/** A clip that is a path in itself. */
function clipOfPath(d: string): Clip {
  const corners = ringBounds(flatten(pathCommands(d), { tolerance: 1e9, maxTurnDeg: 90 }));
  return clipOf(corners ? ringsOf({ d, evenOdd: false }, sizeOf(corners)) : []);
}

/** A clip to a rectangle, as it stands in the drawing. */
export function clipOfFrame({ x, y, width, height }: Frame, at: Matrix): Clip {
  const d = placePath(`M${x} ${y}h${width}v${height}h${-width}Z`, at);
  return { ...clipOfPath(d), isBox: at[1] === 0 && at[2] === 0 };
}

/** The larger side of what some parts cover; nothing where there are none. */
export function extentSize(paths: readonly DrawingPath[]): number {
  const extent = drawingExtent(paths);
  return extent ? sizeOf(extent) : 0;
}

/** The union of some filled paths, each with its own rule. */
export function unionOf(paths: readonly DrawingPath[], scale: number): Ring[] {
  return unite(
    paths.flatMap((path) => ringsOf(path, scale)),
    { scale },
  );
}

/** What is left of a region after some parts were laid over it in order, each of which shows or hides what it covers. */
export function laidOver(parts: readonly (DrawingPath & { shows: boolean })[], scale: number): Ring[] {
  return parts.reduce<Ring[]>((region, { shows, ...part }) => {
    const rings = ringsOf(part, scale);
    return shows ? unite([...region, ...rings], { scale }) : cutAway(region, rings, { scale });
  }, []);
}

/** A filled path as a clip lets it be seen; null where nothing of it is. */
export function clipped(path: DrawingPath, clip: Clip): DrawingPath | null {
  if (!clip.extent) return null;
  const own = drawingExtent([path]);
  if (!own) return null;
  if (!boundsMeet(own, clip.extent)) return null;
  const { x0, y0, x1, y1 } = clip.extent;
  const slack = sizeOf(clip.extent) * 1e-9;
  if (clip.isBox && own.x0 >= x0 - slack && own.x1 <= x1 + slack && own.y0 >= y0 - slack && own.y1 <= y1 + slack) return path;
  const scale = Math.max(sizeOf(own), sizeOf(clip.extent));
  const rings = cutInside(ringsOf(path, scale), clip.rings, { scale });
  return rings.length > 0 ? { d: ringPath(rings), evenOdd: false } : null;
}
