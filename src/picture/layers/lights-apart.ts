import { channelsOf, layerNames } from '@/core/delivery/layers';
import { without, type LayerDrawer } from './layer-source';

const COLOURS = ['R', 'G', 'B'];
/** Nothing has this path: alone, it lets nothing shine. */
const NOTHING = { path: 'nothing', isAlone: true } as const;

/**
 * What each light gives, the dome, and what shines by itself; and what is left of the beauty: its ground, its effects, and, of light
 * that is followed by rays, by how much chance has let the whole and the sum differ.
 */
export const drawLights: LayerDrawer = async (source) => {
  const { lights } = source.scenery.production;
  // What shines by itself is in every picture of one light.
  const glow = await source.drawn('no light', { soloed: NOTHING });
  const alone = async (path: string) => without(await source.drawn(path, { soloed: { path, isAlone: true } }), [glow]);
  const names = layerNames(lights.map(({ name, kind }) => name ?? kind));
  const layers = [
    { name: 'glow', pixels: glow },
    { name: 'dome', pixels: await alone('domes/') },
  ];
  for (const [i, { id }] of lights.entries()) layers.push({ name: names[i] as string, pixels: await alone(`lights/${id}`) });
  const rest = without(
    source.beauty,
    layers.map(({ pixels }) => pixels),
  );
  return [...layers, { name: 'rest', pixels: rest }].flatMap(({ name, pixels }) => channelsOf(pixels, `light.${name}`, COLOURS));
};
