import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { deliveredFrameOf, nextKeyFrame } from '@/core/frame/scene-frames';
import { sceneFrameAt, shotCamera } from '@/core/frame/shot-camera';
import { frozen, ramped, sceneFrameOf, stretched, thereAndBack } from '@/core/motion/bent-time';
import type { Channel } from '@/core/motion/channel';
import { keyReader } from '@/core/motion/readers';
import { setCarry } from '@/core/production/carry';
import { addCamera, changeShot, duplicateCamera, moveShot, removeCamera, removeShot, splitShot } from '@/core/production/edits/shot-edits';
import { straightenThroughCuts } from '@/core/production/edits/key-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { shotSpans } from '@/core/production/shots';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { anglesOf, positionOf } from '@/core/space/matrix';
import { distance } from '@/core/space/vector';
import { key } from '../support/key';

const nowhere = () => null;

/** Camera 1 orbits; from frame 40 camera 2, which dollies. */
function twoShots(carry = 0, smooth = true): Production {
  return produce(emptyProduction('Soundings', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
    addWordmark(draft, 'SOUNDINGS');
    const [one] = draft.cameras;
    if (one?.carriers[0]?.kind !== 'orbit') throw new Error('no orbit');
    one.carriers[0].channels.azimuth.keys = [key(0, -40, { join: 'straight' }), key(99, 50, { join: 'straight' })];
    one.lens.channels.focalLengthMm.rest = 24;
    duplicateCamera(draft, one.id);
    const two = draft.cameras[1];
    if (two?.carriers[0]?.kind !== 'orbit') throw new Error('no orbit');
    two.carriers[0].channels.azimuth = { rest: 70, keys: [] };
    two.carriers[0].channels.roll.rest = 25;
    two.carriers[0].channels.radius.keys = [key(20, 9), key(80, 4)];
    two.lens.channels.focalLengthMm.rest = 85;
    two.lens.channels.focusDistance.rest = 3;
    splitShot(draft, 40, two.id);
    changeShot(draft, 50, (shot) => setCarry(shot, carry, smooth));
  });
}
const at = (production: Production, frame: number) => shotCamera(production, frame, nowhere);
const measures = (production: Production, frame: number): number[] => {
  const { pose, focalLengthMm, focusDistance } = at(production, frame);
  const { panDeg, tiltDeg, rollDeg } = anglesOf(pose);
  return [...positionOf(pose), panDeg, tiltDeg, rollDeg, Math.log(focalLengthMm), Math.log(focusDistance)];
};
const speeds = (production: Production, frame: number, side: -1 | 1) => {
  const d = 1e-4;
  const [a, b] = [measures(production, frame + side * 1e-7), measures(production, frame + side * d)];
  return a.map((v, i) => (((b[i] as number) - v) / (d - 1e-7)) * side);
};

