import { line } from 'd3-shape';
import type { RegionState } from '@/core/frame/frame-state';
import { regionLines } from '@/core/frame/region-lines';
import type { RegionKindName } from '@/core/production/owners/regions/regions';
import { positionOf, transformPoint, type Mat4 } from '@/core/space/matrix';
import type { Vec3 } from '@/core/space/vector';
import { hueColour } from '../theme';
import { Handle, type OnPage } from './plan-camera';
import { planHull, type PlanPoint } from './plan-geometry';

/** A part of space as the plan draws it. */
export interface PlanRegion {
  id: string;
  name: string;
  hue: number;
  kind: RegionKindName;
  /** In the world; of one that lies in the frame of the picture, in that. */
  pose: Mat4;
  isFlat: boolean;
  half: Vec3;
  outline: RegionState['outline'];
  isSelected: boolean;
  onSelect: () => void;
  /** Metres in the world; `gesture` is the same all through one drag. */
  onMove?: ((by: Vec3, gesture: string) => void) | undefined;
}

const polyline = line<PlanPoint>();
/** Borders of regions, dashed, each with a grip in its middle. */
export function PlanRegions({ regions, page }: { regions: readonly PlanRegion[]; page: OnPage }) {
  return (
    <>
      {regions.map((region) => {
        const outline = planHull(
          page.plane,
          regionLines(region)
            .flat()
            .map((place) => transformPoint(region.pose, place)),
        ).map((point) => page.toPage(point));
        const colour = hueColour(region.hue, region.isSelected ? 0.8 : 0.6);
        return (
          <g key={region.id}>
            <path d={`${polyline(outline) ?? ''}Z`} fill="none" stroke={colour} strokeDasharray="4 3" pointerEvents="none" />
            <Handle
              label={region.name}
              at={positionOf(region.pose)}
              page={page}
              stroke={colour}
              onPress={region.onSelect}
              {...(region.onMove ? { onMove: region.onMove } : {})}
            />
          </g>
        );
      })}
    </>
  );
}
