import { anyOf } from '../../schema/owner-kind';
import { boxMiddle, length, subtract, type Box } from '../../space/vector';
import type { Mark } from '../mark';
import { MAX_REGIONS } from '../owners/regions/region-fields';
import { REGIONS_OF_SPACE, type RegionKindName, type SpaceRegion } from '../owners/regions/regions';
import { freshId } from './fresh-id';

const regionSchema = anyOf(REGIONS_OF_SPACE);

/**
 * Gives a mark a region as large as it, so that all of it is seen; returns its id, or null where it has as many as there can be.
 * @param extent of the mark, metres
 */
export function addRegion(mark: Mark, kind: RegionKindName, extent: Box | null | undefined): string | null {
  if (mark.regions.length >= MAX_REGIONS) return null;
  const id = freshId(mark.regions, kind);
  const region = regionSchema.parse({ id, kind }) as SpaceRegion;
  if (extent) {
    const { channels } = region;
    const [x, y, z] = boxMiddle(extent);
    const sides = subtract(extent.max, extent.min);
    // A half space begins just to the right of all.
    [channels.x.rest, channels.y.rest, channels.z.rest] = [kind === 'half-space' ? extent.max[0] + channels.border.rest : x, y, z];
    if (region.kind === 'drawn') {
      const [width, height] = sides.map((v) => v / 2 + channels.border.rest) as [number, number, number];
      region.settings.points = region.settings.points.map(({ x, y }) => ({ x: 2 * x * width, y: 2 * y * height }));
    } else if (region.kind !== 'half-space') {
      // A ball goes round the box that the mark fills; both by their border larger than that.
      const round = length(sides);
      const held = region.kind === 'ball' ? [round, round, round] : sides;
      const [width, height, depth] = held.map((v) => Math.ceil((v + 2 * channels.border.rest) * 20) / 20) as [number, number, number];
      [region.channels.width.rest, region.channels.height.rest, region.channels.depth.rest] = [width, height, depth];
    }
  }
  mark.regions.push(region);
  return id;
}

/** Takes a region away, and what went by it goes by its progress again. */
export function removeRegion(mark: Mark, id: string): void {
  mark.regions = mark.regions.filter((region) => region.id !== id);
  for (const { settings } of mark.cascades) if (settings.regionId === id) settings.regionId = null;
}
