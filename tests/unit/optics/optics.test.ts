import { focusDistanceOn } from '@/core/optics/focus';
import {
  angleOfViewDeg,
  apertureMetres,
  circleOfConfusionMm,
  depthOfField,
  focalLengthForAngle,
  hyperfocalMetres,
  permittedCircleMm,
} from '@/core/optics/lens';
import { discPoint, subFrameSample } from '@/core/optics/samples';
import { IDENTITY, multiply, panTiltRoll, translation } from '@/core/space/matrix';
import { lensRadius } from '@/picture/projection';

// Angles of view on the 36 x 24 mm frame (135 film, ISO 1007), by geometry: 2·atan(size / 2f).
test.each([
  [24, 73.74, 53.13],
  [35, 54.43, 37.85],
  [50, 39.6, 26.99],
  [100, 20.41, 13.69],
  [15, 100.39, 77.32],
  [8, 132.08, 112.62],
])('%i mm sees %f° across and %f° up', (f, across, up) => {
  expect(angleOfViewDeg(36, f)).toBeCloseTo(across, 2);
  expect(angleOfViewDeg(24, f)).toBeCloseTo(up, 2);
  expect(focalLengthForAngle(36, angleOfViewDeg(36, f))).toBeCloseTo(f, 9);
});

test('50 mm over the diagonal: 46.79° (the same source)', () => {
  expect(angleOfViewDeg(Math.hypot(36, 24), 50)).toBeCloseTo(46.79, 2);
});

// Thin-lens formulas of any optics handbook.
test('50 mm f/8, circle 0.03 mm: hyperfocal 10.467 m; at 3 m sharp from 2.338 to 4.185 m', () => {
  expect(hyperfocalMetres(50, 8, 0.03)).toBeCloseTo(10.467, 3);
  const { near, far } = depthOfField(50, 8, 0.03, 3);
  expect(near).toBeCloseTo(2.338, 3);
  expect(far).toBeCloseTo(4.185, 3);
});

test('focused at the hyperfocal distance everything to infinity is sharp, from half of it', () => {
  const h = hyperfocalMetres(50, 8, 0.03);
  const { near, far } = depthOfField(50, 8, 0.03, h);
  expect(far).toBe(Infinity);
  expect(near).toBeCloseTo(h / 2, 2);
});

test('50 mm f/1.4 at 2 m: a point at 3 m makes a circle of 0.305 mm', () => {
  expect(circleOfConfusionMm(50, 1.4, 2, 3)).toBeCloseTo(0.305, 3);
  expect(circleOfConfusionMm(50, 1.4, 2, 2)).toBe(0);
});

test('the limits of sharpness are where the circle has the permitted size', () => {
  const { near, far } = depthOfField(85, 2, 0.03, 4);
  expect(circleOfConfusionMm(85, 2, 4, near)).toBeCloseTo(0.03, 4);
  expect(circleOfConfusionMm(85, 2, 4, far)).toBeCloseTo(0.03, 4);
});

test('the permitted circle of the 36 x 24 frame is 0.03 mm (common practice)', () => {
  expect(permittedCircleMm(36, 24)).toBeCloseTo(0.03, 3);
});

test('the lens disc that is drawn from makes the handbook’s circle in a frame that does not breathe', () => {
  const camera = {
    pose: IDENTITY,
    focalLengthMm: 50,
    fStop: 1.4,
    focusDistance: 2,
    sensorWidthMm: 36,
    sensorHeightMm: 24,
    iris: { blades: 0, roundness: 1, squeeze: 1, turn: 0 },
  };
  const distance = 3;
  // A point at `distance` seen from the rim of the disc moves by this on a sensor f behind the lens.
  const diameterMm = 2 * lensRadius(camera) * (Math.abs(distance - 2) / (distance * 2)) * 50;
  expect(diameterMm).toBeCloseTo(circleOfConfusionMm(50, 1.4, 2, distance), 6);
  expect(2 * lensRadius({ ...camera, focusDistance: 1e6 })).toBeCloseTo(apertureMetres(50, 1.4), 6);
});

