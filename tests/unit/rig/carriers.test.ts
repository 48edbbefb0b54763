import { NO_LETTER } from '@/core/outline/part-seat';
import { produce } from 'immer';
import { CatmullRomCurve3, Matrix4, Quaternion, Vector3 } from 'three';
import { aimedAt, cameraPose, rigContext } from '@/core/frame/camera-pose';
import { markPose } from '@/core/frame/mark-pose';
import { arcPath } from '@/core/motion/arc-path';
import { seededRandom } from '@/core/motion/random';
import { spectrum } from '@/core/motion/spectrum';
import type { PartExtent } from '@/core/frame/frame-state';
import { carrierSchema, type Camera } from '@/core/production/camera';
import type { Carrier } from '@/core/rig/rig';
import { addCarrier, land, moveCarrier } from '@/core/production/edits/camera-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { rigPose } from '@/core/rig/rig';
import { SHAKE_AXES, SHAKE_NAMES, SHAKES, shakeAt, type ShakePreset } from '@/core/rig/shake-model';
import { between, rotationOf, shareOf } from '@/core/space/quaternion';
import { IDENTITY, forwardOf, multiply, panTiltRoll, positionOf, product, translation, type Mat4 } from '@/core/space/matrix';
import { distance, normalise, subtract, type Vec3 } from '@/core/space/vector';
import { straightKey } from '../support/key';

const random = seededRandom(5);
const number = (low: number, high: number) => low + random() * (high - low);
const closeTo = (a: Mat4, b: ArrayLike<number>, digits = 8) => Array.from(b).forEach((v, i) => expect(a[i]).toBeCloseTo(v, digits));
const made = (recipe: (draft: Production, camera: Camera) => void) =>
  produce(emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
    addWordmark(draft, 'BUOY');
    recipe(draft, draft.cameras[0] as Camera);
  });
const nowhere = () => null;
const pose = (production: Production, frame: number) => cameraPose(production, production.cameras[0] as Camera, frame, nowhere);

describe('turns as quaternions', () => {
  test('agree with the library three, and so does the way between two', () => {
    for (let n = 0; n < 60; n++) {
      const [a, b] = [
        panTiltRoll(number(-180, 180), number(-90, 90), number(-180, 180)),
        panTiltRoll(number(-180, 180), number(-90, 90), number(-180, 180)),
      ];
      const theirs = (m: Mat4) => new Quaternion().setFromRotationMatrix(new Matrix4().fromArray([...m]));
      const mixed = between(rotationOf(a), rotationOf(b), 0.3);
      const expected = theirs(a).slerp(theirs(b), 0.3);
      const sign = Math.sign(mixed[3] * expected.w || 1);
      [expected.x, expected.y, expected.z, expected.w].forEach((v, i) => expect((mixed[i] as number) * sign).toBeCloseTo(v, 7));
    }
  });

  test('a share of a stage taken twice is a double share', () => {
    const m = multiply(translation(1, 2, 3), panTiltRoll(0, 0, 40));
    closeTo(multiply(shareOf(m, 0.5), translation(0, 0, 0)), shareOf(m, 0.5));
    expect(positionOf(shareOf(m, 0.25))).toEqual([0.25, 0.5, 0.75]);
    closeTo(shareOf(m, 0), translation(0, 0, 0));
  });
});

