import { marginOf, withoutEffects } from '@/core/finish/reach';
import { addSubFrame, MEASURED_EACH, stateAt, type Looking, type Scenery } from '@/picture/draw-frame';
import type { FrameState } from '@/core/frame/frame-state';
import { subFrameSample } from '@/core/optics/samples';
import type { Painter } from '@/picture/painter';
import { NoRays } from '@/picture/rays/ray-scene';
import type { FromPicture, Look } from './picture-messages';

/** Sub-frames that the lens view gathers at rest, at most. */
const REST_SAMPLES = 64;
/** It is done before that once the noise is so small, in 8-bit values as they are shown: one step of them. */
const CALM = 1;
/** But not before so many, as few can agree by chance. */
const REST_LEAST = 16;
/** Sub-frames of a moving picture at full quality. */
const MOVING_FULL_SAMPLES = 8;
/** For so long after a change the picture stays quick: while something is dragged, one change follows another. Milliseconds. */
const SETTLE_MS = 220;
/** A refined picture takes the place of the quick one only once it is calmer than that, and is then shown every so often. */
const FIRST_SHOWN = 8;
const SHOWN_EVERY = 4;

/** A state as a look shows it: a sketch and a view that is no camera's go without effects. */
function finished(state: FrameState, look: Look): FrameState {
  const shown = seenBy(state, look.curve);
  if (look.quality === 'sketch' || look.free) return withoutEffects(shown);
  return alone(shown, look.onlyEffect);
}

/** A state as another curve shows it. */
const seenBy = (state: FrameState, curve: Look['curve']): FrameState =>
  curve === null
    ? state
    : {
        ...state,
        finish: state.finish.map((each) => (each.kind === 'display' ? { ...each, settings: { ...each.settings, curve } } : each)),
      };

/** A state with one of its effects alone. */
function alone(state: FrameState, onlyEffect: Look['onlyEffect']): FrameState {
  return onlyEffect === null ? state : { ...state, finish: state.finish.filter(({ id, kind }) => id === onlyEffect || kind === 'display') };
}

/** What the lens view shows: a quick picture of whatever is newest, refined while nothing changes. */
export class LookView {
  /** How much is drawn beyond the frame, in heights of it. */
  private beyond = 0;
  private look: Look | null = null;
  private stale = true;
  private changedAt = -Infinity;
  private noRays = false;
  private isCalm = false;
  /** What was drawn is a quick picture, and no part of a better one. */
  private isQuick = false;

  constructor(private readonly tell: (message: Extract<FromPicture, { kind: 'drawn' | 'no-rays' }>) => void) {}

  get isMoving(): boolean {
    return this.look?.moving ?? false;
  }

  /** How it is looked at; null where nothing is yet. */
  get looking(): Looking | null {
    return this.look;
  }

  get seconds(): number {
    return this.look?.seconds ?? 0;
  }

  lookAt(look: Look): void {
    this.look = look;
    this.stale = true;
  }

  /** The production or its solids are other ones. */
  changed(now: number): void {
    this.stale = true;
    this.changedAt = now;
  }

  /** The painter was used for something else. */
  disturbed(): void {
    this.stale = true;
  }

  /** Whether there is anything to look at. */
  canDraw(): boolean {
    return this.look !== null && this.look.width >= 1 && this.look.height >= 1;
  }

  get isStale(): boolean {
    return this.stale && this.canDraw();
  }

  /** Milliseconds until the picture may be refined. */
  restsIn(now: number): number {
    return Math.max(0, this.changedAt + SETTLE_MS - now);
  }

  /** The state that is shown. */
  state(scenery: Scenery): FrameState | null {
    return this.look && stateAt(scenery, this.look.seconds, this.look);
  }

  /** What is shown, with all that was drawn of it so far. */
  shown(scenery: Scenery): FrameState | null {
    const state = this.state(scenery);
    return state && this.look ? finished(state, this.look) : null;
  }

  /** Draws the next sub-frame; false when there is nothing left to do, or not yet. */
  drawNext(painter: Painter, scenery: Scenery): boolean {
    const { look } = this;
    if (!look || !this.canDraw()) return false;
    const goal = look.quality === 'sketch' ? 1 : look.moving ? (look.quality === 'full' ? MOVING_FULL_SAMPLES : 1) : REST_SAMPLES;
    const started = performance.now();
    const state = this.stale ? stateAt(scenery, look.seconds, look) : null;
    if (state) this.beyond = marginOf(finished(state, look).finish);
    painter.resize(look.width, look.height, this.beyond);
    if (state) {
      this.stale = this.isCalm = this.isQuick = false;
      painter.restart(!look.moving);
      if (look.quality !== 'full') return this.drawQuick(painter, scenery.production.seed, state, look, goal, started);
    } else if (goal === 1 || this.isCalm || painter.sampleCount >= goal) return false;
    if (look.quality !== 'full' && this.restsIn(started) > 0) return false;
    const refined = this.refine(painter, scenery, look, goal);
    const done = painter.sampleCount;
    const measured = !look.moving && done >= REST_LEAST && done % MEASURED_EACH === 0;
    this.isCalm = measured && painter.noise(refined) <= CALM;
    const of = this.isCalm ? done : goal;
    if (done >= of || (!look.moving && done >= FIRST_SHOWN && done % SHOWN_EVERY === 0)) {
      this.present(painter, refined, look);
      const focus = stateAt(scenery, look.seconds, look).camera.focusDistance;
      this.tell({ kind: 'drawn', seconds: look.seconds, samples: done, of, focus, milliseconds: performance.now() - started });
    }
    return done < of;
  }

  /** Adds the next sub-frame. Where its light cannot be followed by rays it is plain, and that is said. */
  private refine(painter: Painter, scenery: Scenery, look: Look, n: number): FrameState {
    // Until then the quick picture can be asked about.
    if (this.isQuick) painter.restart(!look.moving);
    this.isQuick = false;
    const traced = scenery.production.traced && !look.moving && !this.noRays;
    try {
      return addSubFrame(painter, scenery, { ...look, traced, i: painter.sampleCount, n });
    } catch (error) {
      if (!(error instanceof NoRays)) throw error;
      this.noRays = true;
      this.tell({ kind: 'no-rays', trouble: `${error.message} Its light is drawn plain.` });
      painter.restart(!look.moving);
      return addSubFrame(painter, scenery, { ...look, i: 0, n });
    }
  }

  /** First a quick picture; refining begins anew after it. */
  private drawQuick(painter: Painter, seed: number, state: FrameState, look: Look, goal: number, started: number): boolean {
    painter.addSubFrame(state, look.quality, subFrameSample(seed, 0, 1));
    this.present(painter, state, look);
    const { focusDistance: focus } = state.camera;
    this.tell({ kind: 'drawn', seconds: look.seconds, samples: 1, of: goal, focus, milliseconds: performance.now() - started });
    this.isQuick = goal > 1;
    return goal > 1;
  }

  private present(painter: Painter, state: FrameState, look: Look): void {
    painter.present(finished(state, look), look.before);
    if (look.sharpness) painter.presentSharpness(state);
  }
}
