/** What every worker says once it listens. */
export interface ReadyMessage {
  kind: 'ready';
}

/**
 * The near side of a worker. A worker's modules load while messages already arrive, and those that come before it
 * listens are lost: so they wait here until it says that it is ready.
 */
export class WorkerPort<To, From> {
  private waiting: { message: To; transfer: Transferable[] }[] | null = [];

  constructor(
    private readonly worker: Worker,
    receive: (message: From) => void,
    failed: () => void = () => undefined,
  ) {
    worker.onmessage = ({ data }: MessageEvent<From | ReadyMessage>) => {
      if (isReady(data)) this.flush();
      else receive(data);
    };
    worker.onerror = failed;
  }

  post(message: To, transfer: Transferable[] = []): void {
    if (this.waiting) this.waiting.push({ message, transfer });
    else this.worker.postMessage(message, transfer);
  }

  close(): void {
    this.worker.terminate();
  }

  private flush(): void {
    const { waiting } = this;
    this.waiting = null;
    for (const { message, transfer } of waiting ?? []) this.worker.postMessage(message, transfer);
  }
}

const isReady = (data: unknown): data is ReadyMessage => (data as Partial<ReadyMessage>).kind === 'ready';

/** Called by a worker once it listens. */
export function sayReady(scope: { postMessage(message: ReadyMessage): void }): void {
  scope.postMessage({ kind: 'ready' });
}
