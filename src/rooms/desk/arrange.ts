import type { ProductionSummary } from '@/core/production/listing';
import { framesPerSecond } from '@/core/time/rate';

export const SORTS = ['changed', 'name', 'length'] as const;
export type Sort = (typeof SORTS)[number];

/** What of the desk is shown, and in which order. */
export interface Arrangement {
  search: string;
  /** Null for all. */
  folder: string | null;
  sort: Sort;
}

const byWords = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

const secondsOf = ({ format }: ProductionSummary): number => (format ? format.length / framesPerSecond(format.rate) : -1);

const ORDERS: Record<Sort, (a: ProductionSummary, b: ProductionSummary) => number> = {
  changed: (a, b) => b.updatedAt.localeCompare(a.updatedAt),
  name: (a, b) => byWords.compare(a.name, b.name),
  length: (a, b) => secondsOf(b) - secondsOf(a),
};

/** Folders that there are, by name. */
export const foldersOf = (list: readonly ProductionSummary[]): string[] =>
  [...new Set(list.map(({ folder }) => folder))].filter(Boolean).sort(byWords.compare);

/** Every word that is searched for stands somewhere in its name or its folder. */
function matches({ name, folder }: ProductionSummary, search: string): boolean {
  const text = `${name} ${folder}`.toLocaleLowerCase('en');
  return search
    .toLocaleLowerCase('en')
    .split(/\s+/)
    .every((word) => text.includes(word));
}

export const arranged = (list: readonly ProductionSummary[], { search, folder, sort }: Arrangement): ProductionSummary[] =>
  list.filter((each) => (folder === null || each.folder === folder) && matches(each, search)).sort(ORDERS[sort]);

const STEPS: readonly [Intl.RelativeTimeFormatUnit, number][] = [
  ['year', 31_536_000],
  ['month', 2_592_000],
  ['week', 604_800],
  ['day', 86_400],
  ['hour', 3_600],
  ['minute', 60],
];
const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' });

/** When something was, as one says it: “3 days ago”. */
export function agoWords(iso: string, now: Date): string {
  const seconds = (new Date(iso).getTime() - now.getTime()) / 1000;
  const [unit, length] = STEPS.find(([, size]) => Math.abs(seconds) >= size) ?? ['second', 0];
  return length === 0 ? 'just now' : relative.format(Math.round(seconds / length), unit);
}
