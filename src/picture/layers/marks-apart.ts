import { channelOf, channelsOf, layerNames } from '@/core/delivery/layers';
import { without, type LayerDrawer, type LayerSource } from './layer-source';

const COLOURS = ['R', 'G', 'B', 'A'];

/** The marks that are seen in a frame, each with a name of its own and its picture apart: hidden by what is before it. */
export async function marksApart(source: LayerSource): Promise<{ name: string; pixels: Float32Array }[]> {
  const ids = source.middle.marks.map(({ id }) => id);
  const marks = source.scenery.production.marks.filter(({ id }) => ids.includes(id));
  const names = layerNames(marks.map(({ name }) => name));
  const apart: { name: string; pixels: Float32Array }[] = [];
  for (const [i, { id }] of marks.entries())
    apart.push({ name: names[i] as string, pixels: await source.drawn(`mark ${id}`, { part: (of) => of.id === id }) });
  return apart;
}

/** Each mark apart, the set, and what is left of the beauty: what is far, haze, the ground, effects. */
export const drawMarks: LayerDrawer = async (source) => {
  const marks = await marksApart(source);
  const set = await source.drawn('set', { part: ({ id }) => id.startsWith('set/') });
  const rest = without(source.beauty, [...marks.map(({ pixels }) => pixels), set]);
  return [
    ...marks.flatMap(({ name, pixels }) => channelsOf(pixels, `mark.${name}`, COLOURS)),
    ...channelsOf(set, 'mark.set', COLOURS),
    ...channelsOf(rest, 'mark.rest', COLOURS),
  ];
};

/** The cover of each mark: as much of a pixel as it fills, 0 to 1. */
export const drawMattes: LayerDrawer = async (source) =>
  (await marksApart(source)).map(({ name, pixels }) => channelOf(pixels, 3, `matte.${name}`));

const REGIONS = ['face', 'bevel', 'side', 'back'] as const;

/** The cover of all faces, bevels, sides and backs. */
export const drawRegions: LayerDrawer = async (source) => {
  const made = [];
  for (const region of REGIONS) {
    const pixels = await source.drawn(`region ${region}`, { part: (of) => of.region === region });
    made.push(channelOf(pixels, 3, `region.${region}`));
  }
  return made;
};
