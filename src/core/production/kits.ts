import { z } from 'zod';
import { finishField } from './finish';
import { MAX_FRAMES } from './frame-format';
import { skinSchema, type Mark } from './mark';
import { longIdField } from '../schema/fields';
import { nameField } from '../schema/text';
import { motionFrom, motionOf, motionSchema, motionTree } from './motion-of';
import { MAX_SHELLS, shellSchema } from './shell';
import { wordsSchema } from './words';
import { plainCopy } from '../schema/plain-copy';

export const MAX_KITS = 40;

/** How words are set, as a kit keeps it. */
export const kitLayoutSchema = wordsSchema.pick({ font: true, tracking: true, leading: true, alignment: true });

/** A saved look that can be put on other marks, which then follow it; or the finish of a picture, for other productions. */
export const kitSchema = z.object({
  id: longIdField,
  name: nameField(60, 'A kit needs a name.'),
  /** Raised each time its look is changed: the one with more is the newer. */
  revision: z.int().min(0).max(1_000_000).default(0),
  /** None of a kit of finish alone. */
  shells: z.array(shellSchema).max(MAX_SHELLS),
  skin: skinSchema.prefault({}),
  /** Only of kits made from words. */
  layout: kitLayoutSchema.nullable().default(null),
  /** Cascades, regions, carriers and trail; null for a kit of looks alone. */
  motion: motionSchema.nullable().default(null),
  /** Frames of the production that its motion was made in. */
  frames: z.int().min(1).max(MAX_FRAMES).default(150),
  /** What is done to the picture; null for a kit of marks. */
  finish: finishField.nullable().default(null),
});
export type Kit = z.infer<typeof kitSchema>;

/** Kits that marks can follow, and those that hold what is done to the picture. */
export const kitsOfMarks = (kits: readonly Kit[]): Kit[] => kits.filter(({ shells }) => shells.length > 0);
export const kitsOfFinish = (kits: readonly Kit[]): Kit[] => kits.filter(({ finish }) => finish !== null);

type Tree = { [name: string]: Tree | unknown };

const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value);
const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** What of a mark or of a kit is shared, as a tree: shells by their ids. */
export function lookOf({ shells, skin, layout, motion }: Pick<Kit, 'shells' | 'skin' | 'layout' | 'motion'>): Tree {
  return plainCopy({
    shells: Object.fromEntries(shells.map((shell) => [shell.id, shell])),
    order: shells.map(({ id }) => id),
    skin,
    ...(layout ? { layout } : {}),
    ...(motion ? { motion: motionTree(motion) } : {}),
  });
}

/** The part of a mark that a kit can hold. */
export function kitPartsOf(mark: Mark): Pick<Kit, 'shells' | 'skin' | 'layout' | 'motion'> {
  const { shells, skin, body } = mark;
  return plainCopy({ shells, skin, layout: body.kind === 'words' ? kitLayoutSchema.parse(body) : null, motion: motionOf(mark) });
}

/** Writes a look into a mark. What does not fit it any more is left as it was. */
export function putLook(mark: Mark, look: Tree): void {
  const trees = isTree(look.shells) ? look.shells : {};
  const order = (Array.isArray(look.order) ? (look.order as string[]) : Object.keys(trees)).filter((id) => id in trees);
  const shells = z
    .array(shellSchema)
    .min(1)
    .max(MAX_SHELLS)
    .safeParse(order.map((id) => trees[id]));
  if (shells.success) mark.shells = shells.data;
  const skin = skinSchema.safeParse(look.skin);
  if (skin.success) mark.skin = skin.data;
  const layout = kitLayoutSchema.safeParse(look.layout);
  if (look.layout && layout.success && mark.body.kind === 'words') Object.assign(mark.body, layout.data);
  const motion = isTree(look.motion) ? motionFrom(look.motion) : null;
  if (motion) Object.assign(mark, motion);
}

/** What of `mine` was as in `base` becomes as in `next`; what differed stays. */
export function merged(mine: Tree, base: Tree, next: Tree): Tree {
  const out: Tree = {};
  for (const name of new Set([...Object.keys(mine), ...Object.keys(next)])) {
    const [m, b, n] = [mine[name], base[name], next[name]];
    if (isTree(m) && isTree(b) && isTree(n)) out[name] = merged(m, b, n);
    else if (same(m, b)) {
      if (n !== undefined) out[name] = n;
    } else if (m !== undefined) out[name] = m;
  }
  return out;
}

/** Paths at which two looks differ, names parted by slashes. */
export function differences(mine: Tree, base: Tree, path = ''): string[] {
  return [...new Set([...Object.keys(base), ...Object.keys(mine)])].flatMap((name) => {
    const [m, b] = [mine[name], base[name]];
    const here = path ? `${path}/${name}` : name;
    if (isTree(m) && isTree(b)) return differences(m, b, here);
    return same(m, b) ? [] : [here];
  });
}

/** `mine` with what stands at a path taken from `base`. */
export function takenFrom(mine: Tree, base: Tree, path: string): Tree {
  const [name = '', ...rest] = path.split('/');
  const { [name]: m, ...others } = mine;
  const b = base[name];
  if (rest.length > 0 && isTree(m) && isTree(b)) return { ...others, [name]: takenFrom(m, b, rest.join('/')) };
  return b === undefined ? others : { ...others, [name]: b };
}

/** Where a mark differs from its kit; nothing when it follows none. */
export function ownValues(mark: Mark, kits: readonly Kit[]): string[] {
  const kit = kits.find(({ id }) => id === mark.kit);
  if (!kit) return [];
  const mine = lookOf(kitPartsOf(mark));
  const base = lookOf(kit);
  // A kit of words on a drawing, or the other way round: how words are set is then no matter of theirs.
  if (!base.layout || !mine.layout) {
    delete base.layout;
    delete mine.layout;
  }
  // A kit of looks alone leaves all motion to the mark.
  if (!base.motion) delete mine.motion;
  return differences(mine, base);
}
