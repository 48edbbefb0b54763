import { Euler, MathUtils, Matrix4, PerspectiveCamera, Vector3 } from 'three';
import type { Carrier } from '@/core/rig/rig';
import { carrierSchema } from '@/core/production/camera';
import { NO_CONTEXT } from '@/core/rig/carrier';
import { orbit } from '@/core/rig/carriers/orbit';
import { landingValues, rigPose } from '@/core/rig/rig';
import {
  anglesOf,
  IDENTITY,
  invertRigid,
  multiply,
  nearestTurn,
  panTiltRoll,
  positionOf,
  translation,
  type Mat4,
} from '@/core/space/matrix';
import { subFrameView, NEAR, FAR } from '@/picture/projection';
import { seededRandom } from '@/core/motion/random';

const STILL = { settings: {}, frame: 0, context: NO_CONTEXT };

/** Camera matrices are checked against the library three. */
const closeTo = (ours: Mat4, theirs: ArrayLike<number>, digits = 10) =>
  Array.from(theirs).forEach((v, i) => expect(ours[i]).toBeCloseTo(v, digits));
const random = seededRandom(11);
const between = (low: number, high: number) => low + random() * (high - low);

test('pan, tilt and roll are three’s YXZ Euler angles', () => {
  for (let n = 0; n < 40; n++) {
    const [pan, tilt, roll] = [between(-400, 400), between(-89, 89), between(-180, 180)];
    const theirs = new Matrix4().makeRotationFromEuler(
      new Euler(MathUtils.degToRad(tilt), MathUtils.degToRad(pan), MathUtils.degToRad(roll), 'YXZ'),
    );
    closeTo(panTiltRoll(pan, tilt, roll), theirs.elements);
  }
});

test('an orbit looks at its pivot as three’s lookAt does', () => {
  for (let n = 0; n < 40; n++) {
    const v = {
      azimuth: between(-180, 180),
      height: between(-80, 80),
      radius: between(0.5, 20),
      roll: 0,
      pivotX: between(-3, 3),
      pivotY: between(-3, 3),
      pivotZ: between(-3, 3),
    };
    const pose = orbit.matrix(v, STILL);
    const camera = new PerspectiveCamera();
    camera.position.set(...(positionOf(pose) as [number, number, number]));
    camera.lookAt(v.pivotX, v.pivotY, v.pivotZ);
    camera.updateMatrix();
    closeTo(pose, camera.matrix.elements, 8);
    expect(camera.position.distanceTo(new Vector3(v.pivotX, v.pivotY, v.pivotZ))).toBeCloseTo(v.radius, 9);
  }
});

test('azimuth 0 is the audience’s view, a positive one is from its right (house convention)', () => {
  const at = (azimuth: number) => positionOf(orbit.matrix({ azimuth, height: 0, radius: 5 }, STILL));
  expect(at(0)[2]).toBeCloseTo(5, 9);
  expect(at(90)[0]).toBeCloseTo(5, 9);
});

test.each([
  [1920, 1080, 35],
  [1080, 1920, 85],
  [1080, 1080, 15],
])('the projection of a %i x %i frame at %i mm is three’s for the same film', (width, height, focalLengthMm) => {
  const sensorWidthMm = 36;
  const sensorHeightMm = (sensorWidthMm * height) / width;
  const camera = new PerspectiveCamera(MathUtils.radToDeg(2 * Math.atan(sensorHeightMm / (2 * focalLengthMm))), width / height, NEAR, FAR);
  camera.updateProjectionMatrix();
  const state = {
    pose: IDENTITY,
    focalLengthMm,
    fStop: 4,
    focusDistance: 5,
    sensorWidthMm,
    sensorHeightMm,
    iris: { blades: 0, roundness: 1, squeeze: 1, turn: 0 },
  };
  closeTo(subFrameView(state, width, height, { pixelX: 0, pixelY: 0, lensX: 0, lensY: 0 }).projection, camera.projectionMatrix.elements);
});