describe('a rail', () => {
  const points: Vec3[] = [
    [-3, 0, 4],
    [-1, 1, 2],
    [0.5, 0.2, 3],
    [4, -1, 0],
    [5, 0, 5],
  ];

  test.each([[false], [true]])('is the library three’s centripetal curve (closed: %s), and its length too', (closed) => {
    const theirs = new CatmullRomCurve3(
      points.map((p) => new Vector3(...p)),
      closed,
      'centripetal',
    );
    theirs.arcLengthDivisions = 4000;
    const ours = arcPath(points, closed);
    expect(ours.length / theirs.getLength()).toBeCloseTo(1, 4);
    for (let u = 0; u < 1; u += 0.04) {
      const there = theirs.getPointAt(u);
      expect(distance(ours.at(u * ours.length).place, [there.x, there.y, there.z])).toBeLessThan(2e-3);
    }
  });

  test('equal shares are equal ways, wherever its points lie', () => {
    const path = arcPath(points, false);
    const steps = Array.from({ length: 400 }, (_, i) => path.at((path.length * i) / 400).place);
    const ways = steps.slice(1).map((p, i) => distance(p, steps[i] as Vec3));
    expect(Math.max(...ways) / Math.min(...ways)).toBeLessThan(1.005);
  });

  test('the place nearest to a point of it is that point', () => {
    const path = arcPath(points, false);
    for (const along of [0.7, 3.3, 6.1]) expect(path.nearest(path.at(along).place)).toBeCloseTo(along, 3);
  });

  test('a camera added to it stays where it was, lands on the nearest place of it, and looks along it when told', () => {
    const before = made(() => undefined);
    const after = produce(before, (d) => void addCarrier(d, 'camera-1', 'rail'));
    closeTo(pose(after, 0), pose(before, 0));
    const id = after.cameras[0]?.carriers[1]?.id ?? '';
    const goal = produce(after, (d) => void ((d.cameras[0]?.carriers[1] as Extract<Carrier, { kind: 'rail' }>).channels.along.rest = 0.6));
    const landed = produce(after, (d) => land(d, 'camera-1', id, 0, pose(goal, 0)));
    closeTo(pose(landed, 0), pose(goal, 0), 3);
    const alone = carrierSchema.parse({
      id: 'r',
      kind: 'rail',
      channels: { along: { rest: 0.5 } },
      settings: {
        points: [
          { x: 0, y: 0, z: 0 },
          { x: 0, y: 0, z: -4 },
          { x: 3, y: 2, z: -8 },
        ],
        turns: true,
      },
    });
    const railed = rigPose([alone], 0);
    const path = arcPath(
      [
        [0, 0, 0],
        [0, 0, -4],
        [3, 2, -8],
      ],
      false,
    );
    path.at(path.length / 2).direction.forEach((v, i) => expect(forwardOf(railed)[i]).toBeCloseTo(v, 5));
  });
});

describe('a ride', () => {
  const riding = made((draft) => {
    const placement = draft.marks[0]?.channels;
    if (placement) {
      placement.x.keys = [straightKey(0, 0), straightKey(50, 4)];
      placement.pan.keys = [straightKey(0, 0), straightKey(50, 90)];
    }
    addCarrier(draft, 'camera-1', 'ride', 10);
  });

  test('changes nothing at the frame of mounting, and keeps the camera still as the mark sees it from then on', () => {
    const still = produce(riding, (d) => void d.cameras[0]?.carriers.shift());
    closeTo(pose(riding, 10), pose(still, 10));
    const seen = (frame: number) =>
      multiply(
        new Matrix4().fromArray([...markPose(riding, riding.marks[0] as never, frame, () => null)]).invert().elements as unknown as Mat4,
        pose(riding, frame),
      );
    for (const frame of [0, 25, 50]) closeTo(seen(frame), seen(10), 6);
  });

  test('carried in place alone it keeps its look, and goes as far as the middle of its mark or of its letter', () => {
    // Letters stand at the ends of arms of 2 m and 1 m to the right; turning by 90° about the upright takes (r, 0, 0) to (0, 0, -r).
    const boundsOf = () => ({
      min: [-1, 0, 0] as const,
      max: [3, 0, 0] as const,
      baseline: 0,
      parts: [
        { middle: [2, 0, 0], own: -1, home: IDENTITY, ...NO_LETTER },
        { middle: [1, 0, 0], own: -1, home: IDENTITY, ...NO_LETTER },
      ] satisfies PartExtent[],
    });
    const placed = (letter: number | null) =>
      produce(riding, (d) => {
        const [first] = d.cameras[0]?.carriers ?? [];
        if (first?.kind === 'ride') Object.assign(first.settings, { turns: false, letter, from: 0 });
      });
    const moved = (letter: number | null) => {
      const [a, b] = [0, 50].map((frame) => cameraPose(placed(letter), placed(letter).cameras[0] as Camera, frame, boundsOf)) as [
        Mat4,
        Mat4,
      ];
      a.slice(0, 12).forEach((v, i) => expect(b[i]).toBeCloseTo(v, 9));
      return subtract(positionOf(b), positionOf(a));
    };
    const far = (r: number) => [4 - r, 0, -r];
    [moved(null), moved(0), moved(1)].forEach((way, i) =>
      way.forEach((v, axis) => expect(v).toBeCloseTo(far([1, 2, 1][i] as number)[axis] as number, 9)),
    );
  });

  test('of half a weight goes half the way', () => {
    const half = produce(riding, (d) => void ((d.cameras[0]?.carriers[0] as Carrier).channels.weight.rest = 0.5));
    const moved = (p: Production) => multiply(pose(p, 50), new Matrix4().fromArray([...pose(p, 10)]).invert().elements as unknown as Mat4);
    expect(2 * Math.acos(Math.min(1, Math.abs(rotationOf(moved(half))[3])))).toBeCloseTo(
      Math.acos(Math.min(1, Math.abs(rotationOf(moved(riding))[3]))),
      6,
    );
  });
});

