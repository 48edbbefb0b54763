import { freeze, produce } from 'immer';
import { CatmullRomCurve3, Vector3 } from 'three';
import type { Channel, Key } from '@/core/motion/channel';
import { closedLoop, withKeysReversed } from '@/core/motion/edit-keys';
import { keyValue } from '@/core/motion/key-value';
import { speedAt } from '@/core/motion/channel-speed';
import { seededRandom } from '@/core/motion/random';
import { allOwners, ownerAt } from '@/core/production/owners/owners';
import { moveCue, addCue, evenCues, removeCue, setCues, onCue } from '@/core/production/edits/cue-edits';
import {
  closeTheLoop,
  copyKeys,
  distributeKeys,
  pasteKeys,
  removeKeys,
  reverseKeys,
  shiftKeys,
  stretchKeys,
  type KeyRef,
  type OpenEnd,
} from '@/core/production/edits/key-edits';
import { pathDifference } from '@/core/check/path-difference';
import { drift, driftUnderShots, overlap, putPivot } from '@/core/production/edits/move-edits';
import { duplicateCamera, splitShot } from '@/core/production/edits/shot-edits';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { rigPose } from '@/core/rig/rig';
import { forwardOf, positionOf } from '@/core/space/matrix';
import { distance, dot, normalise, subtract } from '@/core/space/vector';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { key } from '../support/key';

const ORBIT = 'cameras/camera-1/carriers/orbit-1';

function orbiting(): Production {
  return produce(emptyProduction('Reef', { width: 1920, height: 1080, rate: '25', length: 120 }), (draft) => {
    const owner = ownerAt(draft, ORBIT);
    if (!owner) throw new Error('no orbit');
    owner.channels.azimuth = {
      rest: 0,
      keys: [key(0, 0), key(20, 30, { leave: { influence: 0.1, speed: 2 } }), key(50, -10, { join: 'flowing' }), key(90, 40)],
    };
    owner.channels.radius = { rest: 8, keys: [key(0, 8), key(50, 3), key(90, 6)] };
  });
}
const azimuth = (production: Production): Channel => ownerAt(production, ORBIT)?.channels.azimuth as Channel;
const frames = (channel: Channel) => channel.keys.map(({ frame }) => frame);
const middle: KeyRef[] = [
  { owner: ORBIT, frame: 20 },
  { owner: ORBIT, frame: 50 },
];

