export const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1] as number;

/**
 * Median time of some work after it has been done a few times to warm up, milliseconds. What is short needs more of them until it is
 * compiled.
 */
export function milliseconds(runs: number, work: () => void, warm = 3): number {
  for (let i = 0; i < warm; i++) work();
  return median(
    Array.from({ length: runs }, () => {
      const began = performance.now();
      work();
      return performance.now() - began;
    }),
  );
}

/**
 * Median times of several pieces of work that are done in turn, milliseconds: what the machine does meanwhile meets all of them alike, so
 * that they can be compared.
 */
export function inTurn<const W extends readonly (() => void)[]>(rounds: number, work: W): { [K in keyof W]: number } {
  const times = work.map((): number[] => []);
  for (let round = -rounds; round < rounds; round++)
    work.forEach((each, i) => {
      const began = performance.now();
      each();
      // As many rounds before, until all of it is compiled.
      if (round >= 0) times[i]?.push(performance.now() - began);
    });
  return times.map(median) as { [K in keyof W]: number };
}
