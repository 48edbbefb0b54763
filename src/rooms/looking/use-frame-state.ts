import { useMemo } from 'react';
import { evaluate } from '@/core/frame/evaluate';
import type { FrameState } from '@/core/frame/frame-state';
import { frameToSeconds } from '@/core/time/rate';
import type { Production } from '@/core/production/production';
import type { ViewState } from '../workspace/view-store';
import { useProduction, useView, type Workspace } from '../workspace/workspace';
import { boundsIn } from '../workspace/view-store';

type Asked = [Production, number, ViewState['facts'], ViewState['flight'], string | null, ViewState['walk']];

/** Whoever looks at the same instant looks at the same state: the last ones are kept, of a camera and of who walks round. */
let last: { asked: Asked; state: FrameState }[] = [];

function stateAt(asked: Asked): FrameState {
  const known = last.find((one) => one.asked.every((each, i) => Object.is(each, asked[i])));
  if (known) return known.state;
  const [production, playhead, facts, flight, cameraId, walk] = asked;
  const seconds = frameToSeconds(playhead, production.format.rate);
  const state = evaluate(production, seconds, boundsIn(facts), { pose: flight?.pose, cameraId, free: walk });
  last = [{ asked, state }, ...last.filter(({ asked: other }) => (other[5] === null) !== (walk === null))];
  return state;
}

/** What is seen at the playhead, where it is asked for once. */
export function seenState({ documents, view }: Workspace): FrameState {
  const { playhead, facts, flight, through, walk } = view.getState();
  return stateAt([documents.store.getState().production, playhead, facts, flight, through, walk]);
}

function useStateOf(walk: ViewState['walk']): FrameState {
  const production = useProduction((p) => p);
  const { playhead, facts, flight, through } = useView((s) => ({
    playhead: s.playhead,
    facts: s.facts,
    flight: s.flight,
    through: s.through,
  }));
  return useMemo(() => stateAt([production, playhead, facts, flight, through, walk]), [production, playhead, facts, flight, through, walk]);
}

/** The state of the production at the playhead, seen by its camera, from the pose flown to when there is one. */
export const useFrameState = (): FrameState => useStateOf(null);

/** The same, seen as the lens view shows it: also by who walks round. */
export const useSeenState = (): FrameState => useStateOf(useView((s) => s.walk));
