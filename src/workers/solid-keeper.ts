import type { Production } from '@/core/production/production';
import { solidsKey, type MarkSolids } from '@/core/frame/mark-solids';
import { WorkerPort } from './worker-port';
import type { Letter } from '@/core/outline/text-layout';
import type { Words } from '@/core/production/words';
import type { BuildReply, BuildRequest, FontFacts } from './solid-messages';

export interface SolidEvents {
  /** New solids for a mark, or null when it is gone. */
  solids(markId: string, solids: MarkSolids | null, font: FontFacts | null): void;
  progress(markId: string, done: number, of: number): void;
  failed(markId: string, reason: string): void;
}

/** Keeps the solids of a production up to date: asks for what has changed, takes out what is gone. */
export class SolidKeeper {
  private port: WorkerPort<BuildRequest, BuildReply>;
  private readonly wanted = new Map<string, string>();
  private readonly pending = new Map<string, string>();
  private idle: (() => void)[] = [];
  private readonly asked = new Map<number, (letters: Letter[] | null) => void>();
  private nextId = 1;

  constructor(private readonly events: SolidEvents) {
    this.port = this.start();
  }

  private start(): WorkerPort<BuildRequest, BuildReply> {
    return new WorkerPort(
      new Worker(new URL('./solid.worker.ts', import.meta.url), { type: 'module' }),
      (reply: BuildReply) => this.receive(reply),
      () => this.stopped(),
    );
  }

  /**
   * Stops building a mark, whatever the worker is at; it stays as it was until it is changed. Others that are waiting are asked for
   * again.
   */
  cancel(markId: string, production: Production): void {
    if (!this.pending.delete(markId)) return;
    this.port.close();
    this.port = this.start();
    for (const mark of production.marks) {
      const key = this.pending.get(mark.id);
      if (key) this.port.post({ kind: 'build', mark, key });
    }
    this.events.failed(markId, 'Building was stopped. It is built again when the mark is changed.');
    this.settle();
  }

  update(production: Production): void {
    const present = new Set(production.marks.map((mark) => mark.id));
    for (const id of [...this.wanted.keys()]) {
      if (present.has(id)) continue;
      this.wanted.delete(id);
      this.pending.delete(id);
      this.events.solids(id, null, null);
    }
    for (const mark of production.marks) {
      const key = solidsKey(mark);
      if (this.wanted.get(mark.id) === key) continue;
      this.wanted.set(mark.id, key);
      this.pending.set(mark.id, key);
      this.port.post({ kind: 'build', mark, key });
    }
    this.settle();
  }

  /** Resolves when nothing is being built. */
  whenIdle(): Promise<void> {
    return this.pending.size === 0 ? Promise.resolve() : new Promise((resolve) => this.idle.push(resolve));
  }

  dispose(): void {
    this.port.close();
  }

  /** Where the letters of some words would stand; null when their font is not there. */
  letters(words: Words): Promise<Letter[] | null> {
    const id = this.nextId++;
    return new Promise((resolve) => {
      this.asked.set(id, resolve);
      this.port.post({ kind: 'letters', id, words });
    });
  }

  private receive(reply: BuildReply): void {
    if (reply.kind === 'letters') {
      this.asked.get(reply.id)?.(reply.letters);
      this.asked.delete(reply.id);
      return;
    }
    if (this.wanted.get(reply.markId) !== reply.key) return;
    if (reply.kind === 'progress') {
      this.events.progress(reply.markId, reply.done, reply.of);
      return;
    }
    if (reply.kind === 'built') this.events.solids(reply.markId, reply.solids, reply.font);
    else {
      this.events.solids(reply.markId, null, null);
      this.events.failed(reply.markId, reply.reason);
    }
    this.pending.delete(reply.markId);
    this.settle();
  }

  /** The worker itself has failed: nothing that is asked for will come. */
  private stopped(): void {
    for (const id of this.pending.keys())
      this.events.failed(id, 'The part of Ironsky that builds marks has stopped. Reload the page; your work is saved.');
    this.pending.clear();
    this.settle();
  }

  private settle(): void {
    if (this.pending.size > 0) return;
    for (const resolve of this.idle) resolve();
    this.idle = [];
  }
}
