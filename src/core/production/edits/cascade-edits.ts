import { allAt, straightKey, type Key } from '../../motion/channel';
import type { CascadeWay } from '../../motion/cascade';
import { anyOf } from '../../schema/owner-kind';
import { framesPerSecond } from '../../time/rate';
import { cascadeStart, startPace, type CascadeStartName } from '../cascade-starts';
import { heightOf, type Mark } from '../mark';
import { keepAnchors, type Span } from '../motion-of';
import { cascadeKind, MAX_CASCADES, type Cascade } from '../owners/cascade';
import type { Production } from '../production';
import { plainCopy } from '../../schema/plain-copy';
import { cutText } from '../../schema/text';
import { freshId } from './fresh-id';

const cascadeSchema = anyOf([cascadeKind]);

const keysOver = (from: number, to: number, first = 0, then = 1): Key[] => [straightKey(from, first), straightKey(to, then)];

/** Where the frames of a new cascade lie. */
export interface CascadeSpan {
  from: number;
  to: number;
}

/** The frames that a new cascade takes: an arrival begins with the mark, an exit ends with it, anything else begins at the playhead. */
export function spanFor(
  { format }: Pick<Production, 'format'>,
  mark: Mark,
  name: CascadeStartName,
  way: CascadeWay,
  playhead: number,
): CascadeSpan {
  const { from: first, to: last } = spanOf(mark, format.length);
  const frames = Math.max(1, Math.min(last - first, Math.round(cascadeStart(name).seconds * framesPerSecond(format.rate))));
  if (way === 'arrival') return { from: first, to: first + frames };
  if (way === 'exit') return { from: last - frames, to: last };
  const from = Math.min(Math.max(first, Math.round(playhead)), last - frames);
  return { from, to: from + frames };
}

/** A cascade that begins as one of the starts does, fitted to a mark. */
export function cascadeFrom(
  mark: Pick<Mark, 'body' | 'cascades'>,
  name: CascadeStartName,
  way: CascadeWay,
  { from, to }: CascadeSpan,
): Cascade {
  const { label, channels, heights = {}, settings = {} } = cascadeStart(name);
  const height = heightOf(mark);
  const lengths = Object.fromEntries(Object.entries(heights).map(([each, n]) => [each, n * height]));
  const progress = {
    rest: way === 'arrival' ? 1 : 0,
    keys: keysOver(from, to),
    ...(way === 'swing' ? { after: 'climb', before: 'climb' } : {}),
  };
  return cascadeSchema.parse({
    id: freshId(mark.cascades, 'cascade'),
    kind: 'cascade',
    name: way === 'exit' ? `${label}, backwards` : label,
    channels: { ...allAt({ ...channels, ...lengths }), progress },
    settings: {
      of: mark.body.kind === 'form' || mark.body.kind === 'body' || mark.body.kind === 'panel' ? 'shells' : 'letters',
      ...settings,
      way,
      pace: startPace(name),
      anchor: way === 'exit' ? 'end' : way === 'arrival' ? 'beginning' : 'free',
    },
  }) as Cascade;
}

/** Gives a mark a cascade; returns its id, or null where it has as many as there can be. */
export function addCascade(mark: Mark, cascade: Cascade): string | null {
  if (mark.cascades.length >= MAX_CASCADES) return null;
  const id = freshId(mark.cascades, 'cascade');
  mark.cascades.push({ ...cascade, id });
  return id;
}

export function removeCascade(mark: Mark, id: string): void {
  mark.cascades = mark.cascades.filter((cascade) => cascade.id !== id);
}

/** Moves a cascade to another place in the list: those further on take up what the earlier ones have done. */
export function moveCascade(mark: Mark, id: string, to: number): void {
  const from = mark.cascades.findIndex((cascade) => cascade.id === id);
  const [cascade] = from < 0 ? [] : mark.cascades.splice(from, 1);
  if (cascade) mark.cascades.splice(Math.max(0, Math.min(mark.cascades.length, to)), 0, cascade);
}

/** The frames from the first to the last key of its progress; null where it has none. */
export function cascadeSpan({ channels: { progress } }: Cascade): CascadeSpan | null {
  const [first, last] = [progress.keys[0], progress.keys.at(-1)];
  return first && last && last.frame > first.frame ? { from: first.frame, to: last.frame } : null;
}

/** Lets the progress of a cascade run over other frames; its keys keep their places within. */
export function setCascadeSpan(mark: Mark, id: string, { from, to }: CascadeSpan): void {
  const cascade = mark.cascades.find((each) => each.id === id);
  const span = cascade && cascadeSpan(cascade);
  if (!cascade || !span || to <= from) return;
  const place = (frame: number) => from + ((frame - span.from) * (to - from)) / (span.to - span.from);
  for (const key of cascade.channels.progress.keys) key.frame = place(key.frame);
}

/** The same, its progress run back at the end of the production: what arrived goes the way it came. Returns the id of the new one. */
export function addBackwards({ format }: Pick<Production, 'format'>, mark: Mark, id: string): string | null {
  const cascade = mark.cascades.find((each) => each.id === id);
  const span = cascade && cascadeSpan(cascade);
  if (!cascade || !span) return null;
  const { from: start, to: last } = spanOf(mark, format.length);
  const frames = Math.min(last - start, span.to - span.from);
  const back = plainCopy(cascade);
  back.name = cutText(`${cascade.name}, backwards`, 80);
  back.settings.anchor = 'end';
  const [first, then] = [cascade.channels.progress.keys[0]?.value ?? 0, cascade.channels.progress.keys.at(-1)?.value ?? 1];
  back.channels.progress = { rest: then, keys: keysOver(last - frames, last, then, first) };
  return addCascade(mark, back);
}

/** The frames at which a mark is there, in a production of some length. */
const spanOf = ({ settings: { comes, goes } }: Mark, length: number): Span => ({ from: comes ?? 0, to: goes ?? length - 1 });

/** Lets a mark be there from one frame to another, or (null) from the production's first, to its last; its cascades keep to that. */
export function setMarkSpan({ format }: Pick<Production, 'format'>, mark: Mark, comes: number | null, goes: number | null): void {
  if (comes !== null && goes !== null && goes < comes) return;
  const before = spanOf(mark, format.length);
  Object.assign(mark.settings, { comes, goes });
  keepAnchors(mark, before, spanOf(mark, format.length));
}

/** Makes a production so many frames long; all that is anchored to its end goes with that. */
export function setLength(draft: Production, frames: number): void {
  const from = draft.format.length;
  if (frames === from) return;
  draft.format.length = frames;
  for (const mark of draft.marks) keepAnchors(mark, spanOf(mark, from), spanOf(mark, frames));
}
