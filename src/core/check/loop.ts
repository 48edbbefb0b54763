import { evaluate } from '../frame/evaluate';
import type { BoundsOf, FrameState } from '../frame/frame-state';
import { sceneFrameAt } from '../frame/shot-camera';
import type { LinearColour } from '../colour/transfer';
import { isKeyed, type Channel, type Value } from '../motion/channel';
import type { Read } from '../motion/readers';
import { allOwners } from '../production/owners/owners';
import { resolverOf } from '../production/resolver';
import { channelMetaOf } from '../schema/fields';
import type { Production } from '../production/production';
import { degrees } from '../space/angle';
import { positionOf, type Mat4 } from '../space/matrix';
import { rotationOf } from '../space/quaternion';
import { distance } from '../space/vector';
import { frameToSeconds } from '../time/rate';

/** How far the state after the last frame lies from that of the first. */
export interface LoopCheck {
  /** The camera's way, metres, and turn, degrees. */
  metres: number;
  degrees: number;
  /** Focal length and focus distance, as ratios: 0 is the same, 0.1 a tenth more or less. */
  lens: number;
  /** Largest way, metres, and turn, degrees, of any mark. */
  markMetres: number;
  markDegrees: number;
  /** Largest difference of anything else that is keyed, in its own unit; angles to whole turns. */
  values: number;
  /** Marks that come or go. */
  marks: number;
  closes: boolean;
  /** The last frame shows what the first one shows: played round, it is seen twice. */
  repeats: boolean;
}

const TURN = 360;

/** Angle between the turns of two poses, degrees. */
function turnBetween(a: Mat4, b: Mat4): number {
  const [p, q] = [rotationOf(a), rotationOf(b)];
  const cosine = Math.min(1, Math.abs(p[0] * q[0] + p[1] * q[1] + p[2] * q[2] + p[3] * q[3]));
  return degrees(2 * Math.acos(cosine));
}

const aroundTurns = (v: number) => Math.abs(v - TURN * Math.round(v / TURN));

/** How far two values of a channel are apart, in its own unit; switches and colours by how much of them differs. */
function apart(a: Read<Value>, b: Read<Value>, isAngle: boolean): number {
  if (typeof a === 'number') return isAngle ? aroundTurns(a - (b as number)) : Math.abs(a - (b as number));
  if (typeof a === 'boolean') return a === b ? 0 : 1;
  return Math.max(...a.map((v, i) => Math.abs(v - (b as LinearColour)[i as 0])));
}

/** Largest difference between two scene frames of whatever is not seen in poses and lenses. */
function valuesBetween(production: Production, from: number, to: number): number {
  const resolver = resolverOf(production);
  let largest = 0;
  for (const { path, kind, channels } of allOwners(production)) {
    if (kind.measured === 'poses' || kind.delivered) continue;
    for (const [name, reader] of Object.entries(resolver.of(path, channels))) {
      if (!isKeyed(channels[name] as Channel<Value>) && resolver.isPlain) continue;
      const meta = channelMetaOf(kind.channels.shape, name);
      largest = Math.max(largest, apart(reader.at(from), reader.at(to), meta.of === 'number' && meta.unit === '°'));
    }
  }
  return largest;
}

type Differences = Omit<LoopCheck, 'closes' | 'repeats'>;

function between(production: Production, from: number, to: number, boundsOf: BoundsOf): Differences {
  const { rate } = production.format;
  const [a, b] = [from, to].map((frame) => evaluate(production, frameToSeconds(frame, rate), boundsOf)) as [FrameState, FrameState];
  const later = new Map(b.marks.map(({ id, pose }) => [id, pose]));
  const marks = a.marks.flatMap(({ id, pose }): [Mat4, Mat4][] => {
    const then = later.get(id);
    return then ? [[pose, then]] : [];
  });
  const ratio = (v: number, w: number) => Math.abs(Math.log(v / w));
  return {
    metres: distance(positionOf(a.camera.pose), positionOf(b.camera.pose)),
    degrees: turnBetween(a.camera.pose, b.camera.pose),
    lens: Math.max(ratio(a.camera.focalLengthMm, b.camera.focalLengthMm), ratio(a.camera.focusDistance, b.camera.focusDistance)),
    markMetres: Math.max(0, ...marks.map(([p, q]) => distance(positionOf(p), positionOf(q)))),
    markDegrees: Math.max(0, ...marks.map(([p, q]) => turnBetween(p, q))),
    values: valuesBetween(production, sceneFrameAt(production, from), sceneFrameAt(production, to)),
    marks: a.marks.length + b.marks.length - 2 * marks.length,
  };
}

const same = (differences: Differences) => Object.values(differences).every((v) => v < 1e-3);

/**
 * Compares the first frame that is not delivered any more with the first one that is. Played round and round, a production that closes
 * does not stutter.
 */
export function checkLoop(production: Production, boundsOf: BoundsOf): LoopCheck {
  const { length } = production.format;
  const found = between(production, 0, length, boundsOf);
  const repeats = () =>
    length > 2 && same(between(production, 0, length - 1, boundsOf)) && !same(between(production, 0, Math.floor(length / 3), boundsOf));
  return { ...found, closes: same(found), repeats: repeats() };
}