describe('several keys at once', () => {
  test('shift, stretch about an end, and remove', () => {
    expect(frames(azimuth(produce(orbiting(), (d) => shiftKeys(d, middle, 7))))).toEqual([0, 27, 57, 90]);
    expect(frames(azimuth(produce(orbiting(), (d) => stretchKeys(d, middle, 20, 2))))).toEqual([0, 20, 80, 90]);
    expect(frames(azimuth(produce(orbiting(), (d) => removeKeys(d, middle))))).toEqual([0, 90]);
    // Of one channel only.
    const one = produce(orbiting(), (d) => shiftKeys(d, [{ owner: ORBIT, frame: 50, name: 'radius' }], 5));
    expect(frames(azimuth(one))).toEqual([0, 20, 50, 90]);
    expect(frames(ownerAt(one, ORBIT)?.channels.radius as Channel)).toEqual([0, 55, 90]);
  });

  test('a key that stood where one arrives is replaced', () => {
    const done = azimuth(produce(orbiting(), (d) => shiftKeys(d, [{ owner: ORBIT, frame: 20 }], 30)));
    expect(done.keys.map(({ frame, value }) => [frame, value])).toEqual([
      [0, 0],
      [50, 30],
      [90, 40],
    ]);
  });

  test('reversed twice is as before; reversed once it plays backwards, value for value', () => {
    const channel: Channel = {
      rest: 0,
      keys: [
        key(0, 1, { leave: { influence: 0.2, speed: 1.5 } }),
        key(30, 5, { join: 'straight' }),
        key(45, 2, { arrive: { influence: 0.8, speed: 0 } }),
      ],
    };
    const once = withKeysReversed(channel, [0, 30, 45], 0, 45);
    for (let f = 0; f <= 45; f += 1.5) expect(keyValue(once, 45 - f)).toBeCloseTo(keyValue(channel, f), 9);
    expect(withKeysReversed(once, [0, 15, 45], 0, 45)).toEqual(channel);
    const whole = produce(orbiting(), (d) =>
      reverseKeys(
        d,
        [0, 20, 50, 90].map((frame) => ({ owner: ORBIT, frame })),
      ),
    );
    expect(azimuth(whole).keys.map(({ frame, value }) => [frame, value])).toEqual([
      [0, 40],
      [40, -10],
      [70, 30],
      [90, 0],
    ]);
  });

  test('copied keys come again elsewhere, as values or as a shape, on another camera too', () => {
    const production = produce(orbiting(), (draft) => void duplicateCamera(draft, 'camera-1'));
    const clip = copyKeys(production, middle);
    if (!clip) throw new Error('nothing copied');
    const values = produce(production, (draft) => void pasteKeys(draft, clip, 100, 'values'));
    expect(keyValue(azimuth(values), 100)).toBe(30);
    expect(keyValue(azimuth(values), 130)).toBe(-10);
    const shape = produce(production, (draft) => void pasteKeys(draft, clip, 100, 'shape'));
    expect(keyValue(azimuth(shape), 100)).toBe(40);
    expect(keyValue(azimuth(shape), 130)).toBe(0);
    const other = produce(production, (draft) =>
      expect(pasteKeys(draft, clip, 0, 'values', 'cameras/camera-2/carriers/orbit-1').length).toBeGreaterThan(0),
    );
    expect(keyValue(ownerAt(other, 'cameras/camera-2/carriers/orbit-1')?.channels.azimuth as Channel, 0)).toBe(30);
    expect(azimuth(other)).toEqual(azimuth(production));
    // A owner that has none of the channels takes nothing.
    expect(pasteKeys(structuredClone(production), clip, 0, 'values', 'set/floor')).toEqual([]);
  });

  test('moments are put on cues in order; what is left over keeps its distance', () => {
    const done = produce(
      orbiting(),
      (d) =>
        void distributeKeys(
          d,
          [0, 20, 50, 90].map((frame) => ({ owner: ORBIT, frame })),
          [5, 48, 60],
        ),
    );
    expect(frames(azimuth(done))).toEqual([5, 48, 60, 100]);
  });
});

describe('outside the keys', () => {
  const base: Channel = { rest: 0, keys: [key(10, 2), key(20, 8, { join: 'flowing' }), key(40, 5)] };
  test('hold, cycle, cycle adding up, there and back', () => {
    expect([keyValue(base, 0), keyValue(base, 100)]).toEqual([2, 5]);
    const cycle: Channel = { ...base, before: 'cycle', after: 'cycle' };
    for (const f of [12, 25, 39]) for (const turns of [-2, 1, 3]) expect(keyValue(cycle, f + 30 * turns)).toBeCloseTo(keyValue(base, f), 9);
    const climb: Channel = { ...base, after: 'climb' };
    expect(keyValue(climb, 25 + 60)).toBeCloseTo(keyValue(base, 25) + 6, 9);
    const back: Channel = { ...base, after: 'return' };
    expect(keyValue(back, 55)).toBeCloseTo(keyValue(base, 25), 9);
    expect(keyValue(back, 85)).toBeCloseTo(keyValue(base, 25), 9);
    expect(speedAt(back, 55)).toBeCloseTo(-speedAt(base, 25), 6);
  });

  test('a cycle of a straight turn goes on at constant speed (common practice: the join of a turntable is straight)', () => {
    const turn: Channel = { rest: 0, keys: [key(0, 0, { join: 'straight' }), key(100, 360, { join: 'straight' })], after: 'climb' };
    for (let f = 0; f < 950; f += 37) expect(keyValue(turn, f)).toBeCloseTo(3.6 * f, 6);
    // 360° in 4 s at 25 frames a second.
    expect(speedAt(turn, 512.5) * 25).toBeCloseTo(90, 9);
  });
});

const valueAt = (channel: Channel | null, frame: number) => (channel ? keyValue(channel, frame) : NaN);

