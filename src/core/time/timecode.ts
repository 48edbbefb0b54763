import { RATES, type RateName } from './rate';

/** Nominal whole frames counted in a second of timecode: 24 for 23.976, 30 for 29.97, 60 for 59.94. */
export function nominalRate(rate: RateName): number {
  const { num, den } = RATES[rate];
  return Math.round(num / den);
}

/** Whether timecode at this rate drops frame numbers by default (SMPTE ST 12-1: 29.97 and 59.94). */
export function isDropFrame(rate: RateName): boolean {
  return rate === '29.97' || rate === '59.94';
}

/** The numbers of a timecode. */
export interface TimecodeParts {
  hours: number;
  minutes: number;
  seconds: number;
  frames: number;
  isDrop: boolean;
}

/**
 * The numbers of a frame's timecode, counted from 00:00:00:00; of a negative frame those of its opposite.
 * Drop-frame skips the first 2 (at 59.94: 4) numbers of each minute but each tenth (SMPTE ST 12-1).
 */
export function timecodeParts(frame: number, rate: RateName, drop = isDropFrame(rate)): TimecodeParts {
  const nominal = nominalRate(rate);
  let count = Math.abs(Math.round(frame));
  if (drop) {
    const skipped = nominal / 15;
    const perMinute = nominal * 60 - skipped;
    const perTen = perMinute * 10 + skipped;
    const tens = Math.floor(count / perTen);
    const rest = count % perTen;
    count += 9 * skipped * tens;
    if (rest >= skipped) count += skipped * Math.floor((rest - skipped) / perMinute);
  }
  const seconds = Math.floor(count / nominal);
  return {
    hours: Math.floor(seconds / 3600),
    minutes: Math.floor(seconds / 60) % 60,
    seconds: seconds % 60,
    frames: count % nominal,
    isDrop: drop,
  };
}

/** Timecode of a frame as text; drop-frame is written with a semicolon before the frames, negative frames with a leading minus. */
export function formatTimecode(frame: number, rate: RateName, drop = isDropFrame(rate)): string {
  const { hours, minutes, seconds, frames } = timecodeParts(frame, rate, drop);
  const two = (n: number) => String(n).padStart(2, '0');
  return `${frame < 0 ? '-' : ''}${[hours, minutes, seconds].map(two).join(':')}${drop ? ';' : ':'}${two(frames)}`;
}

/** Short timecode for tight places: minutes are left out while they are zero. */
export function formatShortTimecode(frame: number, rate: RateName): string {
  return formatTimecode(frame, rate).replace(/^(-?)00:(00:)?/, '$1');
}

/**
 * Frame of a timecode `hh:mm:ss:ff`, of its tail (`ss:ff`), or of a plain frame number.
 * Returns null when the text is none of these or names a dropped number.
 */
export function parseTimecode(text: string, rate: RateName, drop = isDropFrame(rate)): number | null {
  const trimmed = text.trim();
  if (/^-?\d+$/.test(trimmed)) return Number(trimmed);
  const match = /^(-?)(\d{1,3})([:;.]\d{1,2}){1,3}$/.exec(trimmed);
  if (!match) return null;
  const parts = trimmed.replace('-', '').split(/[:;.]/).map(Number);
  while (parts.length < 4) parts.unshift(0);
  const [hours = 0, minutes = 0, seconds = 0, frames = 0] = parts;
  const nominal = nominalRate(rate);
  if (minutes > 59 || seconds > 59 || frames >= nominal) return null;
  let count = ((hours * 60 + minutes) * 60 + seconds) * nominal + frames;
  if (drop) {
    const skipped = nominal / 15;
    if (minutes % 10 !== 0 && seconds === 0 && frames < skipped) return null;
    const totalMinutes = hours * 60 + minutes;
    count -= skipped * (totalMinutes - Math.floor(totalMinutes / 10));
  }
  return match[1] ? -count : count;
}