describe('stacking', () => {
  test('carriers are their product by the library three, whatever their kinds', () => {
    const rig = [
      carrierSchema.parse({ id: 'a', kind: 'slide', channels: { x: { rest: 1 }, pan: { rest: 30 } } }),
      carrierSchema.parse({ id: 'b', kind: 'orbit', channels: { azimuth: { rest: 40 }, height: { rest: 10 } } }),
      carrierSchema.parse({ id: 'c', kind: 'shake', settings: { preset: 'walking', seed: 3 } }),
    ];
    const theirs = rig.reduce((m, carrier) => m.multiply(new Matrix4().fromArray([...rigPose([carrier], 17)])), new Matrix4());
    closeTo(rigPose(rig, 17), theirs.elements);
  });

  test('landing solves a weighed carrier too', () => {
    const goal = product(translation(1, 0.5, 6), panTiltRoll(10, -5, 3));
    const weighed = made((_, camera) => void ((camera.carriers[0] as Carrier).channels.weight.rest = 0.6));
    const landed = produce(weighed, (d) =>
      land(d, 'camera-1', 'orbit-1', 0, goal, undefined, rigContext(weighed, weighed.cameras[0] as Camera, nowhere)),
    );
    closeTo(pose(landed, 0), goal, 6);
  });

  test('a carrier moved along the chain carries what comes after it', () => {
    const two = made((d) => void addCarrier(d, 'camera-1', 'slide'));
    expect(produce(two, (d) => moveCarrier(d, 'camera-1', 'slide-1', -1)).cameras[0]?.carriers.map(({ kind }) => kind)).toEqual([
      'slide',
      'orbit',
    ]);
    expect(produce(two, (d) => moveCarrier(d, 'camera-1', 'slide-1', 1))).toBe(two);
  });
});