test('how far an edit takes a path from where it was: nothing where it only comes earlier, and as far as it is moved aside', () => {
  const before = orbiting();
  const shifted = produce(before, (draft) => {
    for (const channel of Object.values(draft.cameras[0]?.carriers[0]?.channels ?? {})) for (const each of channel.keys) each.frame -= 5;
  });
  const span = { from: 0, to: 60, later: 5 };
  const nothing = pathDifference(before, shifted, 'camera-1', span, () => null);
  expect(nothing.metres).toBeLessThan(1e-9);
  const aside = produce(before, (draft) => {
    const [orbit] = draft.cameras[0]?.carriers ?? [];
    if (orbit?.kind === 'orbit') orbit.channels.pivotX.rest += 0.25;
  });
  const found = pathDifference(before, aside, 'camera-1', { ...span, later: 0 }, () => null);
  expect(found.metres).toBeCloseTo(0.25, 9);
  expect(found.degrees).toBeCloseTo(0, 4);
});

describe('closing the loop', () => {
  test('the end takes the value of the start, angles to the nearest whole turn', () => {
    expect(valueAt(closedLoop({ rest: 0, keys: [key(0, 3), key(60, 9)] }, 0, 120, 0), 120)).toBe(3);
    expect(valueAt(closedLoop({ rest: 0, keys: [key(0, 10), key(120, 352)] }, 0, 120, 360), 120)).toBe(370);
    const done = produce(orbiting(), (draft) => void closeTheLoop(draft, 120));
    for (const owner of allOwners(done))
      for (const channel of Object.values(owner.channels)) {
        const [start, end] = [keyValue(channel, 0), keyValue(channel, 120)];
        if (typeof start === 'number') expect(end).toBeCloseTo(start, 9);
        else expect(end).toBe(start);
      }
  });

  test('a drift that could only fly back goes there and back, at rest at both ends; a turn goes on to whole turns', () => {
    const straight = (frame: number, value: number) => key(frame, value, { join: 'straight' });
    const drifting = closedLoop({ rest: 0, keys: [straight(0, -0.3), straight(119, 0.3)] }, 0, 120, 0) as Channel;
    expect([0, 60, 120].map((frame) => valueAt(drifting, frame))).toEqual([-0.3, 0.3, -0.3]);
    expect(speedAt(drifting, 0.001)).toBeCloseTo(0, 3);
    // No step is much farther than the one before.
    for (let f = 0; f < 120; f++) expect(Math.abs(keyValue(drifting, f + 1) - keyValue(drifting, f))).toBeLessThan(0.02);
    const turning = closedLoop({ rest: 0, keys: [straight(0, 0), straight(119, 340)] }, 0, 120, 360) as Channel;
    expect([0, 60, 120].map((frame) => valueAt(turning, frame))).toEqual([0, 180, 360]);
    // One that is keyed to the very end would stand still if its end were its beginning.
    expect(valueAt(closedLoop({ rest: 0, keys: [straight(0, 1), straight(120, 2)] }, 0, 120, 0), 60)).toBe(2);
  });

  test('what can only jump is left as it is, and named with its frames', () => {
    const production = produce(orbiting(), (draft) => {
      const [orbit] = draft.cameras[0]?.carriers ?? [];
      if (orbit?.kind === 'orbit') orbit.channels.radius.keys = [key(0, 8), key(40, 6), key(80, 5), key(118, 2)];
    });
    let left: OpenEnd[] = [];
    const done = produce(production, (draft) => void (left = closeTheLoop(draft, 120)));
    expect(left).toEqual([{ owner: 'cameras/camera-1/carriers/orbit-1', label: 'Orbit, Camera 1: radius', from: 118, to: 120 }]);
    expect(done.cameras[0]?.carriers[0]?.channels).toMatchObject({ radius: { keys: [{}, {}, {}, { frame: 118, value: 2 }] } });
  });
});

