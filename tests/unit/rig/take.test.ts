import { produce } from 'immer';
import { cameraPose } from '@/core/frame/camera-pose';
import {
  MAX_POSE_SAMPLES,
  poseSample,
  poseSampleSchema,
  PoseSamplesError,
  readPoseSamples,
  timedPose,
} from '@/core/interchange/pose-samples';
import { carrierSchema, type Camera } from '@/core/production/camera';
import type { Carrier } from '@/core/rig/rig';
import { emptyProduction } from '@/core/production/production';
import { takeSeconds, takeSettingsSchema } from '@/core/rig/carriers/take';
import { evenPoses, poseAt, smoothedPoses, type TimedPose } from '@/core/rig/take-poses';
import { TRACKER_DEFAULTS, trackerSamples, type TrackerSample } from '@/core/rig/tracker-model';
import { anglesOf, positionOf } from '@/core/space/matrix';
import { distance } from '@/core/space/vector';

const still = { x: 0, y: 0, z: 0, pan: 0, tilt: 0, roll: 0 };
const pose = (seconds: number, more: Partial<TimedPose> = {}): TimedPose => ({ seconds, ...still, ...more });
const recorded = (settings = TRACKER_DEFAULTS, count = 600): TrackerSample[] => {
  const samples = trackerSamples(settings);
  return Array.from({ length: count }, () => samples.next().value);
};
const axis = (samples: readonly TimedPose[], name: 'x' | 'y' | 'pan') => samples.map((s) => s[name]);
const rms = (values: readonly number[]) => Math.sqrt(values.reduce((sum, v) => sum + v * v, 0) / values.length);

describe('the open format of poses', () => {
  test('what is written is read back by its schema, to the nanosecond and the bit', () => {
    for (const { pose: p } of recorded(TRACKER_DEFAULTS, 50)) {
      const back = timedPose(poseSampleSchema.parse(JSON.parse(JSON.stringify(poseSample(p.seconds + 1.7e9, p)))));
      expect(back.seconds - 1.7e9).toBeCloseTo(p.seconds, 6);
      expect({ ...back, seconds: 0 }).toEqual({ ...p, seconds: 0 });
    }
  });

  test('a file has one sample a line, or one array; lenses and names may be there', () => {
    const lines = [0, 0.5].map((t) => ({ ...poseSample(t, { ...still, x: t }, 'a'), lens: { pinholeFocalLength: 35 } }));
    expect(readPoseSamples(lines.map((line) => JSON.stringify(line)).join('\r\n'))).toEqual([pose(0), pose(0.5, { x: 0.5 })]);
    expect(readPoseSamples(JSON.stringify(lines))).toEqual(readPoseSamples(`${JSON.stringify(lines[0])}\n\n${JSON.stringify(lines[1])}\n`));
  });

  test.each([
    ['nothing', '', 'fewer than two'],
    ['no JSON', '{"a": 1}\nhello', 'Line 2 is not JSON'],
    ['no poses', '{}\n{}', 'Sample 1 is not a pose'],
    [
      'numbers that are none',
      `${JSON.stringify(poseSample(0, still))}` +
        `\n{"timing":{"sampleTimestamp":{"seconds":1,"nanoseconds":0}},"transforms":[` +
        `{"translation":{"x":1e99,"y":0,"z":0},"rotation":{"pan":0,"tilt":0,"roll":0}}]}`,
      'Sample 2 is not a pose',
    ],
    ['too many', '{}\n'.repeat(MAX_POSE_SAMPLES + 1), 'at most'],
  ])('%s is refused in words', (_, text, words) => {
    expect(() => readPoseSamples(text)).toThrow(PoseSamplesError);
    expect(() => readPoseSamples(text)).toThrow(words);
  });
});

describe('the simulated tracker', () => {
  test('the same seed gives the same samples; delay, drop-outs and noise are what was asked for', () => {
    expect(recorded()).toEqual(recorded());
    const samples = recorded({ ...TRACKER_DEFAULTS, dropped: 0.2, delayMs: 80 }, 4000);
    const delays = samples.map(({ pose: p, arrives }) => arrives - p.seconds);
    expect(delays.reduce((a, b) => a + b, 0) / delays.length).toBeCloseTo(0.08, 2);
    const kept = samples.length / ((samples[samples.length - 1] as TrackerSample).pose.seconds * TRACKER_DEFAULTS.rate + 1);
    expect(1 - kept).toBeGreaterThan(0.13);
    expect(1 - kept).toBeLessThan(0.27);
    const quiet = recorded({ ...TRACKER_DEFAULTS, noiseMm: 0, dropped: 0 });
    const noisy = recorded({ ...TRACKER_DEFAULTS, noiseMm: 2, dropped: 0 });
    expect(1000 * rms(noisy.map(({ pose: p }, i) => p.y - (quiet[i] as TrackerSample).pose.y))).toBeCloseTo(2, 0);
  });
});

