import type { ColourReading } from '@/core/finish/colour-reading';
import type { Scopes } from '@/core/finish/scopes';
import type { ReadSettings } from '@/core/check/read-check';
import type { Verdict } from '@/core/check/verdict';
import type { Letter } from '@/core/outline/text-layout';
import type { Words } from '@/core/production/words';
import type { FrameMotion } from '@/core/check/strobe';
import type { TakeawayName } from '@/core/interchange/takeaways';
import type { Production } from '@/core/production/production';
import type { Patch } from 'immer';
import type { FrameCover } from '@/picture/frame-cover';
import type { LightShare } from '@/picture/light-shares';
import type { MaterialSwatch, SwatchPlace } from '@/picture/material-swatches';
import type { Picked } from '@/picture/pick';
import type { CheckOrder, Glance } from '@/workers/check-run';
import { Questions } from '@/workers/questions';
import { WorkerPort } from '@/workers/worker-port';
import type { FallOrder } from '@/core/fall/solve-fall';
import type { CutLine } from '@/core/solid/section';
import type { FrameOrder, FromPicture, Look, MarkFacts, ShellLoop, ToPicture } from '@/workers/picture-messages';

export interface PictureEvents {
  drawn?(message: Extract<FromPicture, { kind: 'drawn' }>): void;
  mark?(markId: string, facts: MarkFacts | null): void;
  building?(markId: string, done: number, of: number): void;
  markFailed?(markId: string, reason: string): void;
  lost?(reason: string): void;
  /** A picture or moving picture has come, or (in words) will not. */
  pictures?(trouble: string | null): void;
  /** Light cannot be followed by rays here, in words. */
  noRays?(trouble: string): void;
  /** How many frames have been read for checks. */
  checking?(done: number, of: number): void;
  /** What draws the pictures, in words. */
  drawnBy?(name: string): void;
}

type WithoutId<M> = M extends { id: number } ? Omit<M, 'id'> : never;
/** What is asked of the worker by itself, and is answered under the same name. */
type Asked =
  | 'scopes'
  | 'colour'
  | 'shares'
  | 'swatches'
  | 'dome'
  | 'section'
  | 'letters'
  | 'glb'
  | 'outline'
  | 'fall'
  | 'cover'
  | 'motion'
  | 'takeaway'
  | 'checks'
  | 'glance';
/** What can be asked of the worker, and what answers it. */
type Question = WithoutId<Extract<ToPicture, { kind: Asked | 'pick' }>>;
type Answer<Q extends Question> = Extract<FromPicture, { kind: Q['kind'] extends 'pick' ? 'picked' : Q['kind'] }>;

type AnyAnswer = Extract<FromPicture, { kind: Asked | 'picked' }>;

export class CancelledError extends Error {}

/** The page's side of one picture worker. */
export class PictureClient {
  private readonly port: WorkerPort<ToPicture, FromPicture>;
  private readonly frames = new Questions<Uint8Array[]>();
  private readonly asked = new Questions<AnyAnswer>();

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

  /** Tells what of the production has changed. */
  changeProduction(patches: Patch[]): void {
    this.post({ kind: 'patches', patches });
  }

  setLook(look: Look): void {
    this.post({ kind: 'look', look });
  }

  /** What is under a point; coordinates -1..1, Y up. */
  async pick(x: number, y: number): Promise<Picked> {
    return this.ask({ kind: 'pick', x, y });
  }

  /** What scopes show of the picture that is on the screen, once there is one. */
  async scopes(): Promise<Scopes> {
    return (await this.ask({ kind: 'scopes' })).scopes;
  }

  /** The colour at a point; coordinates -1..1, Y up. */
  async colour(x: number, y: number): Promise<ColourReading> {
    return (await this.ask({ kind: 'colour', x, y })).reading;
  }

  /** What lights a point, the brightest first. */
  async shares(x: number, y: number): Promise<LightShare[]> {
    return (await this.ask({ kind: 'shares', x, y })).shares;
  }

  /** A mark as it would look with a region of it made of each material; none where it is not seen. */
  async swatches(place: SwatchPlace): Promise<MaterialSwatch[]> {
    return (await this.ask({ kind: 'swatches', place })).swatches;
  }

