import { bellMean } from '../../motion/bell-mean';
import type { Production } from '../../production/production';
import { framesPerSecond } from '../../time/rate';
import type { CameraState } from '../frame-state';
import { openingOf } from '../framing';
import { croppedTo, scaleFor, type Reframing } from './reframe';
import type { Wanted } from './wanted';

/**
 * A shot that is brought into another frame: what has to stay in view is looked up a few times a second over the whole shot, and the lens
 * is turned and widened for it as an operator would, early enough and evenly.
 */

/** So many times a second. */
const LOOKS = 8;
/** A change is begun so long before it is needed, and ended so long after, seconds. */
const AHEAD = 0.75;
/** Never more than so many times as wide. */
const WIDEST = 8;

/** What is looked at over a shot: frames that are evenly apart, and how far a change reaches, in steps from one to the next. */
interface Looks {
  frames: readonly number[];
  step: number;
  reach: number;
}

/** The looks at a shot: its first and its last frame are among them. A shot of one frame is looked at twice. */
function looksOf({ from, to }: { from: number; to: number }, rate: number): Looks {
  const count = Math.max(1, Math.ceil(((to - 1 - from) / rate) * LOOKS));
  const step = (to - 1 - from) / count;
  return { frames: Array.from({ length: count + 1 }, (_, i) => from + step * i), step, reach: step > 0 ? (AHEAD * rate) / step : 1 };
}

/** What is wanted where nothing is: what was, or will be, at the nearest look. */
function filled(wanted: readonly (Wanted | null)[]): (Wanted | null)[] {
  return wanted.map((own, i) => {
    for (let by = 0; by < wanted.length && !own; by++) own = wanted[i - by] ?? wanted[i + by] ?? null;
    return own;
  });
}

/** Values of all looks as one that changes smoothly with the frame. */
function smooth({ frames, step, reach }: Looks, values: readonly number[], frame: number): number {
  const last = values.length - 1;
  const place = step > 0 ? (frame - (frames[0] as number)) / step : 0;
  const mean = bellMean(place, 2 * reach, (k) => values[k] as number, 0, last);
  return Number.isNaN(mean) ? (values[place < 0 ? 0 : last] as number) : mean;
}

/** The largest value within reach of each look. */
const widest = ({ reach }: Looks, values: readonly number[]): number[] =>
  values.map((_, i) => Math.max(...values.slice(Math.max(0, i - Math.ceil(reach)), i + Math.ceil(reach) + 1)));

export interface ShotLook {
  camera: CameraState;
  wanted: Wanted | null;
}

interface Turning {
  toward(frame: number): { across: number; up: number };
}

const STILL: Turning = { toward: () => ({ across: 0, up: 0 }) };

/** A lens that is turned with the middle of what is wanted. */
function turningWith(looks: Looks, seen: readonly ShotLook[]): Turning {
  const wanted = filled(seen.map((each) => each.wanted));
  const across = wanted.map((each) => (each ? (each.left + each.right) / 2 : 0));
  const up = wanted.map((each) => (each ? (each.low + each.high) / 2 : 0));
  return { toward: (frame) => ({ across: smooth(looks, across, frame), up: smooth(looks, up, frame) }) };
}

/**
 * How the frames of a shot are brought into the raster of a production.
 * @param look what is seen and wanted at a delivered frame of the shot
 * @returns a function of the frame: continuous, with a continuous speed
 */
export function holdShot(
  { format, framing }: Pick<Production, 'format' | 'framing'>,
  span: { from: number; to: number },
  look: (frame: number) => ShotLook,
): (frame: number) => Reframing {
  const rate = framesPerSecond(format.rate);
  const aspect = format.width / format.height;
  const rule = framing?.rule ?? 'widen';
  if (rule === 'crop') return () => ({ across: 0, up: 0, scale: 1 });
  const looks = looksOf(span, rate);
  const seen = looks.frames.map(look);
  const scalesBy = ({ toward }: Turning): number[] => {
    const needed = seen.map(({ camera, wanted }, i) => {
      const base = croppedTo(openingOf(camera), aspect);
      return wanted ? Math.min(WIDEST, scaleFor(wanted, base, toward(looks.frames[i] as number))) : 1;
    });
    return widest(looks, needed);
  };
  const ways = [STILL, ...(rule === 'move' ? [turningWith(looks, seen)] : [])].map((turning) => ({
    ...turning,
    held: scalesBy(turning),
  }));
  // A very wide lens that is turned would have to be wider yet: then it stands as it was.
  const [{ toward, held }] = ways.sort((a, b) => Math.max(...a.held) - Math.max(...b.held)) as [(typeof ways)[number]];
  return (frame) => ({ ...toward(frame), scale: smooth(looks, held, frame) });
}
