/** Lets messages in that have arrived meanwhile. */
export const breathe = (): Promise<void> => new Promise((resolve) => setTimeout(resolve, 0));

/** So long may work go on before messages are let in, milliseconds. */
const SLICE_MS = 12;

/** All that some long work gives, with pauses in which messages are let in; null when it is not wanted any more. */
export async function inSlices<T>(work: Iterable<T>, isWanted: () => boolean): Promise<T[] | null> {
  const given: T[] = [];
  let until = performance.now() + SLICE_MS;
  for (const each of work) {
    given.push(each);
    if (performance.now() < until) continue;
    await breathe();
    if (!isWanted()) return null;
    until = performance.now() + SLICE_MS;
  }
  return given;
}