describe('poses at even steps', () => {
  test('uneven, swapped and missing samples of a straight way give that way', () => {
    const uneven = [0, 0.013, 0.03, 0.4, 0.37, 0.41, 1].map((t) => pose(t, { x: 2 * t, pan: 90 * t }));
    const { poses } = evenPoses(uneven, 50);
    expect(poses.length).toBe(51 * 6);
    for (let n = 0; n <= 50; n++) expect(poses[n * 6]).toBeCloseTo((2 * n) / 50, 4);
  });

  test('angles go on over half a turn without jumping', () => {
    const { poses } = evenPoses(
      [170, 175, -180, -175].map((pan, i) => pose(i / 10, { pan })),
      10,
    );
    expect([0, 1, 2, 3].map((n) => poses[n * 6 + 3])).toEqual([170, 175, 180, 185]);
  });

  test('smoothing leaves a straight way as it is, ends too, and takes tremor out of a take', () => {
    const way = evenPoses(
      [0, 1].map((t) => pose(t, { x: t })),
      30,
    );
    smoothedPoses(way, 0.4).poses.forEach((v, i) => expect(v).toBeCloseTo(way.poses[i] as number, 4));
    const take = evenPoses(
      recorded({ ...TRACKER_DEFAULTS, noiseMm: 4 }).map(({ pose: p }) => p),
      30,
    );
    const jitter = (poses: readonly number[]) =>
      rms(
        Array.from(
          { length: 250 },
          (_, n) => (poses[(n + 2) * 6 + 1] as number) - 2 * (poses[(n + 1) * 6 + 1] as number) + (poses[n * 6 + 1] as number),
        ),
      );
    expect(jitter(smoothedPoses(take, 0.6).poses)).toBeLessThan(0.1 * jitter(take.poses));
  });

  test('between steps it is continuous in speed', () => {
    const take = evenPoses(
      recorded().map(({ pose: p }) => p),
      30,
    );
    const speed = (at: number) => (poseAt(take, at + 1e-5).y - poseAt(take, at - 1e-5).y) / 2e-5;
    for (let n = 5; n < 60; n += 7) expect(speed(n / 30 - 1e-4)).toBeCloseTo(speed(n / 30 + 1e-4), 1);
    expect(axis([pose(0, { y: poseAt(take, 7 / 30).y })], 'y')[0]).toBeCloseTo(take.poses[7 * 6 + 1] as number, 9);
  });
});

describe('a take as a carrier', () => {
  const settings = takeSettingsSchema.parse({
    ...evenPoses(
      [0, 1, 2, 3].map((t) => pose(5 + t, { x: 3 + t, pan: 40 + 10 * t })),
      30,
    ),
    from: 10,
  });
  const at = (change: Partial<typeof settings>, frame: number) => {
    const production = produce(emptyProduction('T', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
      const carrier: Carrier = carrierSchema.parse({ id: 'take-1', kind: 'take', settings: { ...settings, ...change } });
      (draft.cameras[0] as Camera).carriers = [carrier];
    });
    return cameraPose(production, production.cameras[0] as Camera, frame, () => null);
  };

  test('begins where the rig stands, whatever the place it was recorded at', () => {
    expect(distance(positionOf(at({}, 10)), [0, 0, 0])).toBeLessThan(1e-9);
    expect(distance(positionOf(at({}, 35)), [0, 0, 0])).toBeCloseTo(1, 6);
    expect(anglesOf(at({}, 35)).panDeg).toBeCloseTo(10, 6);
    // Before it begins and after it ends it stays.
    expect(at({}, -20)).toEqual(at({}, 10));
    expect(distance(positionOf(at({}, 400)), [0, 0, 0])).toBeCloseTo(3, 6);
  });

  test('is trimmed and scaled', () => {
    expect(takeSeconds({ ...settings, cutStart: 0.5, cutEnd: 1 })).toBeCloseTo(1.5, 6);
    expect(distance(positionOf(at({ cutStart: 1 }, 10)), [0, 0, 0])).toBeLessThan(1e-9);
    expect(distance(positionOf(at({ moves: 0.25, turns: 2 }, 35)), [0, 0, 0])).toBeCloseTo(0.25, 6);
    expect(anglesOf(at({ moves: 0.25, turns: 2 }, 35)).panDeg).toBeCloseTo(20, 6);
  });
});
