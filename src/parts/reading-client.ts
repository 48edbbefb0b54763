import { READING_LIMITS, type FromReading, type ReadingOrder, type ReadKind, type ReadOf } from '@/workers/reading-messages';
import { WorkerPort } from '@/workers/worker-port';

/** Thrown when a file cannot be used; the message says why, in words. */
export class ReadingError extends Error {}

/**
 * Reads a file of a kind, or the files of a folder, in a worker of its own: whatever the file asks of it, the page stays free, and it ends.
 * @param onShare told how much of it is read, from 0 to 1
 * @throws ReadingError in words for the person; an AbortError when it was stopped
 */
export function readFile<K extends ReadKind>(
  kind: K,
  files: readonly File[],
  onShare: (share: number) => void,
  signal: AbortSignal,
): Promise<ReadOf[K]> {
  const { ms, tooLong } = READING_LIMITS[kind];
  return new Promise((resolve, reject) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const end = (act: () => void) => {
      clearTimeout(timer);
      port.close();
      act();
    };
    const refuse = (reason: string) => end(() => reject(new ReadingError(reason)));
    const port = new WorkerPort<ReadingOrder, FromReading>(
      new Worker(new URL('../workers/reading.worker.ts', import.meta.url), { type: 'module' }),
      (message) => {
        if (message.kind === 'read') end(() => resolve(message.read as ReadOf[K]));
        else if (message.kind === 'refused') refuse(message.reason);
        else {
          // The worker may look at its own clock, but not within one long step: so its time is taken here, from when it began.
          timer ??= setTimeout(() => refuse(tooLong), ms);
          onShare(message.share);
        }
      },
      () => refuse('This file could not be read.'),
    );
    signal.addEventListener('abort', () => end(() => reject(new DOMException('stopped', 'AbortError'))));
    port.post({ kind, files });
  });
}
