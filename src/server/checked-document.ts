import 'server-only';
import { Recent } from '@/core/keep/recent';
import { markSchema, type Mark } from '@/core/production/mark';
import { readProduction } from '@/core/production/migrate';
import { CURRENT_VERSION, MAX_MARKS, type Production } from '@/core/production/production';

/** Marks that were checked before, by their text: what has not changed since the last save is not checked again. */
const checked = new Recent<Mark>(1500);

interface Given {
  version?: unknown;
  marks?: unknown;
}

/** A mark as it was checked; null for one that is new and must be. */
function markOf(given: unknown): Mark | null {
  const text = JSON.stringify(given);
  const known = checked.get(text);
  if (known) return known;
  const read = markSchema.safeParse(given);
  if (!read.success) return null;
  checked.set(text, read.data);
  return read.data;
}

/**
 * Checks a document as `readProduction` does, at a cost that grows with what has changed since it, or one like it, was last checked.
 * @throws ProductionError in plain words
 */
export function checkDocument(given: unknown): Production {
  const { version, marks } = (typeof given === 'object' && given !== null ? given : {}) as Given;
  if (version !== CURRENT_VERSION || !Array.isArray(marks)) return readProduction(given);
  const own = marks.map(markOf);
  const isWhole = own.every((mark) => mark !== null) && own.length <= MAX_MARKS && new Set(own.map((mark) => mark?.id)).size === own.length;
  // Whatever is wrong is said by the whole check, with its place.
  if (!isWhole) return readProduction(given);
  return { ...readProduction({ ...(given as object), marks: [] }), marks: own as Mark[] };
}
