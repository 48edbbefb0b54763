import Rapier from '@dimforge/rapier3d-compat';
import { packFall } from '@/core/fall/packed-fall';
import { FallError, solveFall } from '@/core/fall/solve-fall';
import type { FromFall, ToFall } from './fall-messages';
import { sayReady } from './worker-port';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const say = (message: FromFall) => scope.postMessage(message);

/** Messages are far dearer than steps. */
const TELL_EVERY_MS = 50;

async function solve(order: ToFall): Promise<void> {
  await Rapier.init();
  let told = 0;
  const steps = solveFall(Rapier, order);
  let step = steps.next();
  for (; !step.done; step = steps.next()) {
    if (Date.now() - told < TELL_EVERY_MS) continue;
    told = Date.now();
    say({ kind: 'solving', share: step.value.done / step.value.of });
  }
  say({ kind: 'solved', motion: packFall(step.value), bodies: step.value.bodies });
}

scope.onmessage = ({ data }: MessageEvent<ToFall>) => {
  solve(data).catch((error) =>
    say({ kind: 'refused', reason: error instanceof FallError ? error.message : 'This fall could not be solved.' }),
  );
};
sayReady(scope);
