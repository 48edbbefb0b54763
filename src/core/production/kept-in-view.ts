import type { Mark } from './mark';
import type { Versions } from './versions';

/** Whether a mark has to stay in view in every format: one that is named, or any words where none is. */
export const isKeptInView = ({ keep }: Pick<Versions, 'keep'>, { id, body }: Pick<Mark, 'id' | 'body'>): boolean =>
  keep.length > 0 ? keep.includes(id) : body.kind === 'words';
