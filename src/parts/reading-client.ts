import { READING_LIMITS, type FromReading, type ReadingOrder, type ReadKind, type ReadOf } from '@/workers/reading-messages';
import { workerOnce } from './worker-once';

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
  let timer: ReturnType<typeof setTimeout> | undefined;
  const worker = new Worker(new URL('../workers/reading.worker.ts', import.meta.url), { type: 'module' });
  return workerOnce<ReadingOrder, FromReading, ReadOf[K]>(
    worker,
    { kind, files },
    {
      hear(message, end) {
        if (message.kind === 'read') end.resolve(message.read as ReadOf[K]);
        else if (message.kind === 'refused') end.reject(new ReadingError(message.reason));
        else {
          // The worker may look at its own clock, but not within one long step: so its time is taken here, from when it began.
          timer ??= setTimeout(() => end.reject(new ReadingError(tooLong)), ms);
          onShare(message.share);
        }
      },
      failed: () => new ReadingError('This file could not be read.'),
      after: () => clearTimeout(timer),
      signal,
    },
  );
}
