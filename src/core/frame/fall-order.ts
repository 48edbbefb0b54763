import type { FallBody, FallOrder, Obstacle } from '../fall/solve-fall';
import { textHash } from '../motion/random';
import { heightOf, type Mark } from '../production/mark';
import type { FallOf } from '../production/owners/fall';
import type { Production } from '../production/production';
import { copyPoses } from '../production/pattern';
import { resolverOf } from '../production/resolver';
import { convexParts, hullOf } from '../solid/convex-parts';
import { multiply, transformPoint, type Mat4 } from '../space/matrix';
import { markStateAt } from './evaluate';
import type { BoundsOf, MarkState } from './frame-state';
import { restingPose } from './mark-pose';
import { readyAmong } from './ready-mark';
import type { MarkSolids, PlacedSolid } from './solids/mark-solids';
import { solidsKey } from './solids/solids-key';
import { isStanding, standingPose, standingSurface } from './solids/standing-solid';

/** A mark as it is before it falls. */
const upright = (mark: Mark): Mark => ({ ...mark, fall: { ...mark.fall, solved: null } });

const obstaclesOf = ({ marks }: Production, { id, fall }: Mark): Mark[] => {
  const wanted = new Set(fall.settings.obstacles.map(({ markId }) => markId));
  return marks.filter((mark) => mark.id !== id && wanted.has(mark.id));
};

const poseAt = (production: Production, mark: Mark, boundsOf: BoundsOf, frame: number): Mat4 =>
  restingPose(readyAmong(production, resolverOf(production), mark, boundsOf), frame);

const rounded = (pose: Mat4): number[] => pose.map((v) => Math.round(v * 1e5) + 0);

/** A short name for all that the fall of a mark is solved from: while it stays the same, so does what was solved. */
export function fallSource(production: Production, mark: Mark, boundsOf: BoundsOf): string {
  const { settings } = mark.fall;
  const standing = [mark, ...obstaclesOf(production, mark)].map((each) => [
    solidsKey(each),
    rounded(poseAt(production, each, boundsOf, settings.frame)),
    each === mark ? [copyPoses(mark.pattern, boundsOf(mark.id)).map(rounded), settings.of] : [],
  ]);
  return textHash(JSON.stringify([settings, standing]));
}

/** The solids of a mark that stand at rest, and where in the world. */
function standingIn(solids: MarkSolids, state: MarkState): { piece: PlacedSolid; pose: Mat4 }[] {
  return solids.pieces
    .filter((piece) => piece.shard === null && isStanding(piece, state))
    .map((piece) => ({ piece, pose: multiply(state.pose, standingPose(piece, state)) }));
}

interface Ground {
  mark: Mark;
  solids: MarkSolids;
  state: MarkState;
}

const hullsOf = ({ mark }: Ground, { mesh }: PlacedSolid, pose: Mat4) => convexParts(mesh, pose, heightOf(mark));

/** What falls by itself, in the order in which a mark's state knows it. */
const BODIES: { readonly [K in Exclude<FallOf, 'nothing'>]: (ground: Ground) => FallBody[] } = {
  mark: (ground) => [{ hulls: standingIn(ground.solids, ground.state).flatMap(({ piece, pose }) => hullsOf(ground, piece, pose)) }],
  copies: (ground) => {
    const { state, solids } = ground;
    return state.copies.map((copy) => {
      const own = { ...state, pose: multiply(state.pose, copy) };
      return { hulls: standingIn(solids, own).flatMap(({ piece, pose }) => hullsOf(ground, piece, pose)) };
    });
  },
  letters: (ground) => {
    const { state, solids } = ground;
    const bodies = (solids.bounds?.parts ?? [{}]).map((): FallBody => ({ hulls: [] }));
    for (const piece of solids.pieces) {
      if (piece.shard !== null || piece.when === 'united' || !state.shells[piece.shell]?.on) continue;
      bodies[piece.parts[0] ?? 0]?.hulls.push(...hullsOf(ground, piece, multiply(state.pose, standingPose(piece, state))));
    }
    return bodies;
  },
  pieces: ({ state, solids }) => {
    const bodies: FallBody[] = [];
    for (const piece of solids.pieces) {
      if (piece.shard === null) continue;
      const body = (bodies[piece.shard] ??= { hulls: [] });
      if (state.shells[piece.shell]?.on) body.hulls.push(hullOf(piece.mesh, multiply(state.pose, standingPose(piece, state))));
    }
    return bodies;
  },
};

/** What is solved for the fall of a mark; null where it does not fall, or is not built. */
export function fallOrder(
  production: Production,
  mark: Mark,
  solidsOf: (markId: string) => MarkSolids | undefined,
  boundsOf: BoundsOf,
): FallOrder | null {
  const { of, frame } = mark.fall.settings;
  const solids = solidsOf(mark.id);
  if (of === 'nothing' || !solids) return null;
  const state = markStateAt(production, upright(mark), frame, boundsOf);
  return {
    bodies: BODIES[of]({ mark, solids, state }),
    obstacles: obstaclesOf(production, mark).flatMap((each) => obstacleOf(production, each, frame, solidsOf, boundsOf)),
    pose: state.pose,
    forces: mark.fall.settings,
  };
}

function obstacleOf(
  production: Production,
  mark: Mark,
  frame: number,
  solidsOf: (markId: string) => MarkSolids | undefined,
  boundsOf: BoundsOf,
): Obstacle[] {
  const solids = solidsOf(mark.id);
  if (!solids) return [];
  const state = markStateAt(production, upright(mark), frame, boundsOf);
  return standingIn(solids, state).map(({ piece, pose }) => {
    const places = standingSurface(piece, state).positions;
    const positions = new Float32Array(places.length);
    for (let i = 0; i < places.length; i += 3) {
      positions.set(transformPoint(pose, [places[i] as number, places[i + 1] as number, places[i + 2] as number]), i);
    }
    return { positions, indices: piece.mesh.indices };
  });
}
