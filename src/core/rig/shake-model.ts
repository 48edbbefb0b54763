import { Recent } from '../keep/recent';
import { seededRandom } from '../motion/random';

/**
 * Shake as a sum of sines, each band with its own frequencies and amount on each axis: sway, breath, steps, tremor, rumble. The
 * frequencies and phases come
 * from the seed, so the same seed gives the same path; a sum of sines has no mean and stays in its band. Bands and amounts are common
 * practice of the trade.
 */
export const SHAKE_AXES = ['x', 'y', 'z', 'pan', 'tilt', 'roll'] as const;
export type ShakeAxis = (typeof SHAKE_AXES)[number];

/** Sines from one frequency to another, hertz, with their root mean square on each axis: millimetres and degrees. */
export interface ShakeBand {
  from: number;
  to: number;
  amount: Partial<Record<ShakeAxis, number>>;
}

export interface ShakePreset {
  label: string;
  bands: readonly ShakeBand[];
  /** A hit dies away: seconds until it has fallen to a third. */
  decay?: number;
}

const SWAY: ShakeBand = { from: 0.12, to: 0.45, amount: { x: 5, y: 3, z: 3, pan: 0.35, tilt: 0.25, roll: 0.12 } };
const BREATH: ShakeBand = { from: 0.2, to: 0.32, amount: { y: 2.5, tilt: 0.12 } };
const TREMOR: ShakeBand = { from: 6, to: 11, amount: { pan: 0.015, tilt: 0.018, roll: 0.008 } };
const times = (band: ShakeBand, factor: number): ShakeBand => ({
  ...band,
  amount: Object.fromEntries(Object.entries(band.amount).map(([axis, v]) => [axis, v * factor])),
});
const steps = (rate: number, factor: number): ShakeBand[] => [
  { from: rate * 0.97, to: rate * 1.03, amount: { y: 12 * factor, z: 5 * factor, tilt: 0.3 * factor } },
  // From foot to foot at half the rate of the steps.
  { from: rate * 0.485, to: rate * 0.515, amount: { x: 14 * factor, roll: 0.5 * factor, pan: 0.25 * factor } },
  { from: rate * 1.94, to: rate * 2.06, amount: { y: 3 * factor, tilt: 0.12 * factor } },
];

export const SHAKES = {
  hands: { label: 'Steady hands', bands: [times(SWAY, 0.6), BREATH, TREMOR] },
  shoulder: { label: 'Shoulder', bands: [SWAY, times(BREATH, 1.6), times(TREMOR, 0.6)] },
  walking: { label: 'Walking', bands: [times(SWAY, 1.2), ...steps(1.8, 1), TREMOR] },
  running: { label: 'Running', bands: [times(SWAY, 1.6), ...steps(2.7, 2.4), times(TREMOR, 2)] },
  vehicle: {
    label: 'Vehicle',
    bands: [
      { from: 0.8, to: 2.2, amount: { y: 9, x: 3, tilt: 0.25, roll: 0.3 } },
      { from: 9, to: 16, amount: { y: 1.2, tilt: 0.04, pan: 0.02 } },
    ],
  },
  rumble: { label: 'Engine rumble', bands: [{ from: 14, to: 26, amount: { x: 0.6, y: 0.9, pan: 0.02, tilt: 0.03, roll: 0.02 } }] },
  hit: { label: 'Hit', bands: [{ from: 5, to: 13, amount: { x: 22, y: 30, z: 12, pan: 0.9, tilt: 1.2, roll: 0.8 } }], decay: 0.35 },
} as const satisfies Record<string, ShakePreset>;
export type ShakeName = keyof typeof SHAKES;
export const SHAKE_NAMES = Object.keys(SHAKES) as [ShakeName, ...ShakeName[]];

const SINES = 9;

interface Sine {
  frequency: number;
  phase: number;
  amplitude: number;
}

/** The sines of a preset on each axis. With a loop, frequencies are whole numbers of turns in it. */
export function shakeSines(name: ShakeName, seed: number, loopSeconds = 0): Record<ShakeAxis, Sine[]> {
  const random = seededRandom(seed);
  const out = Object.fromEntries(SHAKE_AXES.map((axis) => [axis, [] as Sine[]])) as Record<ShakeAxis, Sine[]>;
  for (const { from, to, amount } of (SHAKES[name] as ShakePreset).bands) {
    for (const axis of SHAKE_AXES) {
      for (let i = 0; i < SINES; i++) {
        // Drawn for every axis and band alike, so that a preset's axes do not depend on one another.
        let frequency = from + ((i + random()) / SINES) * (to - from);
        const phase = random() * 2 * Math.PI;
        const rms = amount[axis] ?? 0;
        if (rms === 0) continue;
        if (loopSeconds > 0) frequency = Math.max(1, Math.round(frequency * loopSeconds)) / loopSeconds;
        out[axis].push({ frequency, phase, amplitude: rms * Math.sqrt(2 / SINES) });
      }
    }
  }
  return out;
}

const kept = new Recent<Record<ShakeAxis, Sine[]>>(200);

const sinesOf = (name: ShakeName, seed: number, loopSeconds: number) =>
  kept.ensure(`${name}/${seed}/${loopSeconds}`, () => shakeSines(name, seed, loopSeconds));

/**
 * The shake at a time: millimetres and degrees on each axis.
 * @param seconds since the shake began; a hit is silent before 0 and dies away after it
 */
export function shakeAt(name: ShakeName, seed: number, seconds: number, loopSeconds = 0): Record<ShakeAxis, number> {
  const { decay } = SHAKES[name] as ShakePreset;
  // From nothing within a few hundredths of a second, then falling: without a jump at the hit.
  const envelope =
    decay === undefined ? 1 : seconds <= 0 ? 0 : (1 - Math.exp(-seconds / 0.02)) * Math.exp((-seconds * Math.log(3)) / decay);
  const sines = sinesOf(name, seed, decay === undefined ? loopSeconds : 0);
  return Object.fromEntries(
    SHAKE_AXES.map((axis) => [
      axis,
      envelope *
        sines[axis].reduce(
          (sum, { frequency, phase, amplitude }) => sum + amplitude * Math.sin(2 * Math.PI * frequency * seconds + phase),
          0,
        ),
    ]),
  ) as Record<ShakeAxis, number>;
}