describe('moves', () => {
  test('a drift can be laid under each shot at once, on the camera that it is seen by', () => {
    const production = orbiting();
    const two = produce(production, (draft) => {
      draft.cameras.push({ ...(JSON.parse(JSON.stringify(draft.cameras[0])) as Production['cameras'][number]), id: 'camera-2' });
      splitShot(draft, 40, 'camera-2');
      driftUnderShots(draft, 'right', 0.2);
    });
    const slides = two.cameras.map(({ carriers }) =>
      carriers.filter(({ kind }) => kind === 'slide').map(({ channels }) => (channels as { x: Channel }).x.keys),
    );
    expect(slides.map((of) => of.map((keys) => keys.map(({ frame, value }) => [frame, value])))).toEqual([
      [
        [
          [0, -0.1],
          [39, 0.1],
        ],
      ],
      [
        [
          [40, -0.1],
          [production.format.length - 1, 0.1],
        ],
      ],
    ]);
  });

  test('a drift is constant and leaves the middle of its span where it was', () => {
    const production = orbiting();
    const done = produce(production, (draft) => void drift(draft, 'camera-1', 20, 80, 'in', 0.6));
    const at = (p: Production, frame: number) => positionOf(rigPose(p.cameras[0]?.carriers ?? [], frame));
    expect(distance(at(done, 50), at(production, 50))).toBeLessThan(1e-9);
    const forward = forwardOf(rigPose(production.cameras[0]?.carriers ?? [], 80));
    expect(dot(subtract(at(done, 80), at(production, 80)), forward)).toBeCloseTo(0.3, 9);
    expect(speedAt(ownerAt(done, 'cameras/camera-1/carriers/slide-1')?.channels.z as Channel, 33)).toBeCloseTo(-0.01, 9);
  });

  test('an overlapped move begins before the last one ends, and ends where it ended', () => {
    const production = orbiting();
    const done = produce(production, (draft) => void overlap(draft, 'camera-1', 'orbit-1', 50, 5));
    const pose = (p: Production, frame: number) => rigPose(p.cameras[0]?.carriers ?? [], frame);
    expect(done.cameras[0]?.carriers.map(({ kind }) => kind)).toEqual(['orbit', 'slide']);
    pose(done, 85).forEach((v, i) => expect(v).toBeCloseTo(pose(production, 90)[i] as number, 8));
    pose(done, 15).forEach((v, i) => expect(v).toBeCloseTo(pose(production, 15)[i] as number, 8));
    const moving = (frame: number) => distance(positionOf(pose(done, frame - 0.5)), positionOf(pose(done, frame + 0.5)));
    expect(moving(49)).toBeGreaterThan(0.005);
    expect(overlap(structuredClone(production), 'camera-1', 'orbit-1', 90)).toBeNull();
  });

  test('a pivot put on a point is looked at from where the camera stands', () => {
    const production = orbiting();
    const before = rigPose(production.cameras[0]?.carriers ?? [], 20);
    const after = rigPose(
      produce(production, (draft) => putPivot(draft, 'camera-1', 'orbit-1', 20, before, [1, 0.5, -2])).cameras[0]?.carriers ?? [],
      20,
    );
    expect(distance(positionOf(after), positionOf(before))).toBeLessThan(1e-9);
    expect(dot(forwardOf(after), normalise(subtract([1, 0.5, -2], positionOf(after))))).toBeCloseTo(1, 12);
  });
});

describe('cues', () => {
  test('every two seconds at 25 frames a second (common practice), by hand, and gone again', () => {
    expect(evenCues(150, 25, 2)).toEqual([0, 50, 100]);
    const done = produce(orbiting(), (draft) => {
      setCues(draft, evenCues(120, 25, 2));
      addCue(draft, 75, 'bell');
      addCue(draft, 75.2);
      removeCue(draft, 'cue-1');
    });
    expect(done.cues.map(({ frame }) => frame)).toEqual([50, 75, 100]);
    expect([onCue(done.cues, 73, 3), onCue(done.cues, 60, 3)]).toEqual([75, 60]);
  });

  test('what hangs on a cue follows it: keys and shots on its frame', () => {
    const hung = produce(orbiting(), (draft) => {
      setCues(draft, [20, 50, 90]);
      splitShot(draft, 50, 'camera-1');
    });
    const done = produce(hung, (draft) => moveCue(draft, 'cue-2', 56, true));
    expect(frames(azimuth(done))).toEqual([0, 20, 56, 90]);
    expect(done.shots[1]?.from).toBe(56);
    const alone = produce(hung, (draft) => moveCue(draft, 'cue-2', 56, false));
    expect([frames(azimuth(alone)), alone.cues[1]?.frame]).toEqual([[0, 20, 50, 90], 56]);
    // Never past its neighbours.
    expect(produce(hung, (draft) => moveCue(draft, 'cue-2', 300, true)).cues[1]?.frame).toBe(89.5);
  });
});

