'use client';

import { useMemo } from 'react';
import { timeScale } from '@/parts/timeline/time-scale';
import { Ruler } from '@/parts/timeline/ruler';
import { useSize } from '@/parts/use-size';
import { seek } from './transport';
import { useProduction, useView, useWorkspace } from '../workspace/workspace';

/** The timeline folded to its ruler. */
export function ScrubStrip() {
  const workspace = useWorkspace();
  const { rate, length } = useProduction((p) => p.format);
  const playhead = useView((s) => s.playhead);
  const [ref, { width }] = useSize<HTMLDivElement>();
  const span = useMemo(() => ({ from: 0, to: Math.max(1, length - 1) }), [length]);
  const scale = useMemo(() => timeScale(span, width), [span, width]);
  return (
    <div ref={ref} style={{ flex: 'none', borderTop: '1px solid var(--line)', background: 'var(--panel)' }}>
      <Ruler
        scale={scale}
        span={span}
        rate={rate}
        playhead={playhead}
        last={length - 1}
        onSeek={(frame) => seek(workspace, frame)}
        onScrub={(dragging) => workspace.view.setState({ dragging, playing: false })}
      />
    </div>
  );
}
