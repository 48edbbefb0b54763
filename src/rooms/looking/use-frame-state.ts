import { useMemo } from 'react';
import { evaluate } from '@/core/frame/evaluate';
import type { FrameState } from '@/core/frame/frame-state';
import { frameToSeconds } from '@/core/time/rate';
import { useProduction, useView } from '../workspace/workspace';

/** The state of the production at the playhead, seen from the pose flown to when there is one. */
export function useFrameState(): FrameState {
  const production = useProduction((p) => p);
  const { playhead, facts, flight, through } = useView((s) => ({
    playhead: s.playhead,
    facts: s.facts,
    flight: s.flight,
    through: s.through,
  }));
  return useMemo(
    () =>
      evaluate(production, frameToSeconds(playhead, production.format.rate), (id) => facts[id]?.bounds, {
        pose: flight?.pose,
        cameraId: through,
      }),
    [production, playhead, facts, flight, through],
  );
}
