import type { DrawingPath } from '../../outline/drawing';
import { markSchema, type Mark } from '../mark';
import { hueFor, type Production } from '../production';

/** First name of the form `stem n` whose id is free: ids stay readable and no two are the same. */
export function freshId(taken: readonly { id: string }[], stem: string): string {
  const used = new Set(taken.map(({ id }) => id));
  let n = 1;
  while (used.has(`${stem}-${n}`)) n++;
  return `${stem}-${n}`;
}

const SHELL = { id: 'shell-1' } as const;

/** Adds a wordmark, standing where the last one does not; returns its id. */
export function addWordmark(draft: Production, text: string): string {
  const id = freshId(draft.marks, 'mark');
  const mark = markSchema.parse({
    id,
    name: text.split('\n')[0]?.slice(0, 80) || 'Words',
    hue: hueFor(draft.marks.length),
    body: { kind: 'words', text },
    shells: [SHELL],
  });
  mark.placement.y.rest = draft.marks.length === 0 ? 0 : -1.35 * draft.marks.length;
  draft.marks.push(mark);
  return id;
}

/** Adds a mark made of drawn outlines; returns its id. */
export function addOutlineMark(draft: Production, name: string, paths: readonly DrawingPath[]): string {
  const id = freshId(draft.marks, 'mark');
  draft.marks.push(
    markSchema.parse({ id, name: name.slice(0, 80) || 'Outline', hue: hueFor(draft.marks.length), body: { kind: 'outline', paths: [...paths] }, shells: [SHELL] }),
  );
  return id;
}

export function removeMark(draft: Production, id: string): void {
  draft.marks = draft.marks.filter((mark) => mark.id !== id);
  for (const camera of draft.cameras) if (camera.focusOn === id) camera.focusOn = null;
}

/** Puts a copy beside a mark, with everything it has; returns the copy's id. */
export function duplicateMark(draft: Production, id: string): string | null {
  const index = draft.marks.findIndex((mark) => mark.id === id);
  const mark = draft.marks[index];
  if (!mark) return null;
  const copy = JSON.parse(JSON.stringify(mark)) as Mark;
  copy.id = freshId(draft.marks, 'mark');
  copy.name = `${mark.name} copy`.slice(0, 80);
  copy.hue = hueFor(draft.marks.length);
  draft.marks.splice(index + 1, 0, copy);
  return copy.id;
}

/** Changes words; a mark still named after its words follows them. */
export function setWords(draft: Production, id: string, text: string): void {
  const mark = draft.marks.find((m) => m.id === id);
  if (mark?.body.kind !== 'words') return;
  const wasNamedAfter = mark.body.text.split('\n')[0]?.slice(0, 80) || 'Words';
  mark.body.text = text;
  if (mark.name === wasNamedAfter) mark.name = text.split('\n')[0]?.slice(0, 80) || 'Words';
}
