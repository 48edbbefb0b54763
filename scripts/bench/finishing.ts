import { evaluate } from '@/core/frame/evaluate';
import { marginOf } from '@/core/finish/reach';
import { subFrameSample } from '@/core/optics/samples';
import { addEffect, effectsOf } from '@/core/production/edits/effect-edits';
import { EFFECTS } from '@/core/production/owners/effects/effects';
import type { Production } from '@/core/production/production';
import { Painter } from '@/picture/painter';
import { timed, type PictureBench } from './picture';
import { revived } from './plain-solids';

/** Runs in the page: times the whole chain of effects beside one plain sub-frame, milliseconds. */
export interface FinishTimes {
  effects: number;
  subFrame: number;
  chain: number;
}

const RUNS = 5;

/** A production with one of each effect that needs no file, each doing something. */
function withEffects(given: Production): Production {
  const production = structuredClone(given);
  for (const { kind } of EFFECTS) if (kind !== 'colour-table') addEffect(production, kind);
  for (const effect of effectsOf(production)) {
    if (effect.kind === 'contrast') effect.channels.contrast.rest = 1.1;
    if (effect.kind === 'balance') effect.channels.slopeRed.rest = 1.05;
    if (effect.kind === 'curves') effect.channels.all1.rest = 0.2;
    if (effect.kind === 'fade') effect.channels.amount.rest = 0.1;
  }
  return production;
}

function run({ production, solids: given, frame, full }: PictureBench): FinishTimes {
  const painter = new Painter(new OffscreenCanvas(full.width, full.height));
  const solids = Object.fromEntries(Object.entries(given).map(([id, mark]) => [id, revived(mark)]));
  for (const [id, mark] of Object.entries(solids)) painter.stage.setSolids(id, mark);
  const stateOf = (of: Production) => evaluate(of, frame / 25, (id) => solids[id]?.bounds);
  const finishing = withEffects(production);
  const [plain, finished] = [stateOf(production), stateOf(finishing)];
  const draw = (state: typeof plain) => {
    painter.resize(full.width, full.height, marginOf(state.finish));
    painter.restart();
    painter.addSubFrame(state, 'full', subFrameSample(1, 0, 1));
  };
  const done = () => undefined;
  // Reading waits until all is drawn.
  const read = (state: typeof plain) => () => void painter.read(state, false);
  const both = timed(RUNS, () => (draw(plain), read(plain)()), done);
  const shown = timed(RUNS, read(plain), done);
  draw(finished);
  const all = timed(RUNS, read(finished), done);
  return { effects: effectsOf(finishing).length, subFrame: both - shown, chain: all - shown };
}

(globalThis as unknown as { benchFinish: typeof run }).benchFinish = run;
