import { cutText } from '../../schema/text';
import { markKind, type Mark } from '../mark';
import type { Production } from '../production';
import { surfaceOf } from '../surface';
import { duplicateMark } from './mark-edits';

/** How far a backing stands out past the mark that it backs, as a share of its height, and how far behind it, metres. */
const STANDS_OUT = 0.035;

/** Puts a copy behind a mark, a little larger and dark, that goes wherever the mark goes; returns its id. */
export function addBacking(draft: Production, id: string, height: number): string | null {
  const copyId = duplicateMark(draft, id);
  const mark = draft.marks.find((each) => each.id === id);
  const copy = draft.marks.find((each) => each.id === copyId);
  const shell = copy?.shells[0];
  if (!mark || !copy || !shell) return null;
  copy.name = cutText(`${mark.name} backing`, 80);
  copy.kit = null;
  copy.settings = { ...mark.settings, carrierId: id, turns: true, behind: true, tip: false };
  // It stands where the mark stands, and is seen when that is.
  copy.channels = { ...markKind.channels.parse({}), travel: copy.channels.travel, inflate: copy.channels.inflate, on: copy.channels.on };
  const dark = () => surfaceOf('black-chrome');
  copy.shells = [
    {
      ...shell,
      name: 'Backing',
      offset: Math.min(1000, Math.max(0, shell.offset) + Math.round(1000 * STANDS_OUT * height)),
      surfaces: { face: dark(), bevel: dark(), side: dark(), back: dark() },
    },
  ];
  undress(copy.body);
  return copy.id;
}

/** Takes away looks of its letters or paths. */
function undress(body: Mark['body']): void {
  const own = body.kind === 'words' ? body.runs : body.kind === 'outline' ? body.paths : [];
  for (const part of own) delete part.surface;
}
