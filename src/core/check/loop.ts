import { evaluate } from '../frame/evaluate';
import type { BoundsOf, FrameState } from '../frame/frame-state';
import type { Production } from '../production/production';
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
  /** Largest difference of anything of the lights, in its own unit; angles to whole turns. */
  light: number;
  closes: boolean;
  /** The last frame shows what the first one shows: played round, it is seen twice. */
  repeats: boolean;
}

const TURN = 360;

/** Angle between the turns of two poses, degrees. */
function turnBetween(a: Mat4, b: Mat4): number {
  const [p, q] = [rotationOf(a), rotationOf(b)];
  const cosine = Math.min(1, Math.abs(p[0] * q[0] + p[1] * q[1] + p[2] * q[2] + p[3] * q[3]));
  return (2 * Math.acos(cosine) * 180) / Math.PI;
}

const aroundTurns = (v: number) => Math.abs(v - TURN * Math.round(v / TURN));

function lightBetween({ set: a }: FrameState, { set: b }: FrameState): number {
  return Math.max(
    Math.abs(a.dome.strength - b.dome.strength),
    aroundTurns(a.dome.turn - b.dome.turn),
    Math.abs(a.dome.contrast - b.dome.contrast),
    Math.abs(a.key.strength - b.key.strength),
    aroundTurns(a.key.azimuth - b.key.azimuth),
    aroundTurns(a.key.height - b.key.height),
    Math.abs(a.key.softness - b.key.softness),
    Math.abs(a.display.exposure - b.display.exposure),
  );
}

type Differences = Omit<LoopCheck, 'closes' | 'repeats'>;

function between(a: FrameState, b: FrameState): Differences {
  const marks = a.marks.map((mark, i): [Mat4, Mat4] => [mark.pose, b.marks[i]?.pose ?? mark.pose]);
  const ratio = (v: number, w: number) => Math.abs(Math.log(v / w));
  return {
    metres: distance(positionOf(a.camera.pose), positionOf(b.camera.pose)),
    degrees: turnBetween(a.camera.pose, b.camera.pose),
    lens: Math.max(ratio(a.camera.focalLengthMm, b.camera.focalLengthMm), ratio(a.camera.focusDistance, b.camera.focusDistance)),
    markMetres: Math.max(0, ...marks.map(([p, q]) => distance(positionOf(p), positionOf(q)))),
    markDegrees: Math.max(0, ...marks.map(([p, q]) => turnBetween(p, q))),
    light: lightBetween(a, b),
  };
}

const same = (differences: Differences) => Object.values(differences).every((v) => v < 1e-3);

/**
 * Compares the first frame that is not delivered any more with the first one that is. Played round and round, a production that closes
 * does not stutter.
 */
export function checkLoop(production: Production, boundsOf: BoundsOf): LoopCheck {
  const { length, rate } = production.format;
  const at = (frame: number) => evaluate(production, frameToSeconds(frame, rate), boundsOf);
  const first = at(0);
  const found = between(first, at(length));
  return {
    ...found,
    closes: same(found),
    repeats: length > 2 && same(between(first, at(length - 1))) && !same(between(first, at(Math.floor(length / 3)))),
  };
}
