import { cutText } from '../../schema/text';
import type { Mark } from '../mark';
import { depthsOf, MAX_SHELLS, shellSchema, type Shell } from '../shell';
import { surfaceOf } from '../surface';
import type { Production } from '../production';
import { freshId } from './fresh-id';
import { plainCopy } from '../../schema/plain-copy';

const markOf = (draft: Production, markId: string): Mark | undefined => draft.marks.find((mark) => mark.id === markId);

/** Metres that a new backing shell stands behind the last one's face, so that no two planes coincide. */
const SET_BACK = 0.02;

/**
 * Adds a shell behind the others: the outline a little bolder and set back, black; what a title is most often backed with.
 * Returns its id, or null when there are as many as there can be.
 */
export function addShell(draft: Production, markId: string): string | null {
  const mark = markOf(draft, markId);
  if (!mark || mark.shells.length >= MAX_SHELLS) return null;
  const last = mark.shells[mark.shells.length - 1] as Shell;
  const id = freshId(mark.shells, 'shell');
  const { from, to } = depthsOf(last);
  const black = () => surfaceOf('black-chrome');
  const shell = shellSchema.parse({
    id,
    name: mark.shells.length === 1 ? 'Surround' : `Shell ${mark.shells.length + 1}`,
    offset: last.offset + 30,
    channels: { from: { rest: from - SET_BACK }, to: { rest: from + (to - from) * 0.5 + SET_BACK / 3 } },
    front: { ...last.front, size: Math.min(last.front.size, 16), height: Math.min(last.front.height, 16) },
    back: { ...last.back },
    surfaces: { face: black(), bevel: black(), side: black(), back: black() },
  });
  mark.shells.push(shell);
  return id;
}

/** Puts a copy of a shell after it; returns the copy's id. */
export function duplicateShell(draft: Production, markId: string, shellId: string): string | null {
  const mark = markOf(draft, markId);
  const index = mark?.shells.findIndex((shell) => shell.id === shellId) ?? -1;
  if (!mark || index < 0 || mark.shells.length >= MAX_SHELLS) return null;
  const copy = plainCopy(mark.shells[index] as Shell);
  copy.id = freshId(mark.shells, 'shell');
  copy.name = cutText(`${copy.name} copy`, 40);
  mark.shells.splice(index + 1, 0, copy);
  return copy.id;
}

/** Removes a shell; the last one stays. */
export function removeShell(draft: Production, markId: string, shellId: string): void {
  const mark = markOf(draft, markId);
  if (mark && mark.shells.length > 1) mark.shells = mark.shells.filter((shell) => shell.id !== shellId);
}

/** Least thickness of a shell, metres. */
const THINNEST = 0.001;

/** Changes a shell. A plane that is moved past the other pushes it along: a shell is never thinner than a millimetre. */
export function changeShell(draft: Production, markId: string, shellId: string, recipe: (shell: Shell) => void): void {
  const shell = markOf(draft, markId)?.shells.find((s) => s.id === shellId);
  if (!shell) return;
  const before = shell.channels.to.rest;
  recipe(shell);
  const { from, to } = shell.channels;
  if (to.rest - from.rest >= THINNEST) return;
  if (to.rest !== before) from.rest = to.rest - THINNEST;
  else to.rest = from.rest + THINNEST;
}

/** Moves a shell up or down the list. Only the order in which they are listed changes. */
export function moveShell(draft: Production, markId: string, shellId: string, by: -1 | 1): void {
  const shells = markOf(draft, markId)?.shells;
  const index = shells?.findIndex((shell) => shell.id === shellId) ?? -1;
  const to = index + by;
  if (!shells || index < 0 || to < 0 || to >= shells.length) return;
  const [shell] = shells.splice(index, 1);
  if (shell) shells.splice(to, 0, shell);
}

/** Puts a shell in the list where its face is in depth: those before it are nearer to the audience. */
export function listByDepth(draft: Production, markId: string, shellId: string): void {
  const mark = markOf(draft, markId);
  const shell = mark?.shells.find((each) => each.id === shellId);
  if (!mark || !shell) return;
  const face = depthsOf(shell).to;
  const others = mark.shells.filter((each) => each !== shell);
  // As little as possible is moved: only past shells that it has passed in depth.
  const was = mark.shells.indexOf(shell);
  let at = was;
  while (at > 0 && depthsOf(others[at - 1] as Shell).to < face) at--;
  if (at === was) while (at < others.length && depthsOf(others[at] as Shell).to > face) at++;
  others.splice(at, 0, shell);
  if (at !== was) mark.shells = others;
}
