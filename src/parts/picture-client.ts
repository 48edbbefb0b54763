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
}

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
  private readonly sections = new Map<number, (loops: ShellLoop[]) => void>();
  private readonly letterings = new Map<number, (letters: Letter[] | null) => void>();
  private readonly glbs = new Map<number, (bytes: Uint8Array | null) => void>();
  private readonly picks = new Map<number, (hit: { markId: string | null; distance: number }) => void>();

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
  pick(x: number, y: number): Promise<{ markId: string | null; distance: number }> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.picks.set(id, resolve);
      this.post({ kind: 'pick', id, x, y });
    });
  }

  /** What a cut through a mark shows: the closed lines of each shell. */
  section(markId: string, cut: CutLine): Promise<ShellLoop[]> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.sections.set(id, resolve);
      this.post({ kind: 'section', id, markId, cut });
    });
  }

  /** Where the letters of some words would stand; null when their font is not there. */
  letters(words: Words): Promise<Letter[] | null> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.letterings.set(id, resolve);
      this.post({ kind: 'letters', id, words });
    });
  }

  /** Stops building a mark; it stays as it was. */
  stopBuilding(markId: string): void {
    this.post({ kind: 'stop-building', markId });
  }

  /** A mark as binary glTF; null when there is nothing of it. */
  glb(markId: string): Promise<Uint8Array | null> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.glbs.set(id, resolve);
      this.post({ kind: 'glb', id, markId });
    });
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
        this.picks.get(message.id)?.(message);
        this.picks.delete(message.id);
        break;
      case 'section':
        this.sections.get(message.id)?.(message.loops);
        this.sections.delete(message.id);
        break;
      case 'glb':
        this.glbs.get(message.id)?.(message.bytes);
        this.glbs.delete(message.id);
        break;
      case 'letters':
        this.letterings.get(message.id)?.(message.letters);
        this.letterings.delete(message.id);
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
