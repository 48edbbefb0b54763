import type { Production } from '@/core/production/production';
import { versionOf, type VersionChoice } from '@/core/versions/version-of';

/** The production as it is itself: no row of its table, in its own raster. */
export const ITSELF: VersionChoice = { rowId: null, formatId: null };

const made = new WeakMap<Production, Map<string, Production>>();

export const isItself = ({ rowId, formatId }: VersionChoice): boolean => rowId === null && formatId === null;

/** A production as a version of it is; as it is itself where that version is gone. The same object for the same question. */
export function shownOf(production: Production, choice: VersionChoice): Production {
  if (isItself(choice)) return production;
  let known = made.get(production);
  if (!known) made.set(production, (known = new Map()));
  const key = `${choice.rowId}|${choice.formatId}`;
  let shown = known.get(key);
  if (!shown) known.set(key, (shown = withoutGone(production, choice)));
  return shown;
}

function withoutGone(production: Production, { rowId, formatId }: VersionChoice): Production {
  const { rows, formats } = production.versions;
  const there = {
    rowId: rows.some(({ id }) => id === rowId) ? rowId : null,
    formatId: formats.some(({ id }) => id === formatId) ? formatId : null,
  };
  return isItself(there) ? production : versionOf(production, there);
}
