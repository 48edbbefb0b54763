'use client';

import { scaleLinear } from 'd3-scale';
import { area, curveStepAfter } from 'd3-shape';
import type { FrameCover } from '@/picture/frame-cover';

const WIDTH = 222;
const HEIGHT = 60;

/** How much of the frame is covered, frame by frame; where it is wholly covered a line stands over it. */
export function CoverChart({ covers }: { covers: readonly FrameCover[] }) {
  const [first, last] = [covers[0]?.frame ?? 0, covers.at(-1)?.frame ?? 1];
  const across = scaleLinear([first, last + 1], [0, WIDTH]);
  const up = scaleLinear([0, 1], [HEIGHT, 8]);
  const path = area<FrameCover>()
    .x(({ frame }) => across(frame))
    .y0(HEIGHT)
    .y1(({ share }) => up(share))
    .curve(curveStepAfter);
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label="How much of the frame is covered, frame by frame"
      style={{ width: '100%', background: 'var(--well)', borderRadius: 2, margin: '6px 0 2px' }}
    >
      <path d={path([...covers]) ?? ''} fill="var(--brass)" fillOpacity={0.3} />
      {covers
        .filter(({ isWhole }) => isWhole)
        .map(({ frame }) => (
          <line
            key={frame}
            x1={across(frame)}
            x2={across(frame + 1)}
            y1={4}
            y2={4}
            stroke="var(--verdigris)"
            strokeWidth={3}
            data-testid="covered"
          />
        ))}
    </svg>
  );
}
