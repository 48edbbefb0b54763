import { Recent } from '../keep/recent';
import { chance } from '../motion/random';
import { scrambledPoint, scrambledPoint3 } from './scrambled-points';

/**
 * Low-discrepancy points for the picture's integral: sub-frame i of a frame gets one point in each of
 * pixel, lens, shutter and light space.
 */
export interface SubFrameSample {
  /** Offset within the pixel, -0.5..0.5 each way. */
  pixel: readonly [number, number];
  /** Point on the unit disc of the lens. */
  lens: readonly [number, number];
  /** Share of the exposure, 0..1. */
  shutter: number;
  /** Point on the unit disc of each soft light, by its place among the lights. */
  light(index: number): readonly [number, number];
  /** How much of the whole integral it stands for: one of so many. */
  share: number;
}

const GOLDEN_TURN = Math.PI * (3 - Math.sqrt(5));

/**
 * Point j of n on the unit disc, along a spiral that turns by the golden angle (H. Vogel, 1979): equal areas, and seen
 * from any side nearly even steps, so that a thin bright line spreads into a smooth band and not into stripes.
 */
export function discPoint(j: number, n: number, turn = 0): readonly [number, number] {
  const radius = Math.sqrt((j + 0.5) / n);
  const angle = j * GOLDEN_TURN + turn;
  return [radius * Math.cos(angle), radius * Math.sin(angle)];
}

/** Groups of dimensions that do not walk in step. */
const PIXEL = 1;
const LENS_AND_SHUTTER = 0;
/** Each light draws points of its own. */
const LIGHT = 2;

/** A point of the unit square on the unit disc: areas stay equal, neighbours near (P. Shirley and K. Chiu, 1997). */
function onDisc(u: number, v: number): readonly [number, number] {
  const [a, b] = [2 * u - 1, 2 * v - 1];
  if (a === 0 && b === 0) return [0, 0];
  const [radius, turn] = Math.abs(a) > Math.abs(b) ? [a, (Math.PI / 4) * (b / a)] : [b, Math.PI / 2 - (Math.PI / 4) * (a / b)];
  return [radius * Math.cos(turn), radius * Math.sin(turn)];
}

type Point = readonly [number, number];

/**
 * In which order the spiral's points are visited: each time the one that is nearest to the next point of a sequence that is even at any
 * number reached. So all of them together are the spiral, and those so far are spread over the disc.
 */
function visiting(n: number, turn: number, wanted: (i: number) => Point): Point[] {
  const left = Array.from({ length: n }, (_, j) => discPoint(j, n, turn));
  return Array.from({ length: n }, (_, i) => {
    const [x, y] = wanted(i);
    let best = 0;
    let least = Infinity;
    left.forEach(([px, py], k) => {
      const away = (px - x) ** 2 + (py - y) ** 2;
      if (away < least) [best, least] = [k, away];
    });
    return left.splice(best, 1)[0] as Point;
  });
}

/** The places of numbers among all of them: even steps in their order. */
function ranks(values: readonly number[]): number[] {
  const order = values.map((_, i) => i).sort((a, b) => (values[a] as number) - (values[b] as number));
  const found = new Array<number>(values.length);
  order.forEach((i, rank) => (found[i] = rank));
  return found;
}

interface Points {
  lens: Point[];
  shutter: number[];
}

const kept = new Recent<Points>(16);
const keptLights = new Recent<Point[]>(64);

/** Lens and shutter of all sub-frames of a frame. Kept, as every sub-frame of every frame asks anew. */
const pointsOf = (seed: number, n: number): Points =>
  kept.ensure(`${n}/${seed}`, () => {
    const points = Array.from({ length: n }, (_, i) => scrambledPoint3(seed, i, LENS_AND_SHUTTER));
    return {
      lens: visiting(n, turnOf(seed, LENS_AND_SHUTTER), (i) => {
        const [u, v] = points[i] as (typeof points)[number];
        return onDisc(u, v);
      }),
      shutter: ranks(points.map(([, , t]) => t)).map((rank) => (rank + 0.5) / n),
    };
  });

const turnOf = (seed: number, group: number) => chance(seed, group, 9) * 2 * Math.PI;

const lightPoints = (seed: number, n: number, index: number): Point[] =>
  keptLights.ensure(`${n}/${seed}/${index}`, () =>
    visiting(n, turnOf(seed, LIGHT + index), (i) => onDisc(...scrambledPoint(seed, i, LIGHT + index))),
  );

/**
 * Point i of n of a frame. Lens, exposure and lights are divided evenly among all n, and in an order in which those so far are even too.
 * The points do not change from frame to frame: noise that stands still is less seen than noise that boils.
 */
export function subFrameSample(seed: number, i: number, n: number): SubFrameSample {
  if (n <= 1) return { pixel: [0, 0], lens: [0, 0], shutter: 0.5, light: () => [0, 0], share: 1 };
  const [x, y] = scrambledPoint(seed, i, PIXEL);
  const { lens, shutter } = pointsOf(seed, n);
  return {
    pixel: [x - 0.5, y - 0.5],
    lens: lens[i] as Point,
    shutter: shutter[i] as number,
    light: (index) => lightPoints(seed, n, index)[i] as Point,
    share: 1 / n,
  };
}
