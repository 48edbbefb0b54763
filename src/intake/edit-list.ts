/** An edit list as a station reads it: CMX 3600, as far as it says when one picture takes the place of another. */

export interface EditEvent {
  number: number;
  /** Record in and out, frames from the beginning of the programme. */
  from: number;
  to: number;
}

const framesOf = (timecode: string, perSecond: number): number => {
  const [hours = 0, minutes = 0, seconds = 0, frames = 0] = timecode.split(/[:;]/).map(Number);
  const nominal = ((hours * 60 + minutes) * 60 + seconds) * perSecond + frames;
  if (!timecode.includes(';')) return nominal;
  // Drop frame leaves numbers out, not frames: two (of 60: four) a minute, but for every tenth (SMPTE ST 12-1).
  const all = hours * 60 + minutes;
  return nominal - (perSecond / 15) * (all - Math.floor(all / 10));
};

/** Event number, reel, track, transition, and four timecodes. */
const EVENT = /^(\d{3,6})\s+\S+\s+V\S*\s+\S+(?:\s+\d+)?\s+([\d:;]{11})\s+([\d:;]{11})\s+([\d:;]{11})\s+([\d:;]{11})/;

/**
 * The events of an edit list, counted from the first one's record in.
 * @param rate frames a second; a fraction counts as the whole number that it is named by
 * @throws Error in words where there is none
 */
export function readEditList(text: string, rate: number): EditEvent[] {
  const perSecond = Math.round(rate);
  const events = text.split(/\r?\n/).flatMap((line) => {
    const found = EVENT.exec(line.trim());
    if (!found) return [];
    return [{ number: Number(found[1]), from: framesOf(found[4] as string, perSecond), to: framesOf(found[5] as string, perSecond) }];
  });
  const [first] = events;
  if (!first) throw new Error('There are no events in it.');
  return events.map(({ number, from, to }) => ({ number, from: from - first.from, to: to - first.from }));
}
