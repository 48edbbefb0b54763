import { useMemo } from 'react';
import { evaluate } from '@/core/frame/evaluate';
import type { FrameState } from '@/core/frame/frame-state';
import { frameToSeconds } from '@/core/time/rate';
import type { Production } from '@/core/production/production';
import type { ViewState } from '../workspace/view-store';
import { useProduction, useView, type Workspace } from '../workspace/workspace';

type Asked = [Production, number, ViewState['facts'], ViewState['flight'], string | null, ViewState['walk']];

/** Whoever looks at the same instant looks at the same state: the last one is kept. */
let last: { asked: Asked; state: FrameState } | null = null;

function stateAt(asked: Asked): FrameState {
  if (last && last.asked.every((each, i) => Object.is(each, asked[i]))) return last.state;
  const [production, playhead, facts, flight, cameraId, walk] = asked;
  const seconds = frameToSeconds(playhead, production.format.rate);
  const state = evaluate(production, seconds, (id) => facts[id]?.bounds, { pose: flight?.pose, cameraId, free: walk });
  last = { asked, state };
  return state;
}

/** The same where it is asked for once. */
export function seenState({ documents, view }: Workspace): FrameState {
  const { playhead, facts, flight, through, walk } = view.getState();
  return stateAt([documents.store.getState().production, playhead, facts, flight, through, walk]);
}

/** The state of the production at the playhead, seen from the pose flown to when there is one. */
export function useFrameState(): FrameState {
  const production = useProduction((p) => p);
  const { playhead, facts, flight, through, walk } = useView((s) => ({
    playhead: s.playhead,
    facts: s.facts,
    flight: s.flight,
    through: s.through,
    walk: s.walk,
  }));
  return useMemo(() => stateAt([production, playhead, facts, flight, through, walk]), [production, playhead, facts, flight, through, walk]);
}
