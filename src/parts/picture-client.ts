import type { Letter } from '@/core/outline/text-layout';
import type { Words } from '@/core/production/words';
import type { Production } from '@/core/production/production';
import { WorkerPort } from '@/workers/worker-port';
import type { CutLine } from '@/core/solid/section';
import type { FrameOrder, FromPicture, Look, MarkFacts, ShellLoop, ToPicture } from '@/workers/picture-messages';

export interface PictureEvents {
  drawn?(message: Extract<FromPicture, { kind: 'drawn' }>): void;
  mark?(markId: string, facts: MarkFacts | null): void;
  building?(markId: string, done: number, of: number): void;
  markFailed?(markId: string, reason: string): void;
  lost?(reason: string): void;
  /** What draws the pictures, in words. */
  drawnBy?(name: string): void;
}

type WithoutId<M> = M extends { id: number } ? Omit<M, 'id'> : never;
/** What can be asked of the worker, and what answers it. */
type Question = WithoutId<Extract<ToPicture, { kind: 'pick' | 'section' | 'letters' | 'glb' }>>;
type Answer<Q extends Question> = Extract<FromPicture, { kind: Q['kind'] extends 'pick' ? 'picked' : Q['kind'] }>;

interface Waiting {
  resolve: (bytes: Uint8Array) => void;
  reject: (error: Error) => void;
}

export class CancelledError extends Error {}

/** The page's side of one picture worker. */
export class PictureClient {
  private readonly port: WorkerPort<ToPicture, FromPicture>;
  private nextId = 1;
  private readonly frames = new Map<number, Waiting>();
  private readonly asked = new Map<number, (answer: Extract<FromPicture, { kind: Question['kind'] | 'picked' }>) => void>();

  constructor(private readonly events: PictureEvents = {}) {
    this.port = new WorkerPort(
      new Worker(new URL('../workers/picture.worker.ts', import.meta.url), { type: 'module' }),
      (message: FromPicture) => this.receive(message),
      () => this.fail('The part of Ironsky that draws pictures has stopped. Reload the page; your work is saved.'),
    );
  }

  /** Gives the worker the canvas to draw on; once. */
  useCanvas(canvas: OffscreenCanvas): void {
    this.post({ kind: 'canvas', canvas }, [canvas]);
  }

  setProduction(production: Production): void {
    this.post({ kind: 'production', production });
  }

  setLook(look: Look): void {
    this.post({ kind: 'look', look });
  }

  /** What is under a point; coordinates -1..1, Y up. */
  async pick(x: number, y: number): Promise<{ markId: string | null; distance: number }> {
    return this.ask({ kind: 'pick', x, y });
  }

  /** What a cut through a mark shows: the closed lines of each shell. */
  async section(markId: string, cut: CutLine): Promise<ShellLoop[]> {
    return (await this.ask({ kind: 'section', markId, cut })).loops;
  }

  /** Where the letters of some words would stand; null when their font is not there. */
  async letters(words: Words): Promise<Letter[] | null> {
    return (await this.ask({ kind: 'letters', words })).letters;
  }

  /** A mark as binary glTF; null when there is nothing of it. */
  async glb(markId: string): Promise<Uint8Array | null> {
    return (await this.ask({ kind: 'glb', markId })).bytes;
  }

  /** Stops building a mark; it stays as it was. */
  stopBuilding(markId: string): void {
    this.post({ kind: 'stop-building', markId });
  }

  /** Draws one frame in full. Rejects with CancelledError when the signal stops it. */
  frame(order: Omit<FrameOrder, 'id'>, signal?: AbortSignal): Promise<Uint8Array> {
    const id = this.nextId++;
    const cancel = () => this.post({ kind: 'cancel', id });
    const drawn = new Promise<Uint8Array>((resolve, reject) => {
      if (signal?.aborted) {
        reject(new CancelledError('cancelled'));
        return;
      }
      this.frames.set(id, { resolve, reject });
      signal?.addEventListener('abort', cancel);
      this.post({ kind: 'frame', order: { ...order, id } });
    });
    return drawn.finally(() => signal?.removeEventListener('abort', cancel));
  }

  dispose(): void {
    this.port.close();
    for (const { reject } of this.frames.values()) reject(new CancelledError('closed'));
    this.frames.clear();
  }

  /** Asks the worker something and waits for its answer. */
  private ask<Q extends Question>(question: Q): Promise<Answer<Q>> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.asked.set(id, (answer) => resolve(answer as Answer<Q>));
      this.post({ ...question, id } as ToPicture);
    });
  }

  private post(message: ToPicture, transfer: Transferable[] = []): void {
    this.port.post(message, transfer);
  }

  private fail(reason: string): void {
    for (const { reject } of this.frames.values()) reject(new Error(reason));
    this.frames.clear();
    this.events.lost?.(reason);
  }

  private receive(message: FromPicture): void {
    switch (message.kind) {
      case 'drawn-by':
        this.events.drawnBy?.(message.name);
        break;
      case 'drawn':
        this.events.drawn?.(message);
        break;
      case 'mark':
        this.events.mark?.(message.markId, message.facts);
        break;
      case 'building':
        this.events.building?.(message.markId, message.done, message.of);
        break;
      case 'mark-failed':
        this.events.markFailed?.(message.markId, message.reason);
        break;
      case 'picked':
      case 'section':
      case 'letters':
      case 'glb':
        this.asked.get(message.id)?.(message);
        this.asked.delete(message.id);
        break;
      case 'frame':
        this.frames.get(message.id)?.resolve(message.bytes);
        this.frames.delete(message.id);
        break;
      case 'frame-failed':
        this.frames.get(message.id)?.reject(message.reason === 'cancelled' ? new CancelledError('cancelled') : new Error(message.reason));
        this.frames.delete(message.id);
        break;
      case 'lost':
        this.fail(message.reason);
        break;
    }
  }
}
