import { DrawingError } from '@/core/outline/path-data';
import type { ReadDrawing } from '@/core/outline/svg/read-svg';
import { MAX_READING_MS, TOO_MUCH_WORK } from '@/core/outline/svg/reading';
import type { DrawingOrder, FromDrawing } from '@/workers/drawing-messages';
import { WorkerPort } from '@/workers/worker-port';

/**
 * Reads a drawing from a file, in a worker of its own: whatever the file asks of it, the page stays free, and it ends.
 * @param onShare told how much of it is read, from 0 to 1
 * @throws DrawingError in words for the person; an AbortError when it was stopped
 */
export function readDrawing(file: File, onShare: (share: number) => void, signal: AbortSignal): Promise<ReadDrawing> {
  return new Promise((resolve, reject) => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const end = (act: () => void) => {
      clearTimeout(timer);
      port.close();
      act();
    };
    const refuse = (reason: string) => end(() => reject(new DrawingError(reason)));
    const port = new WorkerPort<DrawingOrder, FromDrawing>(
      new Worker(new URL('../workers/drawing.worker.ts', import.meta.url), { type: 'module' }),
      (message) => {
        if (message.kind === 'read') end(() => resolve(message.drawing));
        else if (message.kind === 'refused') refuse(message.reason);
        else {
          // The worker looks at its own clock, but not within one long step: so its time is taken here too, from when it began.
          timer ??= setTimeout(() => refuse(TOO_MUCH_WORK), MAX_READING_MS);
          onShare(message.share);
        }
      },
      () => refuse('This file could not be read.'),
    );
    signal.addEventListener('abort', () => end(() => reject(new DOMException('stopped', 'AbortError'))));
    port.post({ file });
  });
}
