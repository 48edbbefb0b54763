import { applyPatches, enablePatches, freeze } from 'immer';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { isEverShown } from '@/core/production/shell';
import type { Production } from '@/core/production/production';
import type { Scenery } from '@/picture/draw-frame';
import { CannotDraw, Painter } from '@/picture/painter';
import { frameCover } from '@/picture/frame-cover';
import { lightShares } from '@/picture/light-shares';
import { materialSwatches, type SwatchPlace } from '@/picture/material-swatches';
import { pick, PICKED_NOTHING } from '@/picture/pick';
import { solidProbe } from '@/picture/solid-probe';
import { breathe } from './breathe';
import { FrameOrders } from './frame-orders';
import { LookView } from './look-view';
import { builtMark, sectionLoops } from './mark-answers';
import type { FrameOrder, FromPicture, ToPicture } from './picture-messages';
import { PictureKeeper } from './pictures/picture-keeper';
import { ShownPicture } from './shown-picture';
import { SlowAnswers } from './slow-answers';
import { SolidKeeper } from './solid-keeper';

enablePatches();

type Send = (message: FromPicture, transfer?: Transferable[]) => void;

/** Takes messages, keeps the newest look, draws when there is something to draw. Orders for frames are done in turn. */
export class PictureDesk {
  private painter: Painter | null = null;
  private production: Production | null = null;
  private readonly solids = new Map<string, MarkSolids>();
  private readonly keeper: SolidKeeper;
  private readonly pictures: PictureKeeper;
  private readonly failures = new Map<string, string>();
  private readonly view: LookView;
  private readonly orders: FrameOrders;
  private readonly shown = new ShownPicture();
  private running = false;
  private readonly slow: SlowAnswers;
  private wakeUp: ReturnType<typeof setTimeout> | null = null;

