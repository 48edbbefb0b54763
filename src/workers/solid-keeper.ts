import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { solidsKey } from '@/core/frame/solids/solids-key';
import type { Letter } from '@/core/outline/text-layout';
import type { Mark } from '@/core/production/mark';
import type { Production } from '@/core/production/production';
import type { Words } from '@/core/production/words';
import type { SolidMesh } from '@/core/solid/mesh';
import { Questions } from './questions';
import type { BuildReply, BuildRequest, FontFacts } from './solid-messages';
import { WorkerPort } from './worker-port';

export interface SolidEvents {
  /** New solids for a mark, or null when it is gone. */
  solids(markId: string, solids: MarkSolids | null, font: FontFacts | null): void;
  progress(markId: string, done: number, of: number): void;
  failed(markId: string, reason: string): void;
}

const STOPPED = 'The part of Ironsky that builds marks has stopped. Reload the page; your work is saved.';

type Port = Pick<WorkerPort<BuildRequest, BuildReply>, 'post' | 'close'>;
type Receive = (reply: BuildReply) => void;

const startWorker = (receive: Receive, failed: () => void): Port =>
  new WorkerPort(new Worker(new URL('./solid.worker.ts', import.meta.url), { type: 'module' }), receive, failed);

/** Keeps the solids of a production up to date: asks for what has changed, takes out what is gone. */
export class SolidKeeper {
  private port: Port;
  private readonly wanted = new Map<string, string>();
  private readonly pending = new Map<string, string>();
  /** Marks as they were last looked at: one that is the same object needs no second look. */
  private seen = new Map<string, Mark>();
  /** Meshes of each mark as it was built last, by the keys of its pieces. */
  private meshes = new Map<string, Map<string, SolidMesh>>();
  private idle: (() => void)[] = [];
  private readonly asked = new Questions<Letter[] | null>();
  private readonly outlines = new Questions<string | null>();

  constructor(
    private readonly events: SolidEvents,
    private readonly connect: (receive: Receive, failed: () => void) => Port = startWorker,
  ) {
    this.port = this.start();
  }

  private start(): Port {
    this.meshes = new Map();
    return this.connect(
      (reply) => this.receive(reply),
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
    this.refuseAll(new Error('Stopped.'));
    this.port = this.start();
    for (const mark of production.marks) {
      const key = this.pending.get(mark.id);
      if (key) this.port.post({ kind: 'build', mark, key });
    }
    this.events.failed(markId, 'Building was stopped. It is built again when the mark is changed.');
    this.settle();
  }

  update({ marks }: Production): void {
    const before = this.seen;
    this.seen = new Map(marks.map((mark) => [mark.id, mark]));
    for (const id of before.keys()) {
      if (this.seen.has(id)) continue;
      this.wanted.delete(id);
      this.pending.delete(id);
      this.events.solids(id, null, null);
    }
    for (const mark of marks) {
      if (before.get(mark.id) === mark) continue;
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
    this.refuseAll(new Error('Closed.'));
  }

  /** Where the letters of some words would stand; null when their font is not there. */
  letters(words: Words): Promise<Letter[] | null> {
    return this.asked.ask((id) => this.port.post({ kind: 'letters', id, words }));
  }

  /** The outlines of a mark as path data in metres; null when they cannot be had. */
  outline(mark: Mark): Promise<string | null> {
    return this.outlines.ask((id) => this.port.post({ kind: 'outline', id, mark }));
  }

  private receive(reply: BuildReply): void {
    if (reply.kind === 'outline') {
      this.outlines.answer(reply.id, reply.d);
      return;
    }
    if (reply.kind === 'letters') {
      this.asked.answer(reply.id, reply.letters);
      return;
    }
    // Outdated solids are not shown, but their meshes are what the next ones are told by.
    const solids = reply.kind === 'built' ? this.withMeshes(reply) : null;
    if (this.wanted.get(reply.markId) !== reply.key) return;
    if (reply.kind === 'progress') {
      this.events.progress(reply.markId, reply.done, reply.of);
      return;
    }
    if (reply.kind === 'built') this.events.solids(reply.markId, solids, reply.font);
    else {
      this.events.solids(reply.markId, null, null);
      this.events.failed(reply.markId, reply.reason);
    }
    this.pending.delete(reply.markId);
    this.settle();
  }

  private withMeshes({ markId, solids, meshes }: Extract<BuildReply, { kind: 'built' }>): MarkSolids {
    const known = this.meshes.get(markId);
    const own = new Map<string, SolidMesh>();
    const pieces = solids.pieces.flatMap((piece) => {
      const mesh = meshes.get(piece.key) ?? known?.get(piece.key);
      if (!mesh) return [];
      own.set(piece.key, mesh);
      return [{ ...piece, mesh }];
    });
    this.meshes.set(markId, own);
    return { ...solids, pieces };
  }

  /** The worker itself has failed: nothing that is asked for will come. */
  private stopped(): void {
    for (const id of this.pending.keys()) this.events.failed(id, STOPPED);
    this.pending.clear();
    this.refuseAll(new Error(STOPPED));
    this.settle();
  }

  private refuseAll(reason: Error): void {
    this.asked.refuseAll(reason);
    this.outlines.refuseAll(reason);
  }

  private settle(): void {
    if (this.pending.size > 0) return;
    for (const resolve of this.idle) resolve();
    this.idle = [];
  }
}
