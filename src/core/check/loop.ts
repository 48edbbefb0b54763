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
import { positionOf, type Mat4 } from '../space/matrix';
import { turnBetween } from '../space/quaternion';
import { distance } from '../space/vector';
import { frameToSeconds } from '../time/rate';

/** A step that is out of step with those before and after it. */
export interface Seam {
  /** The frame it leaves; it arrives at the next. */
  frame: number;
  metres: number;
  degrees: number;
  /** Of lens, in ratios, and of anything else that is keyed, in its own unit. */
  values: number;
}

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
  /** What jumps from the last frame to the one after it, other than from frame to frame beside it; null where nothing does. */
  seam: Seam | null;
  closes: boolean;
  /** The last frame shows what the first one shows: played round, it is seen twice. */
  repeats: boolean;
}

const TURN = 360;

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

type Differences = Omit<LoopCheck, 'closes' | 'repeats' | 'seam'>;

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

/** A step over the seam may be so many times as far as its neighbours, and this much besides: metres, degrees, other values. */
const IN_STEP = 2;
const LEAST = { metres: 2e-3, degrees: 0.05, values: 2e-3 } as const;

/**
 * The step from the last frame to the one after it, where it is out of step with those beside it: what ends as it began, but flies back
 * there within one frame, does not close.
 */
function seamOf(production: Production, boundsOf: BoundsOf): Seam | null {
  const { length } = production.format;
  if (length < 4) return null;
  const step = (from: number) => {
    const found = between(production, from, from + 1, boundsOf);
    return {
      metres: Math.max(found.metres, found.markMetres),
      degrees: Math.max(found.degrees, found.markDegrees),
      values: Math.max(found.lens, found.values),
    };
  };
  const [before, seam, after] = [step(length - 2), step(length - 1), step(0)];
  const jumps = (Object.keys(LEAST) as (keyof typeof LEAST)[]).some(
    (name) => seam[name] > IN_STEP * Math.max(before[name], after[name]) + LEAST[name],
  );
  return jumps ? { frame: length - 1, ...seam } : null;
}

/**
 * Compares the first frame that is not delivered any more with the first one that is, and the step over the seam with its neighbours.
 * Played round and round, a production that closes does not stutter.
 */
export function checkLoop(production: Production, boundsOf: BoundsOf): LoopCheck {
  const { length } = production.format;
  const found = between(production, 0, length, boundsOf);
  const repeats = () =>
    length > 2 && same(between(production, 0, length - 1, boundsOf)) && !same(between(production, 0, Math.floor(length / 3), boundsOf));
  const seam = seamOf(production, boundsOf);
  return { ...found, seam, closes: same(found) && seam === null, repeats: repeats() };
}
