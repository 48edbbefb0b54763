import { CURRENT_VERSION, productionSchema, type Production } from './production';

/** Thrown when something stored or sent is not a production we can read; the message says why, in words. */
export class ProductionError extends Error {}

type Migration = (old: Record<string, unknown>) => Record<string, unknown>;

/** Steps from each version to the one after it. */
const MIGRATIONS: Record<number, Migration> = {
  1: shellsBetweenDepths,
  // From 2 to 3: only things that were not there before, each with its default.
  2: (old) => ({ ...old, version: 3 }),
  3: focusTargets,
};

type Loose = Record<string, unknown>;

/** From 3 to 4: what a lens is focused on was a mark's front or a distance. */
function focusTargets(old: Loose): Loose {
  const cameras = Array.isArray(old.cameras) ? (old.cameras as Loose[]) : [];
  return {
    ...old,
    version: 4,
    cameras: cameras.map(({ focusOn, ...camera }) =>
      typeof focusOn === 'string' ? { ...camera, focus: { on: 'front', markId: focusOn } } : camera,
    ),
  };
}

/** From 1 to 2: a shell stood about the middle by its depth, and a bevel was as high as it was wide. */
function shellsBetweenDepths(old: Loose): Loose {
  const bevel = ({ kind, size, ...rest }: Loose): Loose => ({ ...rest, profile: kind, size, height: size });
  const shell = ({ depth = 0.28, front = {}, back = {}, ...rest }: Loose): Loose => ({
    ...rest,
    from: -(depth as number) / 2,
    to: (depth as number) / 2,
    front: bevel(front as Loose),
    back: bevel(back as Loose),
  });
  const marks = Array.isArray(old.marks) ? (old.marks as Loose[]) : [];
  return {
    ...old,
    version: 2,
    marks: marks.map((mark) => ({ ...mark, shells: Array.isArray(mark.shells) ? (mark.shells as Loose[]).map(shell) : mark.shells })),
  };
}

/** Reads a document of any version: brings it up to date, fills in defaults, checks every bound. */
export function readProduction(value: unknown): Production {
  if (typeof value !== 'object' || value === null) throw new ProductionError('This is not a production.');
  let document = value as Record<string, unknown>;
  let version = typeof document.version === 'number' ? document.version : CURRENT_VERSION;
  if (version > CURRENT_VERSION) throw new ProductionError('This production was made with a newer Ironsky. Update Ironsky to open it.');
  for (; version < CURRENT_VERSION; version++) {
    const step = MIGRATIONS[version];
    if (!step) throw new ProductionError(`Productions of version ${version} cannot be read.`);
    try {
      document = step(document);
    } catch {
      throw new ProductionError('This production is not readable: parts of it are not what they should be.');
    }
  }
  const result = productionSchema.safeParse(document);
  if (result.success) return result.data;
  const issue = result.error.issues[0];
  throw new ProductionError(`${issue?.message ?? 'Not readable'} (at ${issue?.path.join(' › ') || 'the top'})`);
}
