import { changed, type Migration } from './loose';

/** Where no marks were named that are held in view, all words were: that is told from naming none now. */
export const wordsKeptInView: Migration = (old) => ({
  ...old,
  version: 11,
  versions: changed(old.versions, (versions) => ({
    ...versions,
    keep: Array.isArray(versions.keep) && versions.keep.length === 0 ? null : versions.keep,
  })),
});
