import { channelsOf, type LayerChannel, type LayerKind } from '@/core/delivery/layers';
import { drawDepth, drawMotion, drawNormal, drawPosition } from './data-layers';
import { drawEffects } from './effects-apart';
import type { LayerDrawer, LayerSource } from './layer-source';
import { drawLights } from './lights-apart';
import { drawMarks, drawMattes, drawRegions } from './marks-apart';
import { drawReflection, drawShadow } from './set-apart';

/** How each kind of layer is made. Effects come first: they are read from the sum, and others draw over that. */
const LAYER_DRAWERS: Record<LayerKind, LayerDrawer> = {
  effects: drawEffects,
  marks: drawMarks,
  mattes: drawMattes,
  regions: drawRegions,
  lights: drawLights,
  shadow: drawShadow,
  reflection: drawReflection,
  depth: drawDepth,
  position: drawPosition,
  normal: drawNormal,
  motion: drawMotion,
};

/**
 * The channels of a frame: its beauty, and the layers that are wanted. The painter's sum is another afterwards.
 * @throws LayersStopped
 */
export async function drawLayers(source: LayerSource, wanted: readonly LayerKind[]): Promise<LayerChannel[]> {
  const channels = channelsOf(source.beauty, '', ['R', 'G', 'B', 'A']);
  for (const [kind, draw] of Object.entries(LAYER_DRAWERS)) if (wanted.includes(kind as LayerKind)) channels.push(...(await draw(source)));
  return channels;
}
