import { produce } from 'immer';
import { setWords } from '../production/edits/mark-edits';
import { scaleMark, shiftMark } from '../production/edits/scale-mark';
import type { Production } from '../production/production';
import type { DeliveryFormat, PlaceInFormat } from '../production/versions';

/** Puts a mark where a format has it. */
function place(draft: Production, { markId, across, up, size, wordALine }: PlaceInFormat): void {
  const mark = draft.marks.find(({ id }) => id === markId);
  if (!mark) return;
  scaleMark(mark, size);
  shiftMark(mark, across, up);
  // Each space becomes a break, so letters keep their numbers.
  if (wordALine && mark.body.kind === 'words') setWords(draft, markId, mark.body.text.replaceAll(' ', '\n'));
}

/** A production as one of its formats has it: in that raster, its shots framed anew, its marks where they stand there. */
export const applyFormat = (production: Production, { width, height, rule, byHand, places }: DeliveryFormat): Production =>
  produce(production, (draft) => {
    const { width: ownWidth, height: ownHeight } = production.format;
    draft.framing = { width: ownWidth, height: ownHeight, rule, byHand };
    Object.assign(draft.format, { width, height });
    for (const each of places) place(draft, each);
  });
