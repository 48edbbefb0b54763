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
