import { encode } from 'fast-png';
import { freeze } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { subFrameSample } from '@/core/optics/samples';
import type { Production } from '@/core/production/production';
import { valueAt } from '@/core/motion/evaluate-channel';
import { swollen } from '@/core/solid/skin';
import { exposureSeconds, frameToSeconds, secondsToFrame } from '@/core/time/rate';
import { markGlb } from '@/core/interchange/glb';
import type { MarkSolids } from '@/core/frame/mark-solids';
import { Painter } from '@/picture/painter';
import type { FrameState } from '@/core/frame/frame-state';
import { markSurfaces } from '@/picture/mark-surfaces';
import { pick } from '@/picture/pick';
import { sectionOf, type CutLine } from '@/core/solid/section';
import type { FrameOrder, FromPicture, Look, ShellLoop, ToPicture } from './picture-messages';
import { SolidKeeper } from './solid-keeper';

/** Sub-frames that the lens view gathers at rest. */
const REST_SAMPLES = 64;
/** Sub-frames of a moving picture at full quality. */
const MOVING_FULL_SAMPLES = 8;

type Send = (message: FromPicture, transfer?: Transferable[]) => void;

const breathe = () => new Promise((resolve) => setTimeout(resolve, 0));

/** Takes messages, keeps the newest look, draws when there is something to draw. Orders for frames are done in turn. */
export class PictureDesk {
  private painter: Painter | null = null;
  private production: Production | null = null;
  private look: Look | null = null;
  private readonly solids = new Map<string, MarkSolids>();
  private readonly keeper: SolidKeeper;
  private readonly failures = new Map<string, string>();
  private readonly cancelled = new Set<number>();
  private readonly orders: FrameOrder[] = [];
  private stale = true;
  private running = false;

  constructor(private readonly send: Send) {
    this.keeper = new SolidKeeper({
      solids: (markId, solids, font) => {
        this.failures.delete(markId);
        if (solids) this.solids.set(markId, solids);
        else this.solids.delete(markId);
        this.painter?.stage.setSolids(markId, solids);
        const facts = solids && { ...factsOf(solids), font };
        this.send({ kind: 'mark', markId, facts });
        this.changed();
      },
      progress: (markId, done, of) => this.send({ kind: 'building', markId, done, of }),
      failed: (markId, reason) => {
        this.failures.set(markId, reason);
        this.send({ kind: 'mark-failed', markId, reason });
      },
    });
  }

  receive(message: ToPicture): void {
    switch (message.kind) {
      case 'canvas':
        this.begin(message.canvas);
        break;
      case 'production':
        // What cannot change any more is evaluated faster.
        this.production = freeze(message.production, true);
        this.keeper.update(message.production);
        this.changed();
        break;
      case 'look':
        this.look = message.look;
        this.changed();
        break;
      case 'pick':
        this.answerPick(message.id, message.x, message.y);
        break;
      case 'section':
        this.send({ kind: 'section', id: message.id, loops: this.sectionOf(message.markId, message.cut) });
        break;
      case 'letters':
        void this.keeper.letters(message.words).then((letters) => this.send({ kind: 'letters', id: message.id, letters }));
        break;
      case 'stop-building':
        if (this.production) this.keeper.cancel(message.markId, this.production);
        break;
      case 'glb':
        void this.glbOf(message.markId).then((bytes) => this.send({ kind: 'glb', id: message.id, bytes }));
        break;
      case 'frame':
        this.orders.push(message.order);
        void this.run();
        break;
      case 'cancel':
        this.cancelled.add(message.id);
        break;
    }
  }

  private begin(canvas: OffscreenCanvas): void {
    try {
      this.painter?.dispose();
      this.painter = new Painter(canvas);
    } catch {
      this.send({ kind: 'lost', reason: 'This browser cannot draw 3D pictures (WebGL 2 is missing or switched off).' });
      return;
    }
    this.painter.onContextLost(() =>
      this.send({ kind: 'lost', reason: 'The graphics card stopped answering. The picture is being started again.' }),
    );
    this.send({ kind: 'drawn-by', name: this.painter.drawnBy() });
    for (const [markId, solids] of this.solids) this.painter.stage.setSolids(markId, solids);
    this.changed();
  }

