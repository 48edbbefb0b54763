'use client';

import { polygonHull } from 'd3-polygon';
import { cameraState } from '@/core/frame/camera-state';
import { isShown, markPose } from '@/core/frame/mark-pose';
import { projected } from '@/core/optics/project';
import { stationFrames } from '@/core/production/edits/move-edits';
import { transformPoint } from '@/core/space/matrix';
import { boxCorners, type Vec3 } from '@/core/space/vector';
import { regionLines } from '@/core/frame/region-lines';
import { hueColour } from '@/parts/theme';
import { useSceneFrame, useSeenCamera } from '../looking/seen';
import { useFrameState } from '../looking/use-frame-state';
import { usePlanRegions } from './plan-regions';
import { useProduction, useView } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

/** Lines that are laid over the picture in the lens view and never delivered. */

/** Action and title safe areas: 93 % and 90 % of width and height (SMPTE ST 2046-1, EBU R 95). */
export function SafeAreas() {
  return (
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
      {[93, 90].map((share) => (
        <rect
          key={share}
          x={(100 - share) / 2}
          y={(100 - share) / 2}
          width={share}
          height={share}
          fill="none"
          stroke="#e6e6e6"
          strokeOpacity={share === 90 ? 0.35 : 0.2}
          strokeDasharray={share === 93 ? '4 4' : undefined}
          vectorEffect="non-scaling-stroke"
        />
      ))}
    </svg>
  );
}

/** The thirds of the frame. */
export function Thirds() {
  return (
    <svg viewBox="0 0 3 3" preserveAspectRatio="none" aria-hidden stroke="#e6e6e6" strokeOpacity={0.28}>
      {[1, 2].map((at) => (
        <g key={at}>
          <line x1={at} x2={at} y1={0} y2={3} vectorEffect="non-scaling-stroke" />
          <line x1={0} x2={3} y1={at} y2={at} vectorEffect="non-scaling-stroke" />
        </g>
      ))}
    </svg>
  );
}

/** How the marks lie in the frame at the stations before and after the playhead. */
export function Ghosts() {
  const production = useProduction((p) => p);
  const facts = useView((s) => s.facts);
  const camera = useSeenCamera();
  const frame = useSceneFrame();
  const frames = stationFrames(production, camera.id);
  const beside = [
    { at: frames.findLast((f) => f < frame), colour: '#dcb65f', dash: '2 4' },
    { at: frames.find((f) => f > frame), colour: '#6fc2a5', dash: '7 4' },
  ];
  return (
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
      {beside.flatMap(({ at, colour, dash }) => {
        if (at === undefined) return [];
        const state = cameraState(production, camera, at, boundsIn(facts));
        return production.marks.flatMap((mark) => {
          const box = facts[mark.id]?.bounds;
          if (!box || !isShown(production, mark, at)) return [];
          const pose = markPose(production, mark, at, boundsIn(facts));
          const points = boxCorners(box).map((corner) => projected(state, transformPoint(pose, corner)));
          // A box that reaches behind the lens has no outline in the frame.
          if (points.some((p) => p === null)) return [];
          const hull = polygonHull(points.map((p) => [((p as [number, number])[0] + 1) * 50, (1 - (p as [number, number])[1]) * 50]));
          return hull
            ? [
                <polygon
                  key={`${mark.id}-${colour}`}
                  points={hull.map((p) => p.join(',')).join(' ')}
                  fill="none"
                  stroke={colour}
                  strokeOpacity={0.8}
                  strokeDasharray={dash}
                  vectorEffect="non-scaling-stroke"
                />,
              ]
            : [];
        });
      })}
    </svg>
  );
}

/** The borders of the regions that are worked on, as they lie in the frame. */
export function RegionOutlines() {
  const { camera } = useFrameState();
  const regions = usePlanRegions(false, camera);
  const ratio = camera.sensorHeightMm / camera.sensorWidthMm;
  if (regions.length === 0) return null;
  return (
    <svg viewBox="0 0 100 100" preserveAspectRatio="none" aria-hidden>
      {regions.flatMap(({ id, kind, half, outline, pose, isFlat, hue, isSelected }) =>
        regionLines({ kind, half, outline }).map((line, i) => {
          // What lies in the frame is told in heights of it.
          const inFrame = (place: Vec3): [number, number] => {
            const [x, y] = transformPoint(pose, [place[0], place[1], 0]);
            return [2 * x * ratio, 2 * y];
          };
          const points = line.map((place) => (isFlat ? inFrame(place) : projected(camera, transformPoint(pose, place))));
          // A line that reaches behind the lens is none in the frame.
          if (points.some((p) => p === null)) return null;
          return (
            <polyline
              key={`${id} ${i}`}
              points={points.map((p) => `${((p as [number, number])[0] + 1) * 50},${(1 - (p as [number, number])[1]) * 50}`).join(' ')}
              fill="none"
              stroke={hueColour(hue, isSelected ? 0.8 : 0.6)}
              strokeDasharray="4 3"
              vectorEffect="non-scaling-stroke"
            />
          );
        }),
      )}
    </svg>
  );
}
