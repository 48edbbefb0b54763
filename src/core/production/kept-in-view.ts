import type { Mark } from './mark';
import type { Versions } from './versions';

/** Whether a mark has to stay in view in every format: one that is named, or any words where nothing was said of it. */
export const isKeptInView = ({ keep }: Pick<Versions, 'keep'>, { id, body }: Pick<Mark, 'id' | 'body'>): boolean =>
  keep === null ? body.kind === 'words' : keep.includes(id);
