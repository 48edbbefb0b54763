import { WorkerPort } from '@/workers/worker-port';

/** How an order ends. */
export interface Ending<Result> {
  resolve(result: Result): void;
  reject(error: Error): void;
}

interface Hearing<From, Result> {
  /** Hears what the worker says; ends the order with what came of it. */
  hear: (message: From, end: Ending<Result>) => void;
  /** What is said where the worker itself fails. */
  failed: () => Error;
  /** What is said where it was stopped; an AbortError where nothing else is given. */
  stopped?: () => Error;
  /** Done however it ends. */
  after?: () => void;
  signal?: AbortSignal | undefined;
}

const aborted = () => new DOMException('stopped', 'AbortError');

/** Gives a worker of its own one order and waits for what comes of it: then, or when it is stopped, the worker ends. */
export function workerOnce<To, From, Result>(
  worker: Worker,
  order: To,
  { hear, failed, stopped = aborted, after, signal }: Hearing<From, Result>,
): Promise<Result> {
  return new Promise((resolve, reject) => {
    const end = (act: () => void) => {
      port.close();
      signal?.removeEventListener('abort', stop);
      after?.();
      act();
    };
    const ending: Ending<Result> = {
      resolve: (result) => end(() => resolve(result)),
      reject: (error) => end(() => reject(error)),
    };
    const stop = () => ending.reject(stopped());
    const port = new WorkerPort<To, From>(
      worker,
      (message) => hear(message, ending),
      () => ending.reject(failed()),
    );
    signal?.addEventListener('abort', stop);
    port.post(order);
  });
}
