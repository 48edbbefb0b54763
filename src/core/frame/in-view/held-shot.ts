import type { Production } from '../../production/production';
import { framesPerSecond } from '../../time/rate';
import type { CameraState } from '../frame-state';
import { croppedTo, scaleFor, type Opening, type Reframing } from './reframe';
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

/** What of a camera decides what it sees. */
export const openingOf = ({ sensorWidthMm, sensorHeightMm, focalLengthMm }: CameraState): Opening => ({
  across: sensorWidthMm / (2 * focalLengthMm),
  up: sensorHeightMm / (2 * focalLengthMm),
});

/** Frames of a shot that are looked at: its first and its last one among them. */
export function looksOf({ from, to }: { from: number; to: number }, rate: number): number[] {
  const count = Math.max(1, Math.ceil(((to - 1 - from) / rate) * LOOKS));
  return Array.from({ length: count + 1 }, (_, i) => from + ((to - 1 - from) * i) / count);
}

/** What is wanted where nothing is: what was, or will be, at the nearest look. */
function filled(wanted: readonly (Wanted | null)[]): (Wanted | null)[] {
  return wanted.map((own, i) => {
    for (let by = 0; by < wanted.length && !own; by++) own = wanted[i - by] ?? wanted[i + by] ?? null;
    return own;
  });
}

/** Mean of some values about an instant, weighed by a bell that ends so far away (Hann). */
function bell(looks: readonly number[], values: readonly number[], frame: number, reach: number): number {
  let [sum, weights] = [0, 0];
  for (let i = 0; i < looks.length; i++) {
    const way = ((looks[i] as number) - frame) / reach;
    if (Math.abs(way) >= 1) continue;
    const weight = 1 + Math.cos(Math.PI * way);
    sum += weight * (values[i] as number);
    weights += weight;
  }
  return weights > 1e-9 ? sum / weights : (values[frame < (looks[0] as number) ? 0 : looks.length - 1] as number);
}

/** The largest value within reach of each look; looks are evenly apart. */
function widest(looks: readonly number[], values: readonly number[], reach: number): number[] {
  const step = looks.length > 1 ? (looks[1] as number) - (looks[0] as number) : 1;
  const around = step > 0 ? Math.ceil(reach / step) : 0;
  return values.map((_, i) => Math.max(...values.slice(Math.max(0, i - around), i + around + 1)));
}

export interface ShotLook {
  camera: CameraState;
  wanted: Wanted | null;
}

interface Turning {
  toward(frame: number): { across: number; up: number };
}

const STILL: Turning = { toward: () => ({ across: 0, up: 0 }) };

/** A lens that is turned with the middle of what is wanted. */
function turningWith(looks: readonly number[], seen: readonly ShotLook[], reach: number): Turning {
  const wanted = filled(seen.map((each) => each.wanted));
  const across = wanted.map((each) => (each ? (each.left + each.right) / 2 : 0));
  const up = wanted.map((each) => (each ? (each.low + each.high) / 2 : 0));
  return { toward: (frame) => ({ across: bell(looks, across, frame, reach), up: bell(looks, up, frame, reach) }) };
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
  const seen = looks.map(look);
  const reach = AHEAD * rate;
  const scalesBy = ({ toward }: Turning): number[] => {
    const needed = seen.map(({ camera, wanted }, i) => {
      const base = croppedTo(openingOf(camera), aspect);
      return wanted ? Math.min(WIDEST, scaleFor(wanted, base, toward(looks[i] as number))) : 1;
    });
    return widest(looks, needed, reach);
  };
  const ways = [STILL, ...(rule === 'move' ? [turningWith(looks, seen, reach)] : [])].map((turning) => ({
    ...turning,
    held: scalesBy(turning),
  }));
  // A very wide lens that is turned would have to be wider yet: then it stands as it was.
  const [{ toward, held }] = ways.sort((a, b) => Math.max(...a.held) - Math.max(...b.held)) as [(typeof ways)[number]];
  return (frame) => ({ ...toward(frame), scale: bell(looks, held, frame, reach) });
}
