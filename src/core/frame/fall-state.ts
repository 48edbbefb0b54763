import { fallPose } from '../fall/fall-motion';
import { unpackFall } from '../fall/packed-fall';
import type { Mark } from '../production/mark';
import type { FallOf } from '../production/owners/fall';
import type { Resolver } from '../production/resolver';
import { multiply, type Mat4 } from '../space/matrix';
import type { MarkState, PartState } from './frame-state';

/** A solved fall made ready for many instants. */
export interface ReadyFall {
  of: FallOf;
  /** Where its bodies are at a frame, each from where it came from, in the mark's frame; null for each at rest, and where all are. */
  at(frame: number): (Mat4 | null)[] | null;
}

/** The fall of a mark; null where it has none, or it is not solved. */
export function readyFall(resolver: Resolver, { id, fall }: Mark): ReadyFall | null {
  const { settings, solved, channels } = fall;
  const motion = settings.of === 'nothing' || !solved ? null : unpackFall(solved);
  if (!motion) return null;
  const read = resolver.of(`marks/${id}/fall`, channels);
  return {
    of: settings.of,
    at(frame) {
      const seconds = read.on.at(frame) ? read.time.at(frame) : 0;
      if (seconds <= 0) return null;
      const home = read.home.at(frame);
      const poses = Array.from({ length: motion.bodies }, (_, body) => fallPose(motion, body, seconds, home));
      return poses.some((pose) => pose !== null) ? poses : null;
    },
  };
}

const fallen = (state: PartState | null, pose: Mat4 | null | undefined): PartState | null => {
  if (!pose) return state;
  return state ? { ...state, pose: multiply(pose, state.pose) } : { pose, opacity: 1, on: true, look: null };
};

type Moving = Pick<MarkState, 'parts' | 'copyStates' | 'shards'>;

/** What of a mark moves by itself, with what has fallen taken to where that is. */
export function withFallen(moving: Moving, fall: ReadyFall, frame: number, shells: number): Moving {
  const poses = fall.at(frame);
  if (!poses) return moving;
  const { parts, copyStates } = moving;
  switch (fall.of) {
    case 'letters': {
      const byShell = Array.from({ length: shells }, (_, shell) => poses.map((pose, i) => fallen(parts?.[shell]?.[i] ?? null, pose)));
      return { ...moving, parts: byShell };
    }
    case 'copies':
      return { ...moving, copyStates: poses.map((pose, i) => fallen(copyStates?.[i] ?? null, pose)) };
    case 'pieces':
      return { ...moving, shards: poses };
    default:
      return moving;
  }
}