test('from any point of the lens, what lies in the focus plane stays where it is', () => {
  const state = {
    pose: translation(1, 2, 3),
    focalLengthMm: 50,
    fStop: 1.4,
    focusDistance: 4,
    sensorWidthMm: 36,
    sensorHeightMm: 20.25,
    iris: { blades: 0, roundness: 1, squeeze: 1, turn: 0 },
  };
  const seen = (point: Vector3, lensX: number, lensY: number) => {
    const view = subFrameView(state, 1920, 1080, { pixelX: 0, pixelY: 0, lensX, lensY });
    return point
      .clone()
      .applyMatrix4(new Matrix4().fromArray(invertRigid(view.pose) as number[]))
      .applyMatrix4(new Matrix4().fromArray(view.projection as number[]));
  };
  const inFocus = new Vector3(1.7, 1.2, 3 - 4);
  const behind = new Vector3(1.7, 1.2, 3 - 9);
  for (const [x, y] of [
    [0.01, 0],
    [0, -0.017],
    [-0.012, 0.012],
  ] as const) {
    expect(seen(inFocus, x, y).x).toBeCloseTo(seen(inFocus, 0, 0).x, 9);
    expect(seen(inFocus, x, y).y).toBeCloseTo(seen(inFocus, 0, 0).y, 9);
    expect(Math.hypot(seen(behind, x, y).x - seen(behind, 0, 0).x, seen(behind, x, y).y - seen(behind, 0, 0).y)).toBeGreaterThan(1e-3);
  }
});

test('the angles of a pose give the pose back, and straight down loses nothing', () => {
  for (let n = 0; n < 40; n++) {
    const pose = panTiltRoll(between(-180, 180), between(-89, 89), between(-180, 180));
    const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
    closeTo(panTiltRoll(panDeg, tiltDeg, rollDeg), pose, 9);
  }
  const down = panTiltRoll(33, -90, 12);
  const { panDeg, tiltDeg, rollDeg } = anglesOf(down);
  closeTo(panTiltRoll(panDeg, tiltDeg, rollDeg), down, 6);
});

test('a rigid transform and its inverse make nothing', () => {
  const pose = multiply(translation(3, -2, 9), panTiltRoll(70, -20, 5));
  closeTo(multiply(pose, invertRigid(pose)), IDENTITY);
});

describe('landing', () => {
  const carrier = (kind: Carrier['kind'], id: string, rest: Record<string, number>): Carrier =>
    carrierSchema.parse({
      id,
      kind,
      channels: Object.fromEntries(Object.entries(rest).map(([name, value]) => [name, { rest: value, keys: [] }])),
    });
  const chain = [
    carrier('slide', 'a', { x: 1, y: 0.5, z: -2, pan: 25, tilt: 5, roll: 3 }),
    carrier('orbit', 'b', { azimuth: 40, height: 12, radius: 3, pivotY: 1 }),
    carrier('slide', 'c', { z: 0.4, pan: -8 }),
  ];

  test.each([0, 1, 2])('on carrier %i puts the whole rig where the camera was flown', (index) => {
    const pose = multiply(
      translation(between(-2, 2), between(-2, 2), between(3, 6)),
      panTiltRoll(between(-60, 60), between(-40, 40), between(-30, 30)),
    );
    const values = landingValues(chain, index, 0, pose);
    const landed = chain.map((c, i) => (i === index ? carrier(c.kind, c.id, values) : c));
    closeTo(rigPose(landed, 0), pose, 7);
  });

  test('takes the short way: an angle never spins by whole turns', () => {
    expect(nearestTurn(-170, 175)).toBe(190);
    const [first] = [carrier('slide', 'a', { pan: 725 })];
    const values = landingValues([first as Carrier], 0, 0, panTiltRoll(10, 0, 0));
    expect(values.pan).toBeCloseTo(730, 9);
  });

  const switchedOff = (c: Carrier) => ({ ...c, channels: { ...c.channels, on: { rest: false, keys: [] } } }) as Carrier;

  test('a carrier that is switched off changes nothing', () => {
    const [a, b, c] = chain as [Carrier, Carrier, Carrier];
    closeTo(rigPose([a, switchedOff(b), c], 0), rigPose([a, c], 0));
  });
});