  /** The dome unrolled, radiance by rows from the lowest up, four numbers a point; null where nothing is drawn. */
  async dome(): Promise<Float32Array | null> {
    return (await this.ask({ kind: 'dome' })).radiance;
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

  /** The outlines of a mark as path data in metres, Y down; null when they cannot be had. */
  async outline(markId: string): Promise<string | null> {
    return (await this.ask({ kind: 'outline', markId })).d;
  }

  /** What is solved for the fall of a mark, once it is built; null where there is nothing, and the name of what that is solved from. */
  async fallOrder(markId: string): Promise<{ order: FallOrder | null; from: string }> {
    return this.ask({ kind: 'fall', markId });
  }

  /** How much of some frames a mark covers; null where nothing is drawn. */
  async cover(markId: string, frames: number[]): Promise<FrameCover[] | null> {
    return (await this.ask({ kind: 'cover', markId, frames })).covers;
  }

  /** Motion in the picture at every so many frames; null when it was asked for anew meanwhile. */
  async motion(every: number): Promise<FrameMotion[] | null> {
    return (await this.ask({ kind: 'motion', every })).motion;
  }

  /** Something that leaves beside pictures, as the bytes of its file. Rejects in words where it cannot be written. */
  async takeaway(name: TakeawayName, first: number, last: number, file: string): Promise<Uint8Array> {
    const { bytes, trouble } = await this.ask({ kind: 'takeaway', name, first, last, file });
    if (!bytes) throw new Error(trouble ?? 'That could not be written.');
    return bytes;
  }

  /** What all checks say of the production; null when they were stopped. Rejects where they cannot be made. */
  async checks(order: CheckOrder, signal: AbortSignal): Promise<Verdict[] | null> {
    signal.addEventListener('abort', () => this.post({ kind: 'cancel', id: 0 }));
    const { verdicts, trouble } = await this.ask({ kind: 'checks', order });
    if (trouble) throw new Error(trouble);
    return verdicts;
  }

  /** A version at a glance; null when another was asked for meanwhile. Rejects where it cannot be drawn. */
  async glance(needs: ReadSettings): Promise<Glance | null> {
    const { glance, trouble } = await this.ask({ kind: 'glance', needs });
    if (trouble) throw new Error(trouble);
    return glance;
  }

  /** Stops building a mark; it stays as it was. */
  stopBuilding(markId: string): void {
    this.post({ kind: 'stop-building', markId });
  }

  /** Draws one frame in full, and makes one thing of it. Rejects with CancelledError when the signal stops it. */
  async frame({ as, ...order }: Omit<FrameOrder, 'id' | 'files'> & { as: FrameOrder['files'][number] }, signal?: AbortSignal) {
    return (await this.frameFiles({ ...order, files: [as] }, signal))[0] as Uint8Array;
  }

  /** Draws one frame in full, and makes all of it that is ordered. Rejects with CancelledError when the signal stops it. */
  async frameFiles(order: Omit<FrameOrder, 'id'>, signal?: AbortSignal): Promise<Uint8Array[]> {
    if (signal?.aborted) throw new CancelledError('cancelled');
    let cancel: (() => void) | undefined;
    const drawn = this.frames.ask((id) => {
      cancel = () => this.post({ kind: 'cancel', id });
      signal?.addEventListener('abort', cancel);
      this.post({ kind: 'frame', order: { ...order, id } });
    });
    try {
      return await drawn;
    } finally {
      if (cancel) signal?.removeEventListener('abort', cancel);
    }
  }

  dispose(): void {
    this.port.close();
    this.frames.refuseAll(new CancelledError('closed'));
    this.asked.refuseAll(new CancelledError('closed'));
  }

  /** Asks the worker something and waits for its answer. Rejects when there will be none. */
  private async ask<Q extends Question>(question: Q): Promise<Answer<Q>> {
    return (await this.asked.ask((id) => this.post({ ...question, id } as ToPicture))) as Answer<Q>;
  }

  private post(message: ToPicture, transfer: Transferable[] = []): void {
    this.port.post(message, transfer);
  }

  private fail(reason: string): void {
    this.frames.refuseAll(new Error(reason));
    this.asked.refuseAll(new Error(reason));
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
      case 'checking':
        this.events.checking?.(message.done, message.of);
        break;
      case 'building':
        this.events.building?.(message.markId, message.done, message.of);
        break;
      case 'mark-failed':
        this.events.markFailed?.(message.markId, message.reason);
        break;
      case 'picked':
      case 'scopes':
      case 'colour':
      case 'shares':
      case 'swatches':
      case 'dome':
      case 'section':
      case 'letters':
      case 'glb':
      case 'fall':
      case 'outline':
      case 'cover':
      case 'motion':
      case 'takeaway':
      case 'checks':
      case 'glance':
        this.asked.answer(message.id, message);
        break;
      case 'frame':
        this.frames.answer(message.id, message.files);
        break;
      case 'frame-failed':
        this.frames.refuse(message.id, message.reason === 'cancelled' ? new CancelledError('cancelled') : new Error(message.reason));
        break;
      case 'pictures':
        this.events.pictures?.(message.trouble);
        break;
      case 'no-rays':
        this.events.noRays?.(message.trouble);
        break;
      case 'lost':
        this.fail(message.reason);
        break;
    }
  }
}
