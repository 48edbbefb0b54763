import { seededRandom } from '../motion/random';
import { shakeAt, type ShakeName } from './shake-model';
import type { TimedPose } from './take-poses';

/** How a simulated tracked camera is carried, and what its connection does to its samples. */
export interface TrackerSettings {
  carried: ShakeName;
  seed: number;
  /** Samples a second. */
  rate: number;
  /** Time that a sample is under way, milliseconds, and how much that varies. */
  delayMs: number;
  jitterMs: number;
  /** Measuring noise: millimetres, and a hundredth of a degree for each. */
  noiseMm: number;
  /** Share of the samples that are lost, in bursts. */
  dropped: number;
}

export const TRACKER_DEFAULTS: TrackerSettings = {
  carried: 'shoulder',
  seed: 1,
  rate: 60,
  delayMs: 40,
  jitterMs: 12,
  noiseMm: 0.4,
  dropped: 0.02,
};

export interface TrackerSample {
  pose: TimedPose;
  /** When it arrives, seconds from the start. */
  arrives: number;
}

/** Mean length of a burst of lost samples. */
const BURST = 4;

/** A camera that somebody walks slowly about with: the way, the shake of how it is carried, and the noise of measuring it. */
export function* trackerSamples({
  carried,
  seed,
  rate,
  delayMs,
  jitterMs,
  noiseMm,
  dropped,
}: TrackerSettings): Generator<TrackerSample, never> {
  const random = seededRandom(seed);
  const normal = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());
  let lost = 0;
  for (let n = 0; ; n++) {
    const seconds = n / rate;
    const shake = shakeAt(carried, seed, seconds);
    const slow = (period: number, phase: number) => Math.sin((2 * Math.PI * seconds) / period + phase) - Math.sin(phase);
    const noise = () => (normal() * noiseMm) / 1000;
    const turnNoise = () => normal() * noiseMm * 0.01;
    const pose: TimedPose = {
      seconds,
      x: 0.35 * slow(11, seed) + shake.x / 1000 + noise(),
      y: 0.05 * slow(7, 2 + seed) + shake.y / 1000 + noise(),
      z: -0.25 * slow(17, 1 + seed) + shake.z / 1000 + noise(),
      pan: 4 * slow(9, 3 + seed) + shake.pan + turnNoise(),
      tilt: 1.5 * slow(13, seed) + shake.tilt + turnNoise(),
      roll: shake.roll + turnNoise(),
    };
    if (lost > 0) lost--;
    else if (random() < dropped / BURST) lost = Math.ceil(random() * 2 * BURST) - 1;
    else yield { pose, arrives: seconds + Math.max(0, delayMs + normal() * jitterMs) / 1000 };
  }
}