describe('aim', () => {
  test('held in full looks at its target as three’s lookAt does, and keeps the roll; held by half turns half the angle', () => {
    for (let n = 0; n < 20; n++) {
      const from = multiply(translation(number(-5, 5), number(-3, 3), number(2, 9)), panTiltRoll(number(-60, 60), number(-40, 40), 0));
      const target: Vec3 = [number(-2, 2), number(-2, 2), number(-2, 1)];
      const there = normalise(subtract(target, positionOf(from)));
      forwardOf(aimedAt(from, target, 1)).forEach((v, i) => expect(v).toBeCloseTo(there[i] as number, 9));
      const half = rotationOf(aimedAt(from, target, 0.5));
      const whole = rotationOf(aimedAt(from, target, 1));
      const angle = (a: readonly number[], b: readonly number[]) =>
        2 * Math.acos(Math.min(1, Math.abs(a.reduce((sum, v, i) => sum + v * (b[i] as number), 0))));
      expect(2 * angle(rotationOf(from), half)).toBeCloseTo(angle(rotationOf(from), whole), 6);
    }
  });

  test('on a mark follows it, and is let go softly by its channel', () => {
    const aimed = made((draft, camera) => {
      camera.aim.settings = { on: 'mark', markId: 'mark-1', letter: null, point: { x: 0, y: 0, z: 0 } };
      camera.aim.channels.amount.keys = [straightKey(0, 1), straightKey(50, 0)];
      if (draft.marks[0]) draft.marks[0].channels.x.rest = 3;
    });
    const there = normalise(subtract([3, 0, 0], positionOf(pose(aimed, 0))));
    forwardOf(pose(aimed, 0)).forEach((v, i) => expect(v).toBeCloseTo(there[i] as number, 9));
    forwardOf(pose(aimed, 50)).forEach((v, i) => expect(v).toBeCloseTo([0, 0, -1][i] as number, 9));
    expect(forwardOf(pose(aimed, 25))[0]).toBeGreaterThan(0.05);
  });
});

describe('whatever carriers are chained, keyed, weighed and switched', () => {
  const KINDS = ['orbit', 'slide', 'rail', 'ride', 'shake', 'take'] as const;
  const JOINS = ['straight', 'eased', 'flowing', 'held'] as const;
  const of = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)] as T;

  function randomRig(joins: readonly (typeof JOINS)[number][]): Production {
    return made((draft, camera) => {
      camera.carriers = Array.from({ length: 1 + Math.floor(random() * 5) }, (_, i) =>
        carrierSchema.parse({ id: `c-${i}`, kind: of(KINDS), channels: { on: { rest: random() > 0.15 } } }),
      );
      for (const carrier of camera.carriers) {
        if (carrier.kind === 'ride')
          carrier.settings = { markId: draft.marks[0]?.id ?? null, from: 10, turns: random() < 0.5, letter: null };
        if (carrier.kind === 'rail') carrier.settings = { ...carrier.settings, closed: random() > 0.5, turns: random() > 0.5 };
        for (const [name, channel] of Object.entries(carrier.channels)) {
          if (name === 'on' || random() < 0.4) continue;
          const size = name === 'weight' ? 1 : 8;
          const keys = [0, 31, 64, 99].map((frame) => ({
            ...straightKey(frame, number(0.05, size)),
            join: of(joins),
            leave: { influence: number(0, 1), speed: number(-3, 3) },
          }));
          Object.assign(carrier.channels, { [name]: { ...channel, keys, after: of(['hold', 'cycle', 'climb', 'return'] as const) } });
        }
      }
      if (random() > 0.5) Object.assign(camera.aim.settings, { on: 'point', point: { x: 1, y: 0.3, z: -2 } });
      if (draft.marks[0]) draft.marks[0].channels.x = { rest: 0, keys: [straightKey(0, -2), straightKey(90, 3)] };
    });
  }

  test('the pose is finite at every time, and rigid', () => {
    for (let n = 0; n < 80; n++) {
      const production = randomRig(JOINS);
      for (const frame of [-30, 0, 0.01, 31, 47.3, 64, 99, 250]) {
        const m = pose(production, frame);
        for (const v of m) expect(Number.isFinite(v)).toBe(true);
        expect(Math.hypot(m[0] as number, m[1] as number, m[2] as number)).toBeCloseTo(1, 6);
      }
    }
  });

  test('joined by flowing or eased keys it does not jump', () => {
    for (let n = 0; n < 40; n++) {
      const production = randomRig(['flowing']);
      for (const frame of [0, 31, 64, 98.9])
        expect(distance(positionOf(pose(production, frame)), positionOf(pose(production, frame + 1e-7)))).toBeLessThan(1e-4);
    }
  });
});