describe('whatever is done to random keys', () => {
  const random = seededRandom(77);
  const pick = (n: number) => Math.floor(random() * n);
  const JOINS = ['straight', 'eased', 'flowing', 'held'] as const;

  function randomChannel(): Channel {
    const at = new Set(Array.from({ length: 2 + pick(9) }, () => pick(200)));
    return {
      rest: random(),
      keys: [...at]
        .sort((a, b) => a - b)
        .map((frame) =>
          key(frame, random() * 20 - 10, {
            join: JOINS[pick(4)] as Key['join'],
            arrive: { influence: random(), speed: random() * 6 - 3 },
            leave: { influence: random(), speed: random() * 6 - 3 },
            bounces: pick(8) === 0 ? 2 : 0,
          }),
        ),
    };
  }

  test('values are finite everywhere, and jump nowhere but after a held key', () => {
    for (let n = 0; n < 150; n++) {
      const channel = randomChannel();
      for (let i = 0; i < 80; i++) expect(Number.isFinite(keyValue(channel, random() * 260 - 30))).toBe(true);
      channel.keys.forEach(({ frame }, i) => {
        const before = channel.keys[i - 1];
        if (before?.join === 'held') return;
        // A span whose handles reach over all of it may pass its middle upright, but never its ends.
        expect(Math.abs(keyValue(channel, frame) - keyValue(channel, frame - 1e-9))).toBeLessThan(0.05);
      });
    }
  });

  test('frozen keys, which are made ready once, give the same values as keys that may still change', () => {
    for (let n = 0; n < 120; n++) {
      const channel: Channel = { ...randomChannel(), after: (['hold', 'cycle', 'climb', 'return'] as const)[pick(4)] };
      const ready = freeze(structuredClone(channel), true);
      for (let i = 0; i < 60; i++) {
        const frame = random() * 300 - 40;
        expect(keyValue(ready, frame)).toBeCloseTo(keyValue(channel, frame), 8);
      }
      for (const { frame } of channel.keys) expect(keyValue(ready, frame)).toBe(keyValue(channel, frame));
    }
  });

  test('flowing joins keep speed on both sides of a key', () => {
    for (let n = 0; n < 60; n++) {
      const channel = randomChannel();
      channel.keys.forEach((k) => Object.assign(k, { join: 'flowing', bounces: 0 }));
      for (const { frame } of channel.keys.slice(1, -1)) expect(speedAt(channel, frame - 1e-6)).toBeCloseTo(speedAt(channel, frame), 3);
    }
  });

  test('any edit undone gives the same bytes', () => {
    const documents = createProductionStore(orbiting());
    const bytes = () => JSON.stringify(documents.store.getState().production);
    const edits: ((draft: Production) => void)[] = [
      (d) => shiftKeys(d, middle, 1 + pick(9)),
      (d) => stretchKeys(d, middle, 20, 0.5 + random() * 2),
      (d) => reverseKeys(d, middle),
      (d) => removeKeys(d, middle),
      (d) => closeTheLoop(d, 120),
      (d) => void drift(d, 'camera-1', 0, 50, 'left', 0.4),
      (d) => void overlap(d, 'camera-1', 'orbit-1', 20),
      (d) => void splitShot(d, 30 + pick(50), 'camera-1'),
      (d) => setCues(d, evenCues(120, 25, 1)),
      (d) => void duplicateCamera(d, 'camera-1'),
    ];
    for (let n = 0; n < 40; n++) {
      const before = bytes();
      documents.edit(edits[pick(edits.length)] as (draft: Production) => void);
      const after = bytes();
      if (after === before) continue;
      expect(productionSchema.safeParse(JSON.parse(after)).success).toBe(true);
      documents.undo();
      expect(bytes()).toBe(before);
      documents.redo();
      expect(bytes()).toBe(after);
      if (n % 3 === 0) documents.undo();
    }
  });

  test('flowing joins through even samples of a smooth curve lie near a Catmull-Rom spline of the library three', () => {
    const samples = Array.from({ length: 12 }, (_, i) => [i * 10, 5 * Math.sin(i * 0.35)] as const);
    const ours: Channel = { rest: 0, keys: samples.map(([frame, value]) => key(frame, value, { join: 'flowing' })) };
    const theirs = new CatmullRomCurve3(
      samples.map(([x, y]) => new Vector3(x, y, 0)),
      false,
      'catmullrom',
      0.5,
    );
    for (let u = 0.1; u < 0.9; u += 0.01) {
      const { x, y } = theirs.getPoint(u);
      expect(Math.abs(keyValue(ours, x) - y)).toBeLessThan(0.12);
    }
  });
});
