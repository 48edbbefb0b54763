import { surfaceOf, type SurfaceLook } from '../surface';
import { pathKind, type ModelPart } from '../mark';
import type { MediaRef } from '../media';
import { bareName } from '../media';
import type { Production } from '../production';
import { addMark } from './mark-edits';

/** What of a model is of one material, as it was read. */
export interface GivenPart {
  name: string;
  look: SurfaceLook;
}

const partsOf = (given: readonly GivenPart[], before: readonly ModelPart[] = []): ModelPart[] =>
  given.map(({ name, look }, i) => {
    const known = before.find((part) => part.name === name) ?? before[i];
    return {
      id: `part-${i + 1}`,
      name,
      channels: known?.channels ?? pathKind.channels.parse({}),
      surface: known?.surface ?? surfaceOf(look),
    };
  });

/** Adds a model as a mark; returns its id. */
export function addModel(draft: Production, model: MediaRef, parts: readonly GivenPart[]): string {
  return addMark(draft, bareName(model.name), { kind: 'model', model, parts: partsOf(parts) }).id;
}

/** Puts a newer file in the place of a model: each part takes the look and the moves of that of the same name, or else in order. */
export function replaceModel(draft: Production, id: string, model: MediaRef, parts: readonly GivenPart[]): void {
  const body = draft.marks.find((mark) => mark.id === id)?.body;
  if (body?.kind !== 'model') return;
  body.parts = partsOf(parts, body.parts);
  body.model = model;
}
