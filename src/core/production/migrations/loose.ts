/** A document as it was read, before anything is known of it. */
export type Loose = Record<string, unknown>;

/** A step from one version of the document to the next. */
export type Migration = (old: Loose) => Loose;

const isLoose = (value: unknown): value is Loose => typeof value === 'object' && value !== null && !Array.isArray(value);

/** A list with each of its things changed; whatever else it is stays as it is, to be refused with its place named. */
export const each = (list: unknown, change: (item: Loose, index: number) => unknown): unknown =>
  Array.isArray(list) ? list.map((item: unknown, i) => (isLoose(item) ? change(item, i) : item)) : list;

/** A thing changed, if it is one. */
export const changed = (thing: unknown, change: (thing: Loose) => unknown): unknown => (isLoose(thing) ? change(thing) : thing);

/** Members of a thing parted in two: those that are named, and the others. Those that are not there are left out. */
export function parted(thing: Loose, names: readonly string[]): [named: Loose, others: Loose] {
  const entries = Object.entries(thing);
  return [
    Object.fromEntries(entries.filter(([name]) => names.includes(name))),
    Object.fromEntries(entries.filter(([name]) => !names.includes(name))),
  ];
}

/** The channels at rest for plain values; those that are not there are left out and take their defaults. */
export const atRest = (values: Loose): Loose =>
  Object.fromEntries(Object.entries(values).flatMap(([name, rest]) => (rest === undefined ? [] : [[name, { rest }]])));