describe('focus on a mark', () => {
  const box = { min: [-2, -0.5, -0.15], max: [2, 0.5, 0.15] } as const;
  const from = (z: number) => translation(0, 0, z);

  test('sits on the surface that faces the camera, not on the pivot (common practice)', () => {
    expect(focusDistanceOn(from(5), IDENTITY, box)).toBeCloseTo(4.85, 9);
    expect(focusDistanceOn(from(-5), panTiltRoll(0, 0, 0), box)).toBeCloseTo(0.01, 9);
  });

  test('follows the mark when it turns: seen from its end, the end is in focus', () => {
    expect(focusDistanceOn(from(5), panTiltRoll(90, 0, 0), box)).toBeCloseTo(3, 6);
  });

  test('does not jump while the axis slides off the mark', () => {
    let before = NaN;
    // Along the end of the mark the axis, 4° off, meets it this much farther for each step across: steep, but no jump.
    const step = 0.002;
    const steepest = step / Math.tan((4 * Math.PI) / 180);
    for (let x = 0; x < 4; x += step) {
      const now = focusDistanceOn(multiply(translation(x, 0, 5), panTiltRoll(4, 0, 0)), IDENTITY, box);
      if (!Number.isNaN(before)) expect(Math.abs(now - before)).toBeLessThan(1.05 * steepest);
      before = now;
    }
  });
});

describe('the points of the picture’s integral', () => {
  const all = (n: number) => Array.from({ length: n }, (_, i) => subFrameSample(7, i, n));

  test('are the same whenever they are asked for, and others for another seed', () => {
    const numbers = (seed: number) => {
      const { light, ...rest } = subFrameSample(seed, 5, 32);
      return { ...rest, lights: [light(0), light(1)] };
    };
    expect(numbers(7)).toEqual(numbers(7));
    expect(numbers(8)).not.toEqual(numbers(7));
    expect(numbers(7).lights[0]).not.toEqual(numbers(7).lights[1]);
  });

  test('divide the exposure evenly', () => {
    const times = all(48)
      .map((s) => s.shutter)
      .sort((a, b) => a - b);
    times.forEach((time, i) => expect(time).toBeCloseTo((i + 0.5) / 48, 9));
  });

  test('are even at any number reached: the first eight of 64 lie in all eighths of the exposure, and round the middle of the lens', () => {
    let aside = 0;
    for (let seed = 1; seed <= 40; seed++) {
      const first = Array.from({ length: 8 }, (_, i) => subFrameSample(seed, i, 64));
      expect(new Set(first.map(({ shutter }) => Math.floor(8 * shutter))).size).toBe(8);
      const mean = (k: 0 | 1) => first.reduce((sum, { lens }) => sum + lens[k], 0) / 8;
      aside += Math.hypot(mean(0), mean(1)) / 40;
    }
    // The mean of eight points put there by chance lies about √(π/2) · 0.5 / √8 = 0.22 beside it (Rayleigh's law).
    expect(aside).toBeLessThan(0.08);
  });

  test('fill the lens evenly: centre, spread and share within half the radius are those of a disc (geometry)', () => {
    const lens = all(128).map((s) => s.lens);
    const mean = (f: (p: readonly [number, number]) => number) => lens.reduce((sum, p) => sum + f(p), 0) / lens.length;
    expect(
      Math.hypot(
        mean((p) => p[0]),
        mean((p) => p[1]),
      ),
    ).toBeLessThan(0.02);
    expect(mean((p) => p[0] * p[0])).toBeCloseTo(0.25, 2);
    expect(mean((p) => p[0] * p[1])).toBeCloseTo(0, 1);
    expect(lens.filter((p) => Math.hypot(...p) < 0.5).length).toBe(32);
    for (const p of lens) expect(Math.hypot(...p)).toBeLessThan(1);
  });

  test('seen from any side the lens points leave no gap wider than a few even steps', () => {
    for (let angle = 0; angle < 180; angle += 15) {
      const [c, s] = [Math.cos((angle * Math.PI) / 180), Math.sin((angle * Math.PI) / 180)];
      const along = Array.from({ length: 64 }, (_, j) => discPoint(j, 64))
        .map(([x, y]) => c * x + s * y)
        .filter((v) => Math.abs(v) < 0.8)
        .sort((a, b) => a - b);
      const gaps = along.slice(1).map((v, i) => v - (along[i] as number));
      expect(Math.max(...gaps)).toBeLessThan((2 / 64) * 5);
    }
  });

  test('one sub-frame alone looks through the middle of everything', () => {
    const middle = subFrameSample(3, 0, 1);
    expect(middle).toMatchObject({ pixel: [0, 0], lens: [0, 0], shutter: 0.5 });
    expect(middle.light(0)).toEqual([0, 0]);
  });
});
