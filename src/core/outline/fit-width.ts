import type { RunSettings } from './text-line';

/** What words do that are wider than they may be: become smaller, stand closer, go on in another line, or have the shot widened. */
export const FIT_RULES = ['none', 'shrink', 'tighten', 'wrap', 'widen'] as const;
export type FitRule = (typeof FIT_RULES)[number];

/** Letters are not put closer than by so much of an em, thousandths: what is still too wide becomes smaller (common practice). */
const TIGHTEST = 60;
/** Nothing becomes smaller than this share of its size. */
const SMALLEST = 0.02;
/** Words that are measured are wide enough to be compared up to this share. */
const NEARLY = 1 + 1e-9;

/** Text as far as its width goes. */
export interface Settable {
  text: string;
  /** Height of a capital letter, metres. */
  size: number;
  /** Thousandths of an em. */
  tracking: number;
  runs?: readonly RunSettings[];
  /** How its lines keep to a width, metres. */
  fit?: { rule: FitRule; width: number };
}

type Measure = (settings: Settable) => number;
type Fitted = Pick<Settable, 'text' | 'size' | 'tracking'>;

/** The width of set text grows evenly with its size. */
function shrunk(settings: Settable, room: number, measure: Measure): Fitted {
  const width = measure(settings);
  return width > room * NEARLY ? { ...settings, size: settings.size * Math.max(SMALLEST, room / width) } : settings;
}

/** It grows evenly with its tracking too. */
function tightened(settings: Settable, room: number, measure: Measure): Fitted {
  const width = measure(settings);
  if (width <= room * NEARLY) return settings;
  const tightest = settings.tracking - TIGHTEST;
  const least = measure({ ...settings, tracking: tightest });
  if (least >= room || least >= width) return shrunk({ ...settings, tracking: tightest }, room, measure);
  return { ...settings, tracking: settings.tracking - (TIGHTEST * (width - room)) / (width - least) };
}

/** Lines are broken at the last space that they have room for. Each space becomes the break, so letters keep their numbers. */
function wrapped(settings: Settable, room: number, measure: Measure): Fitted {
  const letters = [...settings.text.split('')];
  const widthOf = (from: number, to: number) => measure(within(settings, from, to));
  let start = 0;
  let space = -1;
  for (let i = 0; i <= letters.length; i++) {
    const isEnd = i === letters.length || letters[i] === '\n';
    if (!isEnd && letters[i] !== ' ') continue;
    if (space >= 0 && widthOf(start, i) > room * NEARLY) {
      letters[space] = '\n';
      start = space + 1;
    }
    space = isEnd ? -1 : i;
    if (isEnd) start = i + 1;
  }
  return shrunk({ ...settings, text: letters.join('') }, room, measure);
}

/** Some of a text by itself, with the runs that it has there. */
const within = (settings: Settable, from: number, to: number): Settable => ({
  ...settings,
  text: settings.text.slice(from, to),
  runs: (settings.runs ?? [])
    .map((run) => ({ ...run, from: Math.max(0, run.from - from), to: Math.min(to, run.to) - from }))
    .filter((run) => run.to > run.from),
});

/**
 * Text as it keeps to its width: with another size, tracking or other lines.
 * @param measure the widest line of a text as it is set, metres
 */
export function fitted(settings: Settable, measure: Measure): Fitted {
  const { fit } = settings;
  switch (fit?.rule) {
    case 'shrink':
      return shrunk(settings, fit.width, measure);
    case 'tighten':
      return tightened(settings, fit.width, measure);
    case 'wrap':
      return wrapped(settings, fit.width, measure);
    default:
      return settings;
  }
}