  constructor(private readonly send: Send) {
    this.view = new LookView((message) => this.send(message));
    this.orders = new FrameOrders(send);
    this.slow = new SlowAnswers(send, () => ({
      painter: this.painter,
      scenery: this.production && this.scenery(this.production),
      trouble: this.production && this.faultOf(this.production),
      whenBuilt: () => this.keeper.whenIdle(),
      solidsOf: (markId) => this.solids.get(markId),
      built: (markId) => this.built(markId),
    }));
    this.pictures = new PictureKeeper((trouble) => {
      this.send({ kind: 'pictures', trouble });
      if (!trouble) this.view.disturbed();
      void this.run();
    });
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
        return this.begin(message.canvas);
      case 'production':
        // What cannot change any more is made ready once.
        return this.take(freeze(message.production, true));
      case 'patches':
        if (this.production) this.take(applyPatches(this.production, message.patches));
        return;
      case 'look':
        this.view.lookAt(message.look);
        void this.run();
        return;
      case 'pick':
        return this.answerPick(message.id, message.x, message.y);
      case 'scopes':
        this.shown.scopes((scopes) => this.send({ kind: 'scopes', id: message.id, scopes }));
        return this.answerShown();
      case 'colour':
        this.shown.colour(message.x, message.y, (reading) => this.send({ kind: 'colour', id: message.id, reading }));
        return this.answerShown();
      case 'shares':
        return this.answerShares(message.id, message.x, message.y);
      case 'swatches':
        return this.answerSwatches(message.id, message.place);
      case 'dome': {
        const state = this.production && this.view.state(this.scenery(this.production));
        return this.send({ kind: 'dome', id: message.id, radiance: (state && this.painter?.readDome(state)) ?? null });
      }
      case 'section': {
        const built = this.built(message.markId);
        return this.send({ kind: 'section', id: message.id, loops: built ? sectionLoops(built, message.cut) : [] });
      }
      case 'letters':
        void this.keeper
          .letters(message.words)
          .catch(() => null)
          .then((letters) => this.send({ kind: 'letters', id: message.id, letters }));
        return;
      case 'glb':
        void this.slow.glb(message.id, message.markId);
        return;
      case 'outline': {
        const mark = this.production?.marks.find((each) => each.id === message.markId);
        void (mark ? this.keeper.outline(mark) : Promise.resolve(null))
          .catch(() => null)
          .then((d) => this.send({ kind: 'outline', id: message.id, d }));
        return;
      }
      case 'fall':
        void this.slow.fall(message.id, message.markId);
        return;
      case 'cover':
        void this.answerCover(message.id, message.markId, message.frames);
        return;
      case 'motion':
        void this.slow.motion(message.id, message.every);
        return;
      case 'takeaway':
        void this.slow.takeaway(message);
        return;
      case 'checks':
        void this.slow.checks(message.id, message.order);
        return;
      case 'glance':
        void this.slow.glance(message.id, message.needs);
        return;
      case 'stop-building':
        if (this.production) this.keeper.cancel(message.markId, this.production);
        return;
      case 'frame':
        this.orders.add(message.order);
        void this.run();
        return;
      case 'cancel':
        this.slow.stopChecks();
        return this.orders.cancel(message.id);
    }
  }

  private take(production: Production): void {
    this.production = production;
    this.keeper.update(production);
    this.changed();
  }

  private begin(canvas: OffscreenCanvas): void {
    try {
      this.painter?.dispose();
      this.painter = new Painter(canvas, this.pictures);
    } catch (error) {
      const noContext = 'This browser cannot draw 3D pictures (WebGL 2 is missing or switched off).';
      this.send({ kind: 'lost', reason: error instanceof CannotDraw ? error.message : noContext });
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
  private readonly probe = solidProbe((markId) => this.solids.get(markId));

  private scenery(production: Production): Scenery {
    return { production, boundsOf: this.boundsOf, probe: this.probe, pictures: this.pictures };
  }

  private built(markId: string) {
    return builtMark(this.production, markId, this.solids.get(markId), this.view.seconds, this.boundsOf);
  }

  private changed(): void {
    this.view.changed(performance.now());
    void this.run();
  }

  private async run(): Promise<void> {
    if (this.running) return;
    this.running = true;
    try {
      for (;;) {
        const order = this.orders.next();
        if (order) await this.fill(order);
        else {
          const more = this.drawLook();
          // While something moves, one picture at a time: a newer look is taken up as soon as this one is seen.
          if (this.view.isMoving) await this.painter?.finished();
          if (!more && !(this.view.isStale && this.painter && this.production) && this.orders.isEmpty) break;
        }
        await breathe();
      }
    } finally {
      this.running = false;
    }
  }

  private drawLook(): boolean {
    const { painter, production } = this;
    if (!painter || !production) return false;
    const more = this.view.drawNext(painter, this.scenery(production));
    this.answerShown();
    const rest = this.view.restsIn(performance.now());
    if (rest > 0 && this.view.canDraw()) this.runIn(rest);
    return more;
  }

  /** Goes on after a while, when nothing has changed until then. */
  private runIn(milliseconds: number): void {
    if (this.wakeUp) clearTimeout(this.wakeUp);
    this.wakeUp = setTimeout(() => {
      this.wakeUp = null;
      void this.run();
    }, milliseconds + 1);
  }

  private async fill(order: FrameOrder): Promise<void> {
    await this.keeper.whenIdle();
    const { painter, production } = this;
    if (!painter || !production) return this.orders.refuse(order, 'cancelled');
    const fault = this.faultOf(production);
    if (fault) return this.orders.refuse(order, fault);
    await this.orders.fill(order, painter, this.scenery(production));
    this.view.disturbed();
  }

  /** Why a frame would not show the whole production, in words: a picture with a letter missing must not leave unnoticed. */
  private faultOf({ marks }: Production): string | null {
    for (const mark of marks) {
      const fault = isEverShown(mark) ? (this.failures.get(mark.id) ?? this.solids.get(mark.id)?.faults[0]) : undefined;
      if (fault) return `“${mark.name}” could not be built: ${fault}`;
    }
    return null;
  }

  private async answerCover(id: number, markId: string, frames: readonly number[]): Promise<void> {
    await this.keeper.whenIdle();
    const { painter, production } = this;
    const covers = painter && production ? frameCover(painter, this.scenery(production), markId, frames) : null;
    this.answerDrawn({ kind: 'cover', id, covers });
  }

  /** Answers what was asked about the picture on the canvas, as soon as there is one. */
  private answerShown(): void {
    this.shown.answer(this.painter, this.production && this.view.shown(this.scenery(this.production)));
  }

  private answerShares(id: number, x: number, y: number): void {
    const { painter, production } = this;
    const looking = this.view.looking;
    const shares = painter && production && looking ? lightShares(painter, this.scenery(production), this.view.seconds, looking, x, y) : [];
    this.answerDrawn({ kind: 'shares', id, shares });
  }

  private answerSwatches(id: number, place: SwatchPlace): void {
    const { painter, production } = this;
    const swatches = painter && production ? materialSwatches(painter, this.scenery(production), this.view.seconds, place) : [];
    this.answerDrawn({ kind: 'swatches', id, swatches });
  }

  /** Sends what was drawn in the place of the picture, and goes on with that. */
  private answerDrawn(message: FromPicture): void {
    this.send(message);
    this.view.disturbed();
    void this.run();
  }

  private answerPick(id: number, x: number, y: number): void {
    const state = this.production && this.view.state(this.scenery(this.production));
    this.send({ kind: 'picked', id, ...(this.painter && state ? pick(this.painter.stage, state, x, y) : PICKED_NOTHING) });
  }
}

const factsOf = ({ pieces: _, ...facts }: MarkSolids) => facts;
