import { z } from 'zod';

/** What the interface needs to know of a choice among names. */
export interface ChoiceMeta {
  label: string;
  choices: readonly { id: string; label: string }[];
}

const choices = z.registry<ChoiceMeta>();

/**
 * One of some names, with the words that are shown for them.
 * @param words what is shown, by the names that are kept
 * @param rest what is chosen where nothing is said
 */
export function choiceField<const W extends Record<string, string>>(label: string, words: W, rest: keyof W & string) {
  const names = Object.keys(words) as (keyof W & string)[];
  const field = z.enum(names).default(rest as never);
  choices.add(field, { label, choices: names.map((id) => ({ id, label: words[id] as string })) });
  return field;
}

/** Any number of some names, in their own order. */
export function choicesField<const W extends Record<string, string>>(label: string, words: W, rest: readonly (keyof W & string)[] = []) {
  const names = Object.keys(words) as (keyof W & string)[];
  const field = z
    .array(z.enum(names))
    .max(names.length)
    .transform((chosen) => names.filter((name) => (chosen as string[]).includes(name)))
    .default([...rest]);
  choices.add(field, { label, choices: names.map((id) => ({ id, label: words[id] as string })) });
  return field;
}

/** What a field chooses among; undefined for one that is no choice. */
export const choiceMetaOf = (field: z.ZodType): ChoiceMeta | undefined => choices.get(field);