  private readonly boundsOf = (markId: string) => this.solids.get(markId)?.bounds;
  private readonly surfaces = markSurfaces((markId) => this.solids.get(markId));

  /** The state that the lens view shows. */
  private lookState(production: Production, { seconds, pose, cameraId }: Look) {
    return evaluate(production, seconds, this.boundsOf, { pose, cameraId, surfaces: this.surfaces });
  }

  private changed(): void {
    this.stale = true;
    void this.run();
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (;;) {
        const order = this.orders.shift();
        if (order) await this.fill(order);
        else {
          const more = this.drawLook();
          // While something moves, one picture at a time: a newer look is taken up as soon as this one is seen.
          if (this.look?.moving) await this.painter?.finished();
          if (!more && !(this.stale && this.canDraw()) && this.orders.length === 0) break;
        }
        await breathe();
      }
    } finally {
      this.running = false;
    }
  }

  private canDraw(): boolean {
    return this.painter !== null && this.production !== null && this.look !== null && this.look.width >= 1 && this.look.height >= 1;
  }

  /** Draws the next sub-frame of the lens view; false when there is nothing left to do. */
  private drawLook(): boolean {
    const { painter, production, look } = this;
    if (!painter || !production || !look || !this.canDraw()) return false;
    const goal = look.quality === 'sketch' ? 1 : look.moving ? (look.quality === 'full' ? MOVING_FULL_SAMPLES : 1) : REST_SAMPLES;
    const started = performance.now();
    painter.resize(look.width, look.height);
    const rough = look.quality !== 'full';
    if (this.stale) {
      this.stale = false;
      painter.restart();
      if (rough) {
        // First a quick picture; refining begins anew after it.
        const state = this.lookState(production, look);
        painter.addSubFrame(state, look.quality, subFrameSample(production.seed, 0, 1));
        this.present(painter, state, look);
        this.send({
          kind: 'drawn',
          seconds: look.seconds,
          samples: 1,
          of: goal,
          focus: state.camera.focusDistance,
          milliseconds: performance.now() - started,
        });
        if (goal > 1) painter.restart();
        return goal > 1;
      }
    } else if (goal === 1 || painter.sampleCount >= goal) return false;
    const state = this.addSample(painter, production, look, painter.sampleCount, goal);
    const done = painter.sampleCount;
    // A refined picture takes the place of the quick one only once it is calmer than that.
    if (done >= goal || (!look.moving && done >= 8 && done % 4 === 0)) {
      this.present(painter, state, look);
      this.send({
        kind: 'drawn',
        seconds: look.seconds,
        samples: done,
        of: goal,
        focus: this.lookState(production, look).camera.focusDistance,
        milliseconds: performance.now() - started,
      });
    }
    return done < goal;
  }

  private addSample(
    painter: Painter,
    production: Production,
    { seconds, quality, pose, cameraId }: Pick<Look, 'seconds' | 'quality' | 'pose' | 'cameraId'>,
    i: number,
    n: number,
  ) {
    const sample = subFrameSample(production.seed, i, n);
    const exposure = exposureSeconds(production.shutterDeg, production.format.rate);
    const state = evaluate(production, seconds + (sample.shutter - 0.5) * exposure, this.boundsOf, {
      pose,
      cameraId,
      surfaces: this.surfaces,
      pictureFrame: secondsToFrame(seconds, production.format.rate),
    });
    painter.addSubFrame(state, quality, sample);
    return state;
  }

  private present(painter: Painter, state: FrameState, look: Look): void {
    painter.present(state);
    if (look.sharpness) painter.presentSharpness(state);
  }

  private async fill(order: FrameOrder): Promise<void> {
    await this.keeper.whenIdle();
    const { painter, production } = this;
    if (!painter || !production || this.cancelled.delete(order.id)) {
      this.send({ kind: 'frame-failed', id: order.id, reason: 'cancelled' });
      return;
    }
    const fault = this.faultOf(production);
    if (fault) {
      this.send({ kind: 'frame-failed', id: order.id, reason: fault });
      return;
    }
    try {
      const started = performance.now();
      const seconds = frameToSeconds(order.frame, production.format.rate);
      painter.resize(order.width, order.height);
      painter.restart();
      for (let i = 0; i < order.samples; i++) {
        if (this.cancelled.delete(order.id)) {
          this.send({ kind: 'frame-failed', id: order.id, reason: 'cancelled' });
          return;
        }
        this.addSample(painter, production, { seconds, quality: 'full', pose: null, cameraId: null }, i, order.samples);
        await breathe();
      }
      const pixels = painter.read(evaluate(production, seconds, this.boundsOf, { surfaces: this.surfaces }), order.alpha);
      const bytes = order.as === 'rgba' ? pixels : encodePng(pixels, order);
      this.stale = true;
      this.send({ kind: 'frame', id: order.id, bytes, milliseconds: performance.now() - started }, [bytes.buffer as ArrayBuffer]);
    } catch (error) {
      this.send({ kind: 'frame-failed', id: order.id, reason: error instanceof Error ? error.message : 'The frame could not be drawn.' });
    }
  }

  /** Why a frame would not show the whole production, in words: a picture with a letter missing must not leave unnoticed. */
  private faultOf({ marks }: Production): string | null {
    for (const { id, name, shown } of marks) {
      const fault = shown ? (this.failures.get(id) ?? this.solids.get(id)?.faults[0]) : undefined;
      if (fault) return `“${name}” could not be built: ${fault}`;
    }
    return null;
  }

  private sectionOf(markId: string, cut: CutLine): ShellLoop[] {
    const pieces = this.solids.get(markId)?.pieces ?? [];
    const amount = this.inflateOf(markId);
    return pieces.flatMap(({ mesh, pose, shell }) =>
      sectionOf({ ...mesh, ...swollen(mesh, amount) }, pose, cut).map((loop) => ({ shell, loop })),
    );
  }

  /** How far a mark is blown up at the frame that is looked at. */
  private inflateOf(markId: string): number {
    const { production, look } = this;
    const mark = production?.marks.find(({ id }) => id === markId);
    return mark && production ? valueAt(mark.placement.inflate, secondsToFrame(look?.seconds ?? 0, production.format.rate)) : 1;
  }

  /** A mark as it stands built, for other programs; null when it is not there. */
  private async glbOf(markId: string): Promise<Uint8Array | null> {
    await this.keeper.whenIdle();
    const mark = this.production?.marks.find(({ id }) => id === markId);
    const solids = this.solids.get(markId);
    return mark && solids && solids.pieces.length > 0 ? markGlb({ mark, solids, inflate: this.inflateOf(markId) }) : null;
  }

  private answerPick(id: number, x: number, y: number): void {
    const { painter, production, look } = this;
    if (!painter || !production || !look) {
      this.send({ kind: 'picked', id, markId: null, distance: NaN });
      return;
    }
    const state = this.lookState(production, look);
    this.send({ kind: 'picked', id, ...pick(painter.stage, state, x, y) });
  }
}

const factsOf = ({ bounds, triangles, missing, faults, letters }: MarkSolids) => ({ bounds, triangles, missing, faults, letters });

function encodePng(rgba: Uint8Array, { width, height, alpha }: FrameOrder): Uint8Array {
  if (alpha) return encode({ width, height, data: rgba, channels: 4, depth: 8 });
  const rgb = new Uint8Array(width * height * 3);
  for (let i = 0, o = 0; i < rgba.length; i += 4, o += 3) {
    rgb[o] = rgba[i] as number;
    rgb[o + 1] = rgba[i + 1] as number;
    rgb[o + 2] = rgba[i + 2] as number;
  }
  return encode({ width, height, data: rgb, channels: 3, depth: 8 });
}
