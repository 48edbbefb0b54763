import type { FromFall, ToFall } from '@/workers/fall-messages';
import { workerOnce } from './worker-once';

/** Thrown when a fall cannot be solved; the message says why, in words. */
export class SolvingError extends Error {}

/**
 * Solves a fall in a worker of its own, so that the page stays free, and it ends.
 * @param onShare told how much of it is solved, from 0 to 1
 * @throws SolvingError in words for the person; an AbortError when it was stopped
 */
export function solveInWorker(order: ToFall, onShare: (share: number) => void, signal: AbortSignal): Promise<string> {
  return workerOnce<ToFall, FromFall, string>(
    new Worker(new URL('../workers/fall.worker.ts', import.meta.url), { type: 'module' }),
    order,
    {
      hear(message, end) {
        if (message.kind === 'solving') onShare(message.share);
        else if (message.kind === 'solved') end.resolve(message.motion);
        else end.reject(new SolvingError(message.reason));
      },
      failed: () => new SolvingError('The part of Ironsky that solves falls has stopped. Try fewer pieces.'),
      signal,
    },
  );
}