describe('shots', () => {
  test('without any the first camera is seen all through; a cut changes it from one frame to the next', () => {
    const one = emptyProduction('One', { width: 640, height: 360, rate: '24', length: 48 });
    expect(shotSpans(one)).toEqual([{ shot: null, cameraId: 'camera-1', from: 0, to: 48 }]);
    const two = twoShots();
    expect(shotSpans(two).map(({ cameraId, from, to }) => [cameraId, from, to])).toEqual([
      ['camera-1', 0, 40],
      ['camera-2', 40, 100],
    ]);
    expect(at(two, 39.999).focalLengthMm).toBe(24);
    expect(at(two, 40).focalLengthMm).toBe(85);
  });

  test('an exposure never reaches over a cut, forward or back', () => {
    const two = twoShots();
    for (const shutter of [-0.25, 0.25]) {
      expect(evaluate(two, (40 + shutter) / 25, nowhere, { pictureFrame: 40 }).camera.focalLengthMm).toBe(85);
      expect(evaluate(two, (39 + shutter) / 25, nowhere, { pictureFrame: 39 }).camera.focalLengthMm).toBe(24);
    }
  });

  test('a new camera stands where the old one is: the picture at the split does not change', () => {
    const before = twoShots();
    const state = at(before, 70);
    const after = produce(before, (draft) => {
      const id = addCamera(draft, draft.cameras[1] as Production['cameras'][number], state);
      splitShot(draft, 70, id ?? '');
    });
    const now = at(after, 70);
    now.pose.forEach((v, i) => expect(v).toBeCloseTo(state.pose[i] as number, 9));
    expect(now).toMatchObject({ focalLengthMm: state.focalLengthMm, fStop: state.fStop });
    expect(now.focusDistance).toBeCloseTo(state.focusDistance, 9);
    // And stands still from there on.
    expect(distance(positionOf(at(after, 90).pose), positionOf(now.pose))).toBeLessThan(1e-9);
    expect(productionSchema.safeParse(after).success).toBe(true);
  });

  test('shots move between their neighbours, join again, and outlive their cameras', () => {
    const moved = produce(twoShots(), (draft) => moveShot(draft, 'shot-2', 500));
    expect(shotSpans(moved)[1]).toMatchObject({ from: 99, to: 100 });
    expect(shotSpans(produce(moved, (draft) => moveShot(draft, 'shot-2', -5)))[1]?.from).toBe(1);
    expect(shotSpans(produce(moved, (draft) => removeShot(draft, 'shot-2')))).toHaveLength(1);
    const orphaned = produce(twoShots(), (draft) => removeCamera(draft, 'camera-2'));
    expect(shotSpans(orphaned).map(({ cameraId }) => cameraId)).toEqual(['camera-1', 'camera-1']);
    expect(splitShot(structuredClone(twoShots()), 40, 'camera-1')).toBeNull();
  });
});

describe('a carry', () => {
  test.each([[true], [false]])('is continuous in place, aim, roll, lens and focus at both ends (smooth: %s)', (smooth) => {
    const production = twoShots(6, smooth);
    for (const frame of [40, 46]) {
      const [before, after] = [measures(production, frame - 1e-6), measures(production, frame + 1e-6)];
      before.forEach((v, i) => expect(after[i]).toBeCloseTo(v, 4));
    }
  });

  test('where asked its speed is continuous too (finite differences); else it starts at once', () => {
    for (const frame of [40, 46]) {
      const [before, after] = [speeds(twoShots(6, true), frame, -1), speeds(twoShots(6, true), frame, 1)];
      before.forEach((v, i) => expect(Math.abs((after[i] as number) - v)).toBeLessThan(2e-2 * Math.max(1, Math.abs(v))));
    }
    const [still, under] = [speeds(twoShots(6, false), 40, -1), speeds(twoShots(6, false), 40, 1)];
    expect(Math.max(...still.map((v, i) => Math.abs((under[i] as number) - v)))).toBeGreaterThan(5);
  });

  test('half of the way lies between the two', () => {
    const production = twoShots(6);
    const { focalLengthMm } = at(production, 43);
    expect(focalLengthMm).toBeCloseTo(Math.sqrt(24 * 85), 6);
  });
});

describe('constant through cuts', () => {
  test('every move is straight but the arrival of the last', () => {
    const done = produce(twoShots(), (draft) => straightenThroughCuts(draft, 'camera-2'));
    const joins = done.cameras.map(({ carriers }) =>
      Object.values(carriers[0]?.channels ?? {}).flatMap(({ keys }) => keys.map(({ join }) => join)),
    );
    expect(joins[0]?.every((join) => join === 'straight')).toBe(true);
    expect(joins[1]).toEqual(['straight', 'eased']);
  });
});

test('frozen time runs as it is up to a frame and stands still from there on', () => {
  const bend: Channel = { rest: 0, keys: frozen(10, 90, 40) };
  const scene = (frame: number) => sceneFrameOf(bend, keyReader(bend), frame);
  expect([10, 25, 40, 41, 77, 90].map(scene)).toEqual([10, 25, 40, 40, 40, 40]);
});

