import { channelOf, channelsOf } from '@/core/delivery/layers';
import type { FrameState, SetState } from '@/core/frame/frame-state';
import { without, type LayerDrawer } from './layer-source';

const isSet = ({ id }: { id: string }) => id.startsWith('set/');

/** A state whose floor, wall and sweep do only some of what they do. */
const changed = (values: Record<string, number>) => (state: FrameState) => ({
  ...state,
  set: state.set.map((each) => ({ ...each, values: { ...each.values, ...existing(each, values) } }) as SetState),
});

const existing = ({ values }: SetState, wanted: Record<string, number>) =>
  Object.fromEntries(Object.entries(wanted).filter(([name]) => name in values));

/** How dark the shadows are that floor, wall and sweep take where they take no more than those: 0 to 1. */
export const drawShadow: LayerDrawer = async (source) => {
  const pixels = await source.drawn('shadow', { part: isSet, change: changed({ reflection: 0, sky: 0 }) });
  return [channelOf(pixels, 3, 'shadow.A')];
};

/** What they mirror. */
export const drawReflection: LayerDrawer = async (source) => {
  const mirrored = await source.drawn('mirrored', { part: isSet, change: changed({ shadow: 0 }) });
  const matte = await source.drawn('unmirrored', { part: isSet, change: changed({ shadow: 0, reflection: 0 }) });
  return channelsOf(without(mirrored, [matte]), 'reflection', ['R', 'G', 'B', 'A']);
};
