import type { z } from 'zod';
import { FORMS, type FormKind } from '../../outline/forms';
import { BODIES, type BodyKind } from '../../solid/bodies';
import { anglesOf, multiply, transformPoint, type Mat4 } from '../../space/matrix';
import type { Box, Vec3 } from '../../space/vector';
import { cleanText, cutText } from '../../schema/text';
import { markSchema, type Mark } from '../mark';
import { hueFor, type Production } from '../production';
import { retarget } from './references';
import { freshId } from './fresh-id';
import { runsAfterEdit } from './run-edits';
import { MAX_TEXT } from '../words';
import { canRelease, copyPose, patternCount, patternSchema } from '../pattern';
import { plainCopy } from '../../schema/plain-copy';

/** What a mark is called that is named after its words. */
const wordsName = (text: string): string => cutText(text.split('\n')[0] ?? '', 80) || 'Words';

type MarkInput = z.input<typeof markSchema>;

const SHELL = { id: 'shell-1' } as const;

/** Puts in a mark of a body, in a shell as new ones have. */
export function addMark(draft: Production, name: string, body: MarkInput['body']): Mark {
  const mark = markSchema.parse({ id: freshId(draft.marks, 'mark'), name, hue: hueFor(draft.marks.length), body, shells: [SHELL] });
  draft.marks.push(mark);
  return mark;
}

/** Adds a wordmark, standing where the last one does not; returns its id. */
export function addWordmark(draft: Production, text: string): string {
  const above = draft.marks.length;
  const mark = addMark(draft, wordsName(text), { kind: 'words', text });
  mark.channels.y.rest = above === 0 ? 0 : -1.35 * above;
  return mark.id;
}

/** Adds a plain body; returns its id. */
export const addBody = (draft: Production, body: BodyKind): string =>
  addMark(draft, BODIES[body].label, { kind: 'body', shape: { body } }).id;

/** Adds a plain form; returns its id. */
export const addForm = (draft: Production, form: FormKind): string =>
  addMark(draft, FORMS[form].label, { kind: 'form', shape: { form } }).id;

/** Changes a mark by a recipe; does nothing when it is gone. */
export function changeMark(draft: Production, id: string, recipe: (mark: Mark) => void): void {
  const mark = draft.marks.find((m) => m.id === id);
  if (mark) recipe(mark);
}

export function removeMark(draft: Production, id: string): void {
  draft.marks = draft.marks.filter((mark) => mark.id !== id);
  retarget(draft, 'marks', (markId) => (markId === id ? null : markId));
}

/** Puts a copy beside a mark, with everything it has; returns the copy's id. */
export function duplicateMark(draft: Production, id: string): string | null {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const mark = draft.marks[index];
  if (!mark) return null;
  const copy = plainCopy(mark);
  copy.id = freshId(draft.marks, 'mark');
  copy.name = cutText(`${mark.name} copy`, 80);
  copy.hue = hueFor(draft.marks.length);
  draft.marks.splice(index + 1, 0, copy);
  return copy.id;
}

/**
 * Makes one copy of a pattern a mark of its own, standing where it stood at `pose`; returns its id.
 * @param pose of the patterned mark at the playhead
 * @param pivot the point that it turns about
 * @param box its extent, by which copies stand apart
 */
export function releaseCopy(draft: Production, id: string, copy: number, pose: Mat4, pivot: Vec3, box?: Box | null): string | null {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const mark = draft.marks[index];
  if (!mark || !canRelease(mark.pattern) || copy < 1 || copy >= patternCount(mark.pattern) || mark.pattern.released.includes(copy))
    return null;
  const own = plainCopy(mark);
  own.id = freshId(draft.marks, 'mark');
  own.name = cutText(`${mark.name} ${copy + 1}`, 80);
  own.hue = hueFor(draft.marks.length);
  own.pattern = patternSchema.parse({});
  const stands = multiply(pose, copyPose(mark.pattern, copy, box));
  const { panDeg, tiltDeg, rollDeg } = anglesOf(stands);
  const [x, y, z] = transformPoint(stands, pivot);
  const rest = { x: x - pivot[0], y: y - pivot[1], z: z - pivot[2], pan: panDeg, tilt: tiltDeg, roll: rollDeg };
  for (const [name, value] of Object.entries(rest)) own.channels[name as keyof typeof rest] = { rest: value, keys: [] };
  mark.pattern.released.push(copy);
  draft.marks.splice(index + 1, 0, own);
  return own.id;
}

/** Changes words; a mark still named after its words follows them. */
export function setWords(draft: Production, id: string, text: string): void {
  const mark = draft.marks.find((m) => m.id === id);
  if (mark?.body.kind !== 'words') return;
  const clean = cleanText(text, MAX_TEXT, true);
  mark.body.runs = runsAfterEdit(mark.body.runs, mark.body.text, clean);
  const wasNamedAfter = wordsName(mark.body.text);
  mark.body.text = clean;
  if (mark.name === wasNamedAfter) mark.name = wordsName(clean);
}
