import { allOwners } from './owners/owners';
import { MEDIA_KINDS, type MediaKind, type MediaRef } from './media';
import { pictureSchema } from './picture';
import type { Production } from './production';

export interface UsedFile extends MediaRef {
  kind: MediaKind;
}

/** The picture that an owner is set to show. */
function pictureIn({ picture }: { picture?: unknown }): MediaRef[] {
  const found = pictureSchema.safeParse(picture);
  return found.success ? [found.data] : [];
}

/** Where a production names files of each kind. */
const FILES: { readonly [K in MediaKind]: (production: Production) => MediaRef[] } = {
  sound: ({ sound }) => (sound ? [sound] : []),
  picture: (production) => [
    ...production.marks.flatMap(({ body }) => (body.kind === 'panel' ? [body.picture] : [])),
    // Of surroundings, the plate, and patterns.
    ...allOwners(production).flatMap(({ settings }) => pictureIn(settings)),
    // Those that rows of the table may name.
    ...production.versions.fields.flatMap(({ pictures }) => pictures),
  ],
  model: ({ marks }) => marks.flatMap(({ body }) => (body.kind === 'model' ? [body.model] : [])),
};

/** Files that a production uses, each once. */
export const mediaUsed = (production: Production): UsedFile[] =>
  MEDIA_KINDS.flatMap((kind) => {
    const byHash = new Map(FILES[kind](production).map(({ hash, name }) => [hash, { kind, hash, name }]));
    return [...byHash.values()];
  });
