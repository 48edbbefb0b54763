import { drawingExtent, type DrawingPath } from '../../outline/drawing';
import { cleanText, cutText } from '../../schema/text';
import { REGIONS } from '../../solid/mesh';
import type { Vec3 } from '../../space/vector';
import { outlineSchema, type Mark, type OutlinePath } from '../mark';
import { hueFor, type Production } from '../production';
import { surfaceOf, type Surface } from '../surface';
import { freshId } from './fresh-id';
import { addMark } from './mark-edits';
import { retarget } from './references';
import { shiftBody } from './shift-body';
import { plainCopy } from '../../schema/plain-copy';

/** A path as a drawing gives it. */
export interface GivenPath extends DrawingPath {
  /** Colour of its fill. */
  colour?: string;
  /** Share that it covers, 0 to 1. */
  opacity?: number;
  /** What the drawing calls it. */
  id?: string;
}

/** Black is what a drawing without colours says, so a drawing that is all black is left to its shells. */
const BLACK = '#000000';

const lookOf = ({ colour = BLACK, opacity = 1 }: GivenPath): string => `${colour} ${opacity}`;

const painted = ({ colour = BLACK, opacity = 1 }: GivenPath): Surface => surfaceOf({ material: 'lacquer', colour, opacity });

/** Paths with ids and names of their own. */
function named(given: readonly GivenPath[]): OutlinePath[] {
  return outlineSchema.shape.paths.parse(
    given.map(({ d, evenOdd, colour, id }, i) => ({ id: `part-${i + 1}`, name: cleanText(id ?? '', 80), d, evenOdd, colour })),
  );
}

/** Adds a mark made of drawn outlines, painted as the drawing is: of several colours, each part has its own. Returns its id. */
export function addOutlineMark(draft: Production, name: string, given: readonly GivenPath[]): string {
  const mark = addMark(draft, cutText(name, 80) || 'Outline', { kind: 'outline', paths: named(given) });
  const looks = new Set(given.map(lookOf));
  const [first] = given;
  if (looks.size === 1 && first && lookOf(first) !== lookOf({ d: '', evenOdd: false })) dressAll(mark, painted(first));
  if (looks.size > 1 && mark.body.kind === 'outline') mark.body.paths.forEach((path, i) => (path.surface = painted(given[i] as GivenPath)));
  return mark.id;
}

function dressAll(mark: Mark, surface: Surface): void {
  const surfaces = mark.shells[0]?.surfaces;
  if (surfaces) for (const region of REGIONS) surfaces[region] = plainCopy(surface);
}

/** For each new path the old one that it takes the place of: one of the same name, else the next of those that are left. */
function matched(old: readonly OutlinePath[], given: readonly GivenPath[]): (OutlinePath | undefined)[] {
  const left = [...old];
  const take = (fits: (path: OutlinePath) => boolean): OutlinePath | undefined => {
    const at = left.findIndex(fits);
    return at < 0 ? undefined : left.splice(at, 1)[0];
  };
  const byName = given.map(({ id }) => (id === undefined ? undefined : take(({ name }) => name === cleanText(id, 80))));
  return byName.map((found) => found ?? take(() => true));
}

/**
 * Puts a newer drawing in the place of a mark's outline. Its shells, place, moves and size stay; each part takes the place of that of the
 * same name, or else in order, with its look and moves. Parts that are new are painted as they are drawn where the others are.
 */
export function replaceOutline(draft: Production, id: string, given: readonly GivenPath[]): void {
  const body = draft.marks.find((mark) => mark.id === id)?.body;
  if (body?.kind !== 'outline') return;
  const isDressed = body.paths.some(({ surface }) => surface);
  const old = matched(body.paths, given);
  const taken = body.paths.map(({ id: known }) => ({ id: known }));
  body.paths = named(given).map((path, i) => {
    const before = old[i];
    if (before) return { ...path, id: before.id, channels: before.channels, ...(before.surface ? { surface: before.surface } : {}) };
    const fresh = { ...path, id: freshId(taken, 'part') };
    taken.push(fresh);
    return isDressed ? { ...fresh, surface: painted(given[i] as GivenPath) } : fresh;
  });
}

/**
 * Makes each part of an outline a mark of its own, with the shells of the whole and the look of the part. Nothing jumps, at any frame: each
 * part turns about the pivot of the whole until it is given another. Returns the ids of the parts; none when there is only one.
 * @param pivot what the whole turns about, in its own frame
 */
export function splitOutline(draft: Production, id: string, pivot: Vec3): string[] {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const whole = draft.marks[index];
  if (whole?.body.kind !== 'outline' || whole.body.paths.length < 2) return [];
  const { paths, size } = whole.body;
  const extent = drawingExtent(paths);
  if (!extent) return [];
  const unit = size / (extent.y1 - extent.y0);
  const taken = [...draft.marks];
  const parts = paths.flatMap((path, i): Mark[] => {
    const own = drawingExtent([path]);
    if (!own || own.y1 === own.y0) return [];
    const part = plainCopy(whole as Mark);
    part.id = freshId(taken, 'mark');
    part.name = cutText(path.name || `${whole.name} ${i + 1}`, 80);
    part.hue = hueFor(index + i);
    part.body = { kind: 'outline', paths: [path], size: (own.y1 - own.y0) * unit };
    shiftBody(part, pivot, [
      ((own.x0 + own.x1 - extent.x0 - extent.x1) / 2) * unit,
      (-(own.y0 + own.y1 - extent.y0 - extent.y1) / 2) * unit,
    ]);
    const { surface, ...alone } = path;
    if (surface) dressAll(part, surface);
    else if (path.colour && path.colour !== BLACK) dressAll(part, painted(path as GivenPath));
    part.body.paths = [alone];
    taken.push(part);
    return [part];
  });
  draft.marks.splice(index, 1, ...parts);
  retarget(draft, 'marks', (markId) => (markId === id ? (parts[0]?.id ?? null) : markId));
  return parts.map((part) => part.id);
}
