import { channelsOf, layerNames } from '@/core/delivery/layers';
import { actingEffects } from '@/core/finish/reach';
import { effectKind } from '@/core/production/owners/effects/effects';
import { without, type LayerDrawer } from './layer-source';

const COLOURS = ['R', 'G', 'B', 'A'];

/**
 * What each effect in scene light adds and takes away, and the picture before all of them: read from the sum of the whole, so this is made
 * before anything else is drawn.
 */
export const drawEffects: LayerDrawer = async ({ painter, middle, order, scenery, beauty }) => {
  const acting = actingEffects(middle.finish).filter(({ kind }) => kind.space === 'scene');
  const owners = new Map(scenery.production.finish.map((owner) => [owner.id, owner.name]));
  const names = layerNames(acting.map(({ effect }) => owners.get(effect.id) ?? effectKind(effect.kind)?.label ?? effect.kind));
  const upTo = (count: number): Float32Array => {
    const left = new Set(acting.slice(count).map(({ effect }) => effect));
    return count === acting.length
      ? beauty
      : painter.readLinear({ ...middle, finish: middle.finish.filter((effect) => !left.has(effect)) }, order.alpha);
  };
  let before = upTo(0);
  const made = channelsOf(before, 'effect.rest', COLOURS);
  for (const [i, name] of names.entries()) {
    const after = upTo(i + 1);
    made.push(...channelsOf(without(after, [before]), `effect.${name}`, COLOURS));
    before = after;
  }
  return made;
};
