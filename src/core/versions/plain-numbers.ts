import type { z } from 'zod';
import { formSchema, modelSchema, outlineSchema, type Mark } from '../production/mark';
import { bevelSchema, shellSchema } from '../production/shell';
import { wordsSchema } from '../production/words';
import { fieldMeta, numberNames, type FieldMeta } from '../schema/fields';

type Shape = Record<string, z.ZodType>;

/** Somewhere in a mark where plain numbers stand: numbers that are no channels. */
interface Place {
  place: string;
  /** What of the mark it is, in words; empty for its body. */
  holder: string;
  shape: Shape;
  node: object;
}

const BODIES: Partial<Record<Mark['body']['kind'], Shape>> = {
  words: wordsSchema.shape,
  outline: outlineSchema.shape,
  form: formSchema.shape,
  model: modelSchema.shape,
};

function placesIn({ body, shells }: Mark): Place[] {
  const shape = BODIES[body.kind];
  return [
    ...(shape ? [{ place: 'body', holder: '', shape, node: body }] : []),
    ...shells.flatMap((shell) => [
      { place: `shells/${shell.id}`, holder: shell.name, shape: shellSchema.shape, node: shell },
      { place: `shells/${shell.id}/front`, holder: `${shell.name}, front bevel`, shape: bevelSchema.shape, node: shell.front },
      { place: `shells/${shell.id}/back`, holder: `${shell.name}, back bevel`, shape: bevelSchema.shape, node: shell.back },
    ]),
  ];
}

export interface PlainNumber {
  place: string;
  name: string;
}

/** Every plain number of a mark: of its body, its shells and their bevels. */
export const plainNumbers = (mark: Mark): PlainNumber[] =>
  placesIn(mark).flatMap(({ place, shape }) => numberNames(shape).map((name) => ({ place, name })));

/** One of them, with its bounds; undefined where it is gone. `set` changes the mark that was given. */
export function plainNumberAt(mark: Mark, { place, name }: PlainNumber) {
  const found = placesIn(mark).find((each) => each.place === place);
  if (!found || !numberNames(found.shape).includes(name)) return undefined;
  const node = found.node as Record<string, number>;
  return {
    meta: fieldMeta(found.shape, name) satisfies FieldMeta,
    holder: found.holder,
    value: node[name] as number,
    set: (value: number) => {
      node[name] = value;
    },
  };
}
