import { mayChange } from '../../motion/channel';
import { freshId } from './fresh-id';
import { runSchema, type Run } from '../words';

/** The values of a run beside the letters it is for. */
export type RunStyle = Omit<Run, 'id' | 'from' | 'to'>;

const PLAIN: RunStyle = styleOf(runSchema.parse({ from: 0, to: 0 }));

function styleOf({ id: _id, from: _from, to: _to, ...style }: Run): RunStyle {
  return style;
}

const same = (a: RunStyle, b: RunStyle) => JSON.stringify(a) === JSON.stringify(b);

/** A run that may not have an id of its own yet: it is a part of one that had. */
export type LooseRun = Omit<Run, 'id'> & { id?: string };

/**
 * Keeps runs in order, joins equal neighbours, drops those that change nothing; the first one of an id keeps it, others get one of their
 * own.
 */
export function tidy(runs: readonly LooseRun[]): Run[] {
  const out: LooseRun[] = [];
  for (const run of [...runs].sort((a, b) => a.from - b.from)) {
    const style = styleOf(run as Run);
    if (run.to <= run.from || same(style, PLAIN)) continue;
    const last = out[out.length - 1];
    // Two moved runs side by side turn each about its own middle: they stay two.
    if (last && last.to === run.from && same(styleOf(last as Run), style) && !isMoved(style)) last.to = run.to;
    else out.push({ ...run });
  }
  const taken: { id: string }[] = [];
  const kept = runs.flatMap(({ id }) => (id === undefined ? [] : [{ id }]));
  return out.map((run): Run => {
    const isFree = run.id !== undefined && !taken.some(({ id }) => id === run.id);
    const named = { ...run, id: isFree ? (run.id as string) : freshId([...taken, ...kept], 'run') };
    taken.push(named);
    return named;
  });
}

const isMoved = ({ channels }: RunStyle) => Object.values(channels).some((channel) => channel.rest !== 0 || mayChange(channel));

/** Style of the letters from an index on: that of the run there, else plain. */
export function styleAt(runs: readonly Run[], index: number): RunStyle {
  const run = runs.find(({ from, to }) => from <= index && index < to);
  return run ? styleOf(run) : PLAIN;
}

const idAt = (runs: readonly Run[], index: number): { id?: string } => {
  const run = runs.find(({ from, to }) => from <= index && index < to);
  return run ? { id: run.id } : {};
};

/** Whether letters in a range differ from the rest of their words. */
export const hasRuns = (runs: readonly Run[], from: number, to: number): boolean => runs.some((run) => run.from < to && from < run.to);

/** Changes the letters of a range; runs that reach over its ends are cut there. */
export function changeRange(runs: readonly Run[], from: number, to: number, change: (style: RunStyle) => RunStyle): Run[] {
  const bounds = [...new Set([from, to, ...runs.flatMap((run) => [run.from, run.to])])]
    .filter((at) => from <= at && at <= to)
    .sort((a, b) => a - b);
  const inside = bounds.slice(1).map((end, i): LooseRun => ({
    ...idAt(runs, bounds[i] as number),
    from: bounds[i] as number,
    to: end,
    ...change(styleAt(runs, bounds[i] as number)),
  }));
  // Letters changed alike that were alike before are one run, which turns as one.
  const joined = inside.reduce<LooseRun[]>((out, run) => {
    const last = out[out.length - 1];
    if (last && same(styleOf(last as Run), styleOf(run as Run))) last.to = run.to;
    else out.push(run);
    return out;
  }, []);
  const outside = runs.flatMap((run) => [
    { ...run, to: Math.min(run.to, from) },
    { ...run, from: Math.max(run.from, to) },
  ]);
  return tidy([...outside, ...joined]);
}

/** Runs of a text after it was edited: those before the edit stay, those after it move along, those around it grow or shrink. */
export function runsAfterEdit(runs: readonly Run[], before: string, after: string): Run[] {
  let head = 0;
  while (head < Math.min(before.length, after.length) && before[head] === after[head]) head++;
  let tail = 0;
  while (tail < Math.min(before.length, after.length) - head && before[before.length - 1 - tail] === after[after.length - 1 - tail]) tail++;
  const oldEnd = before.length - tail;
  const newEnd = after.length - tail;
  // What is typed at the end of a run belongs to it, as in any text field; what is typed before it does not.
  const moved = (at: number, isEnd: boolean) =>
    at > oldEnd || (at === oldEnd && (isEnd || at > head)) ? at + newEnd - oldEnd : at > head ? newEnd : at;
  return tidy(
    runs.map((run) => ({
      ...run,
      from: run.from === oldEnd && run.from === head ? newEnd : moved(run.from, false),
      to: moved(run.to, true),
    })),
  );
}

/** Runs of a part of a text, counted from the part's start. */
export function runsWithin(runs: readonly Run[], from: number, to: number): Run[] {
  return tidy(runs.map((run) => ({ ...run, from: Math.max(run.from, from) - from, to: Math.min(run.to, to) - from })));
}
