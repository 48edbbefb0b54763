import type { z } from 'zod';
import { plainCopy } from '../schema/plain-copy';
import { markSchema, type Mark } from './mark';

/** What of a mark moves its parts and itself about its place, as a kit keeps it. */
export const motionSchema = markSchema.pick({ cascades: true, regions: true, carriers: true, trail: true });
export type Motion = z.infer<typeof motionSchema>;

const LISTS = ['cascades', 'regions', 'carriers'] as const;

const hasMotion = ({ cascades, regions, carriers, trail }: Motion): boolean =>
  cascades.length + regions.length + carriers.length + trail.settings.count > 0;

/** The motion of a mark; null where it has none. */
export function motionOf({ cascades, regions, carriers, trail }: Mark): Motion | null {
  const motion = plainCopy({ cascades, regions, carriers, trail });
  return hasMotion(motion) ? motion : null;
}

type Tree = Record<string, unknown>;

/** Motion as a tree, its lists by the ids of what is in them, so that two can be compared and put together. */
export const motionTree = (motion: Motion): Tree => ({
  ...Object.fromEntries(LISTS.map((list) => [list, Object.fromEntries(motion[list].map((each) => [each.id, each]))])),
  order: Object.fromEntries(LISTS.map((list) => [list, motion[list].map(({ id }) => id)])),
  trail: motion.trail,
});

/** Motion from such a tree; null where it is none. */
export function motionFrom(tree: Tree): Motion | null {
  const order = (tree.order ?? {}) as Record<string, unknown>;
  const listed = LISTS.map((list) => {
    const things = (tree[list] ?? {}) as Tree;
    const ids = Array.isArray(order[list]) ? (order[list] as string[]) : [];
    return [list, [...new Set([...ids, ...Object.keys(things)])].flatMap((id) => (id in things ? [things[id]] : []))];
  });
  const read = motionSchema.safeParse({ ...Object.fromEntries(listed), trail: tree.trail });
  return read.success ? read.data : null;
}

/** Lets the keys of a motion keep to the length of another production: exits to its end, what is scaled to the whole. */
export function fitted(motion: Motion, from: number, to: number): Motion {
  const made = plainCopy(motion);
  keepAnchors(made, { from: 0, to: from - 1 }, { from: 0, to: to - 1 });
  return made;
}

/** First and last frame of something. */
export interface Span {
  from: number;
  to: number;
}

/** Where a key stands when what it keeps to has another first or last frame. */
function anchored(anchor: Mark['cascades'][number]['settings']['anchor'], before: Span, after: Span): (frame: number) => number {
  switch (anchor) {
    case 'beginning':
      return (frame) => frame + after.from - before.from;
    case 'end':
      return (frame) => frame + after.to - before.to;
    case 'scaled':
      return (frame) => after.from + ((frame - before.from) * (after.to - after.from)) / Math.max(1, before.to - before.from);
    case 'free':
      return (frame) => frame;
  }
}

/**
 * Keeps cascades where they belong when the first or last frame of what they are on changes: arrivals with the one, exits with the other,
 * what is scaled as a share of the whole. What lies between has what is left.
 */
export function keepAnchors({ cascades }: Pick<Motion, 'cascades'>, before: Span, after: Span): void {
  for (const { settings, channels } of cascades) {
    const place = anchored(settings.anchor, before, after);
    for (const channel of Object.values(channels)) for (const key of channel.keys) key.frame = place(key.frame);
  }
}
