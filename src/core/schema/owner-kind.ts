import { z } from 'zod';
import { idField } from './fields';
import { textField } from './text';

/**
 * A kind of owner: something that has channels, and settings that do not change with time. Timeline, curves, bench, keys, copying, loop
 * check, renaming and removal of what it refers to know owners only by what stands here. A new kind is one file and one line in its
 * registry.
 */
export interface OwnerKind<Kind extends string = string, C extends z.ZodObject = z.ZodObject, S extends z.ZodObject = z.ZodObject> {
  kind: Kind;
  label: string;
  /** Where such owners stand in a production: names, and `*` for ids, parted by slashes. */
  places: readonly string[];
  /** Its channels with their bounds, defaults and labels. */
  channels: C;
  /** What is set on it that does not change with time. */
  settings: S;
  /** Its keys stand in delivered time; those of all others in that of the scene. */
  delivered?: true;
  /** There is exactly one in every production. */
  single?: true;
  /** Whether it does anything as it is set; it does when this is left out. */
  applies?(settings: z.output<S>): boolean;
  /** How the loop check measures it: by its values, or by the poses and lenses that come of them. */
  measured?: 'values' | 'poses';
  /** Told when something that one of its settings referred to is gone, after that setting was emptied. */
  onLoss?(settings: z.output<S>): void;
}

/** No settings. */
export const NO_SETTINGS = z.object({});

/** A whole owner, as it stands in a list of the document. */
type OwnerSchema<K extends OwnerKind> = z.ZodObject<{
  id: typeof idField;
  kind: z.ZodLiteral<K['kind']>;
  /** What it is called; its kind's label where it has no name. */
  name: z.ZodDefault<ReturnType<typeof textField>>;
  channels: z.ZodPrefault<K['channels']>;
  settings: z.ZodPrefault<K['settings']>;
}>;

export type OwnerOf<K extends OwnerKind> = K extends OwnerKind ? z.output<OwnerSchema<K>> : never;

/** An owner of any kind, as far as all are alike. */
export interface AnyOwner {
  id: string;
  kind: string;
}

function ownerSchema<K extends OwnerKind>({ kind, channels, settings }: K): OwnerSchema<K> {
  return z.object({
    id: idField,
    kind: z.literal(kind),
    name: textField(80).default(''),
    channels: channels.prefault({}),
    settings: settings.prefault({}),
  }) as unknown as OwnerSchema<K>;
}

/** An owner of one of several kinds. */
export const anyOf = <const K extends readonly [OwnerKind, ...OwnerKind[]]>(kinds: K) =>
  z.discriminatedUnion('kind', kinds.map(ownerSchema) as unknown as [OwnerSchema<K[0]>]) as unknown as z.ZodType<
    OwnerOf<K[number]>,
    { id: string; kind: K[number]['kind']; name?: string; channels?: object; settings?: object }
  >;

/** Things of one list, told apart by their ids. */
export const uniqueIds = (what: string) =>
  [(list: readonly { id: string }[]) => new Set(list.map(({ id }) => id)).size === list.length, `Two ${what} have the same id.`] as const;

/**
 * A list of owners of some kinds. Those of which there is exactly one are always in it: they are put in with their defaults where they are
 * missing, so that documents from before they were thought of open.
 */
export function ownerList<const K extends readonly [OwnerKind, ...OwnerKind[]]>(kinds: K, max: number, what: string) {
  const owner = anyOf(kinds);
  const withSingles = (given: unknown) => {
    const list = Array.isArray(given) ? (given as Partial<AnyOwner>[]) : given === undefined ? [] : given;
    if (!Array.isArray(list)) return list;
    const missing = kinds.filter((kind) => kind.single && !list.some((each) => each?.kind === kind.kind));
    return [...list, ...missing.map(({ kind }) => ({ id: kind, kind }))];
  };
  return z.preprocess(
    withSingles,
    z
      .array(owner)
      .max(max, `There can be at most ${max} ${what}.`)
      .refine(...uniqueIds(what)),
  );
}

/** Of some owners, or states of owners, the first one of a kind; undefined where there is none. */
export const ofKind = <O extends { kind: string }, K extends O['kind']>(list: readonly O[], kind: K): Extract<O, { kind: K }> | undefined =>
  list.find((each): each is Extract<O, { kind: K }> => each.kind === kind);

/** What a reference names: something of a list of the production. */
export interface Reference {
  to: string;
}

const references = z.registry<Reference>();

/** A reference to something of a list of the production, by its id; null for none. */
export function referenceTo(list: string) {
  const field = idField.nullable().default(null);
  references.add(field, { to: list });
  return field;
}

type Settings = Record<string, unknown>;

/** Everything within some settings, in lists too, that refers to a list of the production: who holds it, under which name, and its id. */
export function* referencesIn(
  settings: Settings,
  schema: z.ZodObject,
  to: string,
): Generator<[holder: Settings, name: string, id: string]> {
  for (const [name, field] of Object.entries(schema.shape as Record<string, z.ZodType>)) {
    const value = settings[name];
    if (references.get(field)?.to === to) {
      if (typeof value === 'string') yield [settings, name, value];
      continue;
    }
    const inner = unwrapped(field);
    const each = inner instanceof z.ZodArray ? unwrapped(inner.element as z.ZodType) : inner;
    if (!(each instanceof z.ZodObject) || typeof value !== 'object' || value === null) continue;
    for (const held of Array.isArray(value) ? (value as Settings[]) : [value as Settings]) yield* referencesIn(held, each, to);
  }
}

function unwrapped(schema: z.ZodType): z.ZodType {
  const wrapped = schema instanceof z.ZodDefault || schema instanceof z.ZodPrefault || schema instanceof z.ZodNullable;
  return wrapped ? unwrapped(schema.unwrap() as z.ZodType) : schema;
}