describe('bent time', () => {
  const bend = (keys: ReturnType<typeof stretched>) => ({ rest: 0, keys });
  const sceneAt = (channel: Channel, frame: number) => sceneFrameOf(channel, keyReader(channel), frame);

  test('without keys delivered and scene time are one, and outside its keys time runs on', () => {
    expect(sceneAt({ rest: 0, keys: [] }, 33.3)).toBe(33.3);
    const half = bend(stretched(10, 50, 0.5));
    expect(sceneAt(half, 30)).toBeCloseTo(20, 9);
    expect(sceneAt(half, 60)).toBeCloseTo(40, 9);
    expect(sceneAt(half, 0)).toBeCloseTo(0, 9);
  });

  test('backwards and there-and-back end where they should', () => {
    const back = bend(stretched(0, 99, -1));
    expect([0, 99, 49.5].map((f) => sceneAt(back, f))).toEqual([99, 0, 49.5]);
    const swing = bend(thereAndBack(0, 80));
    expect([0, 40, 80].map((f) => sceneAt(swing, f))).toEqual([0, 40, 0]);
  });

  test('a ramp changes its pace evenly: the distance is that of constant acceleration (d = v0·t + a·t²/2)', () => {
    const ramp = bend(ramped(0, 100, 1, 0.2));
    const a = (0.2 - 1) / 100;
    for (const t of [0, 13, 50, 77, 100]) expect(sceneAt(ramp, t)).toBeCloseTo(t + (a * t * t) / 2, 6);
  });

  test('slowed down tenfold, motion is still smooth: no two steps of a constant move differ', () => {
    const slow = produce(twoShots(), (draft) => {
      draft.shots = [];
      draft.time.channels.scene.keys = stretched(0, 99, 0.1);
    });
    const places = Array.from({ length: 40 }, (_, i) => anglesOf(at(slow, i * 2.5).pose).panDeg);
    const steps = places.slice(1).map((v, i) => v - (places[i] as number));
    for (const step of steps) expect(step).toBeCloseTo(((90 / 99) * 2.5) / 10, 6);
  });

  test('a shot’s own bent time holds in that shot alone', () => {
    const production = produce(twoShots(), (draft) => changeShot(draft, 60, (shot) => (shot.channels.scene.keys = stretched(40, 99, -1))));
    expect(sceneFrameAt(production, 20)).toBe(20);
    expect(sceneFrameAt(production, 40)).toBe(99);
    expect(sceneFrameAt(production, 99)).toBe(40);
  });

  test('the next key is where it is passed in the picture: at half pace, backwards, and across a cut', () => {
    const keys = (...scene: number[]) => ({ scene, delivered: [] });
    const steps = (production: Production, scene: number[], from: number, direction: -1 | 1) => {
      const found: number[] = [];
      for (
        let at: number | undefined = nextKeyFrame(production, keys(...scene), from, direction);
        at !== undefined;
        at = nextKeyFrame(production, keys(...scene), at, direction)
      )
        found.push(at);
      return found;
    };
    const plain = produce(twoShots(), (draft) => void (draft.shots = []));
    expect(steps(plain, [0, 12.5, 30], 0, 1)).toEqual([12.5, 30]);
    const half = produce(plain, (draft) => void (draft.time.channels.scene.keys = stretched(0, 99, 0.5)));
    // Scene frame 30 is reached at 60 and left again after 61: one step each, either way.
    expect(steps(half, [10, 30], 0, 1).map((at) => Math.round(sceneFrameAt(half, at)))).toEqual([10, 30]);
    expect(steps(half, [10, 30], 99, -1).map((at) => Math.round(sceneFrameAt(half, at)))).toEqual([30, 10]);
    const back = produce(twoShots(), (draft) => changeShot(draft, 60, (shot) => void (shot.channels.scene.keys = stretched(40, 99, -1))));
    // Frame 90 of the scene is not seen in the first shot; the second one runs from 99 back to 40.
    expect(steps(back, [20, 50, 90], 0, 1)).toEqual([20, 49, 89]);
    expect(nextKeyFrame(back, { scene: [], delivered: [40, 99] }, 50, 1)).toBe(99);
  });

  test('a frame of the scene is found where it is seen, nearest to where one looks', () => {
    const swing = produce(twoShots(), (draft) => {
      draft.shots = [];
      draft.time.channels.scene.keys = thereAndBack(0, 80);
    });
    const [out, home] = [deliveredFrameOf(swing, 20, 0), deliveredFrameOf(swing, 20, 99)];
    expect(out).toBeLessThan(40);
    expect(home).toBe(80 - out);
  });
});
