/** Frames in which a check found something, first and last with them, and what. */
export interface Finding {
  from: number;
  to: number;
  words: string;
}

/** A figure over the frames, with the level that it should not pass. */
export interface CheckChart {
  /** What its numbers are, with their unit. */
  label: string;
  frames: readonly number[];
  values: readonly number[];
  /** Level that should not be passed, or (at least) not be missed. */
  limit: { value: number; isLeast: boolean } | null;
}

/** What a check says. */
export interface Verdict {
  check: string;
  label: string;
  /** *told* is no judgement: a fact that someone may want to know. */
  state: 'passes' | 'warns' | 'fails' | 'told';
  /** The figure it stands on, in words with its unit. */
  figure: string;
  findings: readonly Finding[];
  /** What to do; empty where nothing is to be done. */
  advice: string;
  chart: CheckChart | null;
}

/** Frames in a row as spans, each with words. */
export function spansOf(frames: readonly number[], words: string, step = 1): Finding[] {
  const spans: Finding[] = [];
  for (const frame of frames) {
    const last = spans.at(-1);
    if (last && frame - last.to <= step) last.to = frame;
    else spans.push({ from: frame, to: frame, words });
  }
  return spans;
}
