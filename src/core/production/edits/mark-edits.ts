import type { z } from 'zod';
import { drawingExtent, type DrawingPath } from '../../outline/drawing';
import { FORMS, type FormKind } from '../../outline/forms';
import { BODIES, type BodyKind } from '../../solid/bodies';
import { anglesOf, multiply, transformPoint, type Mat4 } from '../../space/matrix';
import type { Vec3 } from '../../space/vector';
import { cleanText, cutText } from '../../schema/text';
import { surfaceOf } from '../surface';
import { markSchema, type Mark } from '../mark';
import { hueFor, type Production } from '../production';
import { retarget } from './references';
import { freshId } from './fresh-id';
import { runsAfterEdit } from './run-edits';
import { shiftBody } from './shift-body';
import { MAX_TEXT } from '../words';
import { copyPose, patternCount, patternSchema } from '../pattern';

/** What a mark is called that is named after its words. */
const wordsName = (text: string): string => cutText(text.split('\n')[0] ?? '', 80) || 'Words';

type MarkInput = z.input<typeof markSchema>;

const SHELL = { id: 'shell-1' } as const;

/** Puts in a mark of a body, in a shell as new ones have. */
function addMark(draft: Production, name: string, body: MarkInput['body']): Mark {
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

/** Paths as a drawing gives them; the colour is that of its fill. */
export type ColouredPath = DrawingPath & { colour?: string };

/** Adds a mark made of drawn outlines, painted as the drawing is; returns its id. */
export function addOutlineMark(draft: Production, name: string, paths: readonly ColouredPath[]): string {
  const mark = addMark(draft, cutText(name, 80) || 'Outline', { kind: 'outline', paths: [...paths] });
  paint(mark, paths);
  return mark.id;
}

/** Adds a plain body; returns its id. */
export const addBody = (draft: Production, body: BodyKind): string =>
  addMark(draft, BODIES[body].label, { kind: 'body', shape: { body } }).id;

/** Adds a plain form; returns its id. */
export const addForm = (draft: Production, form: FormKind): string =>
  addMark(draft, FORMS[form].label, { kind: 'form', shape: { form } }).id;

/** Gives a new mark the colour of its first part that has one. Black is what a drawing without colours says, so it is left alone. */
function paint(mark: Mark, paths: readonly ColouredPath[]): void {
  const colour = paths.find((path) => path.colour && path.colour !== '#000000')?.colour;
  const surfaces = mark.shells[0]?.surfaces;
  if (!colour || !surfaces) return;
  for (const region of ['face', 'bevel', 'side', 'back'] as const) surfaces[region] = surfaceOf({ material: 'lacquer', colour });
}

/** Puts a newer drawing in the place of a mark's outline; its shells, surfaces, place and moves stay. */
export function replaceOutline(draft: Production, id: string, paths: readonly ColouredPath[]): void {
  const body = draft.marks.find((mark) => mark.id === id)?.body;
  if (body?.kind === 'outline') body.paths = [...paths];
}

/**
 * Makes each part of an outline a mark of its own, with the shells of the whole and the colour of the part. Nothing jumps, at any frame:
 * each part turns about
 * the pivot of the whole until it is given another. Returns the ids of the parts; none when there is only one.
 * @param pivot what the whole turns about, in its own frame
 */
export function splitOutline(draft: Production, id: string, pivot: Vec3): string[] {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const whole = draft.marks[index];
  if (whole?.body.kind !== 'outline' || whole.body.paths.length < 2) return [];
  const { paths, size } = whole.body;
  const extent = drawingExtent(paths);
  if (!extent) return [];
  const unit = size / (extent.y1 - extent.y0);
  const taken = [...draft.marks];
  const parts = paths.flatMap((path, i): Mark[] => {
    const own = drawingExtent([path]);
    if (!own || own.y1 === own.y0) return [];
    const part = JSON.parse(JSON.stringify(whole)) as Mark;
    part.id = freshId(taken, 'mark');
    part.name = cutText(`${whole.name} ${i + 1}`, 80);
    part.hue = hueFor(index + i);
    part.body = { kind: 'outline', paths: [path], size: (own.y1 - own.y0) * unit };
    shiftBody(part, pivot, [
      ((own.x0 + own.x1 - extent.x0 - extent.x1) / 2) * unit,
      (-(own.y0 + own.y1 - extent.y0 - extent.y1) / 2) * unit,
    ]);
    paint(part, [path]);
    taken.push(part);
    return [part];
  });
  draft.marks.splice(index, 1, ...parts);
  retarget(draft, 'marks', (markId) => (markId === id ? (parts[0]?.id ?? null) : markId));
  return parts.map((part) => part.id);
}

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
  const copy = JSON.parse(JSON.stringify(mark)) as Mark;
  copy.id = freshId(draft.marks, 'mark');
  copy.name = cutText(`${mark.name} copy`, 80);
  copy.hue = hueFor(draft.marks.length);
  draft.marks.splice(index + 1, 0, copy);
  return copy.id;
}

/**
 * Makes one copy of a pattern a mark of its own, standing where it stood at `pose`; returns its id.
 * @param pose of the patterned mark at the playhead, and the point that it turns about
 */
export function releaseCopy(draft: Production, id: string, copy: number, pose: Mat4, pivot: Vec3): string | null {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const mark = draft.marks[index];
  if (!mark || copy < 1 || copy >= patternCount(mark.pattern) || mark.pattern.released.includes(copy)) return null;
  const own = JSON.parse(JSON.stringify(mark)) as Mark;
  own.id = freshId(draft.marks, 'mark');
  own.name = cutText(`${mark.name} ${copy + 1}`, 80);
  own.hue = hueFor(draft.marks.length);
  own.pattern = patternSchema.parse({});
  const stands = multiply(pose, copyPose(mark.pattern, copy));
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
