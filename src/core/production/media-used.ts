import { MEDIA_KINDS, type MediaKind, type MediaRef } from './media';
import type { Production } from './production';

export interface UsedFile extends MediaRef {
  kind: MediaKind;
}

/** Where a production names files of each kind. */
const FILES: { readonly [K in MediaKind]: (production: Production) => MediaRef[] } = {
  sound: ({ sound }) => (sound ? [sound] : []),
  picture: ({ marks, set, domes }) => [
    ...marks.flatMap(({ body }) => (body.kind === 'panel' ? [body.picture] : [])),
    ...domes.flatMap(({ settings }) => settings.picture ?? []),
    ...set.flatMap((each) => (each.kind === 'plate' && each.settings.picture ? [each.settings.picture] : [])),
  ],
  model: ({ marks }) => marks.flatMap(({ body }) => (body.kind === 'model' ? [body.model] : [])),
};

/** Files that a production uses, each once. */
export const mediaUsed = (production: Production): UsedFile[] =>
  MEDIA_KINDS.flatMap((kind) => {
    const byHash = new Map(FILES[kind](production).map(({ hash, name }) => [hash, { kind, hash, name }]));
    return [...byHash.values()];
  });
