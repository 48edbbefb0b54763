import { line } from 'd3-shape';
import { positionOf, transformPoint, type Mat4 } from '@/core/space/matrix';
import { boxCorners, type Vec3 } from '@/core/space/vector';
import { hueColour } from '../theme';
import { Handle, type OnPage } from './plan-camera';
import { planHull, type PlanPoint } from './plan-geometry';

/** A part of space as the plan draws it. */
export interface PlanRegion {
  id: string;
  name: string;
  hue: number;
  kind: 'half-space' | 'box' | 'ball';
  /** In the world. */
  pose: Mat4;
  half: Vec3;
  isSelected: boolean;
  onSelect: () => void;
  /** Metres in the world; `gesture` is the same all through one drag. */
  onMove?: ((by: Vec3, gesture: string) => void) | undefined;
}

const polyline = line<PlanPoint>();
/** A plane is drawn so far each way from where it stands, metres. */
const REACH = 3;
const TURN = Array.from({ length: 24 }, (_, i) => (i * Math.PI) / 12);

/** Places of its border: all of a body, and of a plane what a plan from above and one from the side cut. */
function placesOf({ kind, half }: PlanRegion): Vec3[] {
  const [a, b, c] = half;
  switch (kind) {
    case 'half-space':
      return [
        [0, -REACH, 0],
        [0, REACH, 0],
        [0, 0, -REACH],
        [0, 0, REACH],
      ];
    case 'box':
      return boxCorners({ min: [-a, -b, -c], max: [a, b, c] });
    case 'ball':
      return TURN.flatMap((u) =>
        [-1, -0.5, 0, 0.5, 1].map((v): Vec3 => {
          const flat = Math.sqrt(1 - v * v);
          return [a * flat * Math.cos(u), b * v, c * flat * Math.sin(u)];
        }),
      );
  }
}

/** Borders of regions, dashed, each with a grip in its middle. */
export function PlanRegions({ regions, page }: { regions: readonly PlanRegion[]; page: OnPage }) {
  return (
    <>
      {regions.map((region) => {
        const outline = planHull(
          page.plane,
          placesOf(region).map((place) => transformPoint(region.pose, place)),
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
