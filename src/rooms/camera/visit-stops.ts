import { letterBox } from '@/core/frame/letter-box';
import { isShown, markPose } from '@/core/frame/mark-pose';
import { visitStopSchema, type VisitLook, type VisitStop } from '@/core/frame/visit';
import { lettersAt } from '@/core/outline/text-layout';
import { partPlacesAt } from '@/core/frame/part-places';
import type { Mark } from '@/core/production/mark';
import type { Production } from '@/core/production/production';
import type { Box } from '@/core/space/vector';
import { boundsIn, type ViewState } from '../workspace/view-store';

/** What is visited one by one. */
export const VISITED = ['marks', 'words', 'letters'] as const;
export type Visited = (typeof VISITED)[number];

/** A stop with what it is called, and a key by which it is known again. */
export interface NamedStop extends VisitStop {
  key: string;
  label: string;
}

interface Piece {
  key: string;
  label: string;
  box: Box;
}

/** What of a mark is visited: the whole of it, or each word or letter of its text. */
function piecesOf(production: Production, mark: Mark, by: Visited, facts: ViewState['facts'], frame: number): Piece[] {
  const known = facts[mark.id];
  if (!known?.bounds) return [];
  const whole = [{ key: mark.id, label: mark.name, box: known.bounds }];
  if (by === 'marks' || mark.body.kind !== 'words') return whole;
  const { text } = mark.body;
  const letters = lettersAt(known.letters, partPlacesAt(production, mark, frame));
  const spans = [...text.matchAll(by === 'words' ? /\S+/gu : /\S/gu)].map(({ index, 0: found }) => ({
    from: index,
    to: index + found.length,
  }));
  return spans.flatMap(({ from, to }): Piece[] => {
    const box = letterBox(
      letters.filter((letter) => letter.from >= from && letter.from < to),
      mark,
    );
    return box ? [{ key: `${mark.id} ${from}`, label: text.slice(from, to), box }] : [];
  });
}

/** The first look at a stop: a little from aside, now from the left and now from the right. */
const firstLook = (index: number): VisitLook => visitStopSchema.parse({ side: index % 2 === 0 ? -15 : 15, tilt: 6 });

/** Marks that are visited: those selected, in the order in which they were, or else all that are shown. */
export function visitedMarks({ marks }: Production, chosen: readonly string[], isSeen: (mark: Mark) => boolean): Mark[] {
  const picked = chosen.flatMap((id) => marks.find((mark) => mark.id === id) ?? []);
  return picked.length > 0 ? picked : marks.filter(isSeen);
}

/** The stops of a visit as they stand at a frame. */
export function stopsOf(
  production: Production,
  { by, chosen, looks, left }: { by: Visited; chosen: readonly string[]; looks: ReadonlyMap<string, VisitLook>; left: ReadonlySet<string> },
  facts: ViewState['facts'],
  frame: number,
): NamedStop[] {
  const marks = visitedMarks(production, chosen, (mark) => isShown(production, mark, frame));
  return marks
    .flatMap((mark) => {
      const pose = markPose(production, mark, frame, boundsIn(facts));
      return piecesOf(production, mark, by, facts, frame).map((piece) => ({ ...piece, pose }));
    })
    .filter(({ key }) => !left.has(key))
    .map((stop, i) => ({ ...stop, look: looks.get(stop.key) ?? firstLook(i) }));
}
