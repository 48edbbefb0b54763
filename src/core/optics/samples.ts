import { Recent } from '../keep/recent';
import { hash32, seededRandom } from '../motion/random';

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

const shuffles = new Recent<Int32Array>(128);

/** The numbers 0..n-1 in an order drawn from a seed (Fisher and Yates). Kept, as every sub-frame of every frame asks anew. */
const shuffled = (n: number, seed: number): Int32Array =>
  shuffles.ensure(`${n}/${seed}`, () => {
    const order = Int32Array.from({ length: n }, (_, i) => i);
    const random = seededRandom(seed);
    for (let i = n - 1; i > 0; i--) {
      const j = Math.floor(random() * (i + 1));
      [order[i], order[j]] = [order[j] as number, order[i] as number];
    }
    return order;
  });

/** Each light draws an order and a turn of its own: two lights must not walk in step. */
const LIGHT_STEP = 16;

/** Steps of a two-dimensional additive recurrence: powers of one over the plastic ratio. */
const PLASTIC = 0.7548776662466927;
const PLASTIC_SQUARED = 0.5698402909980532;

/**
 * Point i of n of a frame. Each dimension on its own is divided evenly among all n, in an order of its own: evenly
 * related orders would move together and leave stripes.
 * The points do not change from frame to frame: noise that stands still is less seen than noise that boils.
 */
export function subFrameSample(seed: number, i: number, n: number): SubFrameSample {
  if (n <= 1) return { pixel: [0, 0], lens: [0, 0], shutter: 0.5, light: () => [0, 0] };
  const shift = (k: number) => hash32(seed, k) / 4294967296;
  const order = (k: number) => shuffled(n, hash32(seed, k))[i] as number;
  const centred = (v: number) => (v % 1) - 0.5;
  return {
    pixel: [centred(shift(0) + (i + 1) * PLASTIC), centred(shift(1) + (i + 1) * PLASTIC_SQUARED)],
    lens: discPoint(order(2), n, shift(3) * 2 * Math.PI),
    shutter: (order(4) + 0.5) / n,
    light: (index) => discPoint(order(5 + LIGHT_STEP * index), n, shift(6 + LIGHT_STEP * index) * 2 * Math.PI),
  };
}
