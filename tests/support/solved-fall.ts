import type Rapier from '@dimforge/rapier3d-compat';
import { packFall } from '@/core/fall/packed-fall';
import { solveFall } from '@/core/fall/solve-fall';
import { fallOrder, fallSource } from '@/core/frame/fall-order';
import { buildMark } from '@/core/frame/solids/build-mark';
import type { Typeface } from '@/core/outline/typeface';
import type { SolvedFall } from '@/core/production/owners/fall';
import type { Production } from '@/core/production/production';

/** Solves the fall of the first mark of a production, where all marks that stand in its way are built from the same faces. */
export function solvedFall(engine: typeof Rapier, production: Production, faces: readonly Typeface[] = []): SolvedFall {
  const [mark] = production.marks;
  if (!mark) throw new Error('There is no mark.');
  const wanted = new Set([mark.id, ...mark.fall.settings.obstacles.map(({ markId }) => markId)]);
  const built = new Map(production.marks.filter(({ id }) => wanted.has(id)).map((each) => [each.id, buildMark(each, faces)]));
  const boundsOf = (id: string) => built.get(id)?.bounds;
  const order = fallOrder(production, mark, (id) => built.get(id), boundsOf);
  if (!order) throw new Error('Nothing falls.');
  const steps = solveFall(engine, order);
  let step = steps.next();
  while (!step.done) step = steps.next();
  return { from: fallSource(production, mark, boundsOf), motion: packFall(step.value) };
}
