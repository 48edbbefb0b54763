import type { Production } from '../production/production';
import { shotSpans } from '../production/shots';
import { formatTimecode, isDropFrame } from '../time/timecode';

/** A stretch of the production that is seen by one camera, as those who edit know it. */
export interface EditEvent {
  name: string;
  /** First frame, and the first one after it. */
  from: number;
  to: number;
}

/** The shots of a production within some frames, first and last with them. */
export function eventsOf(production: Production, first: number, last: number): EditEvent[] {
  const spans = shotSpans(production);
  return spans.flatMap(({ shot, from }, i): EditEvent[] => {
    const own = { from: Math.max(first, from), to: Math.min(last + 1, spans[i + 1]?.from ?? production.format.length) };
    return own.to > own.from ? [{ name: shot?.name || `Shot ${i + 1}`, ...own }] : [];
  });
}

/** Letters that stand in a line of an edit list: one line, of what every reader knows. */
const plain = (text: string): string =>
  text
    .normalize('NFD')
    .replace(/[^\x20-\x7e]+/g, ' ')
    .trim()
    .slice(0, 60);

/**
 * The shots as an edit list in the layout of CMX 3600: number, reel, track, transition, source in and out, record in and out; what follows
 * an asterisk is a comment. The source is the render itself, whose timecode is that of the production. Out is the first frame after.
 */
export function editList(production: Production, first: number, last: number): string {
  const { rate } = production.format;
  const at = (frame: number) => formatTimecode(frame, rate);
  const number = (n: number) => String(n).padStart(3, '0');
  const line = (n: number, track: string, { from, to }: EditEvent) =>
    `${number(n)}  AX       ${track.padEnd(5)} C        ${[at(from), at(to), at(from), at(to)].join(' ')}`;
  const events = eventsOf(production, first, last);
  const pictures = events.flatMap((event, i) => [line(i + 1, 'V', event), `* FROM CLIP NAME: ${plain(event.name)}`]);
  const sound = production.sound
    ? [line(events.length + 1, 'AA', { name: '', from: first, to: last + 1 }), `* FROM CLIP NAME: ${plain(production.sound.name)}`]
    : [];
  const cues = production.cues
    .filter(({ frame }) => frame >= first && frame <= last)
    .map(({ frame, name }, i) => `* CUE ${at(Math.round(frame))} ${plain(name) || `Cue ${i + 1}`}`);
  return [
    `TITLE: ${plain(production.name) || 'UNTITLED'}`,
    `FCM: ${isDropFrame(rate) ? 'DROP FRAME' : 'NON-DROP FRAME'}`,
    '',
    ...pictures,
    ...sound,
    ...cues,
    '',
  ].join('\r\n');
}
