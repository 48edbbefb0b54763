import { produce } from 'immer';
import type { Production } from '@/core/production/production';
import { framesPerSecond } from '@/core/time/rate';
import type { Workspace } from '../workspace/workspace';

/** What is played rests so long at its end before it begins again, seconds. */
const REST_SECONDS = 0.7;

/**
 * Plays a change of the open production in the lens view, over and over, without making it.
 * @param from first frame that is played, and the last one
 * @returns ends it: the lens view shows again what is there
 */
export function playTrial(workspace: Workspace, recipe: (draft: Production) => void, from: number, to: number): () => void {
  const { picture, documents, view } = workspace;
  if (!picture) return () => undefined;
  const { production } = documents.store.getState();
  picture.setProduction(produce(production, recipe));
  const fps = framesPerSecond(production.format.rate);
  const began = performance.now();
  const whole = to - from + REST_SECONDS * fps;
  let asked = 0;
  const step = () => {
    const frame = from + ((((performance.now() - began) / 1000) * fps) % whole);
    view.setState({ trialFrame: Math.min(to, Math.round(frame)) });
    asked = requestAnimationFrame(step);
  };
  step();
  return () => {
    cancelAnimationFrame(asked);
    picture.setProduction(documents.store.getState().production);
    view.setState({ trialFrame: null });
  };
}
