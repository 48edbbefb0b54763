import Rapier from '@dimforge/rapier3d-compat';
import { fallForcesOf } from '@/core/fall/fall-settings';
import { packFall } from '@/core/fall/packed-fall';
import { solveFall, SOLVE_RATE, KEPT_RATE, type FallBody } from '@/core/fall/solve-fall';
import { buildMark } from '@/core/frame/solids/build-mark';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { hullOf } from '@/core/solid/convex-parts';
import { IDENTITY } from '@/core/space/matrix';
import { milliseconds } from './timing';

const PIECES = 300;
const SECONDS = 2;

/** A sign cut into 300 pieces, and their fall onto a floor. */
export async function falling(): Promise<void> {
  await Rapier.init();
  const production = emptyProduction('Bench', { width: 1920, height: 1080, rate: '25', length: 120 });
  addForm(production, 'plate');
  const [mark] = production.marks;
  if (!mark) return;
  Object.assign(mark.fall.settings, { of: 'pieces', pieces: PIECES });
  const cut = milliseconds(3, () => void buildMark(mark, []));
  const { pieces } = buildMark(mark, []);
  const bodies: FallBody[] = [];
  for (const { shard, mesh } of pieces) if (shard !== null) (bodies[shard] ??= { hulls: [] }).hulls.push(hullOf(mesh, IDENTITY));
  const forces = fallForcesOf({ seconds: SECONDS, floorY: -0.6, spin: 60 });
  const began = performance.now();
  const steps = solveFall(Rapier, { bodies, obstacles: [], pose: IDENTITY, forces });
  let step = steps.next();
  while (!step.done) step = steps.next();
  const each = (performance.now() - began) / (SECONDS * SOLVE_RATE);
  const text = packFall(step.value);
  console.log(`A plate built and cut into ${bodies.length} pieces: ${cut.toFixed(0)} ms`);
  console.log(`  a step of their fall onto a floor: ${each.toFixed(1)} ms (${SOLVE_RATE} a second)`);
  console.log(`  kept at ${KEPT_RATE} poses a second for ${SECONDS} s: ${(text.length / 1000).toFixed(0)} kB of text`);
}