describe('shake', () => {
  const rate = 100;
  const samples = (name: (typeof SHAKE_NAMES)[number], axis: (typeof SHAKE_AXES)[number], seconds: number, seed = 4) =>
    Array.from({ length: seconds * rate }, (_, i) => shakeAt(name, seed, i / rate)[axis]);
  test.each(SHAKE_NAMES.filter((name) => !('decay' in SHAKES[name])))(
    '%s: the same seed gives the same path, its mean is nothing, and its power lies in its bands',
    (name) => {
      expect(samples(name, 'y', 4)).toEqual(samples(name, 'y', 4));
      expect(samples(name, 'y', 4)).not.toEqual(samples(name, 'y', 4, 5));
      const signal = samples(name, 'y', 41);
      const rms = Math.sqrt(signal.reduce((sum, v) => sum + v * v, 0) / signal.length);
      expect(Math.abs(signal.reduce((sum, v) => sum + v, 0) / signal.length)).toBeLessThan(0.12 * rms);
      const bands = (SHAKES[name] as ShakePreset).bands.filter(({ amount }) => amount.y);
      const lines = spectrum(signal, rate);
      const power = (of: typeof lines) => of.reduce((sum, { amplitude }) => sum + amplitude * amplitude, 0);
      expect(
        power(lines.filter(({ frequency }) => bands.some(({ from, to }) => frequency > from - 0.1 && frequency < to + 0.1))) / power(lines),
      ).toBeGreaterThan(0.97);
    },
  );

  test('the spectrum of a sine is its amplitude at its frequency, and nothing elsewhere', () => {
    const lines = spectrum(
      Array.from({ length: 4096 }, (_, i) => 3 * Math.sin((2 * Math.PI * 12.5 * i) / 200)),
      200,
    );
    const highest = lines.reduce((a, b) => (b.amplitude > a.amplitude ? b : a));
    expect(highest.frequency).toBeCloseTo(12.5, 1);
    expect(highest.amplitude).toBeCloseTo(3, 1);
    expect(Math.max(...lines.filter(({ frequency }) => Math.abs(frequency - 12.5) > 0.3).map(({ amplitude }) => amplitude))).toBeLessThan(
      0.01,
    );
  });

  test('a loop comes back to where it began, at its speed', () => {
    const at = (seconds: number) => SHAKE_AXES.map((axis) => shakeAt('walking', 2, seconds, 4)[axis]);
    at(0).forEach((v, i) => expect(at(4)[i]).toBeCloseTo(v, 9));
    at(0.01).forEach((v, i) => expect(at(4.01)[i]).toBeCloseTo(v, 9));
  });

  test('a hit is silent before it falls, strongest at once, and a third of itself after its time', () => {
    const loudest = (from: number, to: number) =>
      Math.max(...Array.from({ length: 400 }, (_, i) => Math.abs(shakeAt('hit', 7, from + ((to - from) * i) / 400).y)));
    expect(Math.abs(shakeAt('hit', 7, -0.01).y)).toBe(0);
    expect(loudest(0.35, 0.55) / loudest(0, 0.2)).toBeLessThan(0.6);
    expect(loudest(1.5, 2)).toBeLessThan(0.02 * loudest(0, 0.3));
  });

  test('a longer lens turns less, so that the picture moves as much', () => {
    const at = (focal: number) => {
      const production = made((_, camera) => {
        camera.lens.channels.focalLengthMm.rest = focal;
        camera.carriers = [carrierSchema.parse({ id: 's', kind: 'shake', settings: { preset: 'rumble' } })];
      });
      return Math.acos(Math.min(1, Math.abs(rotationOf(pose(production, 12))[3])));
    };
    expect(at(35) / at(70)).toBeCloseTo(2, 3);
  });
});
