import { jest } from '@jest/globals';
import { evaluate } from '@/core/frame/evaluate';
import { setStation } from '@/core/production/edits/channel-edits';
import { addCarrier } from '@/core/production/edits/camera-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction } from '@/core/production/production';
import { rigPose } from '@/core/rig/rig';
import { forwardOf, positionOf } from '@/core/space/matrix';
import { distance, dot, subtract } from '@/core/space/vector';
import { boxHull, fitting, frameCorners, gridStep, projection } from '@/parts/plan-view/plan-geometry';
import { onPlane, strokeOf } from '@/parts/section-view/section-geometry';
import type { Autosave } from '@/rooms/workspace/autosave';
import { endFlight, fly, landHere } from '@/rooms/looking/flight';
import { seenState } from '@/rooms/looking/use-frame-state';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { seek, stepBy, stepKey, togglePlay } from '@/rooms/looking/transport';
import { createViewStore } from '@/rooms/workspace/view-store';
import type { Workspace } from '@/rooms/workspace/workspace';
import { IDENTITY } from '@/core/space/matrix';
import { PerspectiveCamera, Vector3 } from 'three';

function workspace(length = 100): Workspace {
  const documents = createProductionStore(emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length }));
  return { id: 'x', documents, view: createViewStore(), autosave: {} as Autosave, picture: null, canvas: null };
}
const poseOf = ({ documents, view }: Workspace) => {
  const { production } = documents.store.getState();
  const { playhead, flight } = view.getState();
  return flight?.pose ?? rigPose(production.cameras[0]?.carriers ?? [], playhead);
};

describe('flying', () => {
  test('orbits about what is looked at: the distance stays, the middle of the picture too', () => {
    const w = workspace();
    fly(w, { orbit: [35, 20] });
    const pose = poseOf(w);
    expect(distance(positionOf(pose), [0, 0, 0])).toBeCloseTo(8, 9);
    const toPivot = subtract([0, 0, 0], positionOf(pose));
    expect(dot(forwardOf(pose), toPivot)).toBeCloseTo(8, 9);
  });

  test('dollies nearer by its factor, trucks across without turning, rolls without moving', () => {
    const w = workspace();
    fly(w, { dolly: 0.5 });
    expect(positionOf(poseOf(w))[2]).toBeCloseTo(4, 9);
    const ahead = forwardOf(poseOf(w));
    fly(w, { truck: [0.25, 0] });
    expect(positionOf(poseOf(w))[0]).toBeCloseTo(1, 9);
    forwardOf(poseOf(w)).forEach((v, i) => expect(v).toBeCloseTo(ahead[i] as number, 9));
    const before = positionOf(poseOf(w));
    fly(w, { rollDeg: 15 });
    expect(positionOf(poseOf(w))).toEqual(before);
  });

  test('changes nothing until it is landed; then the rig stands there, in one step of undo', () => {
    const w = workspace();
    const untouched = w.documents.store.getState().production;
    fly(w, { orbit: [40, 10], dolly: 0.8 });
    expect(w.documents.store.getState().production).toBe(untouched);
    const flown = poseOf(w);
    w.view.setState({ playhead: 12 });
    landHere(w);
    expect(w.view.getState().flight).toBeNull();
    poseOf(w).forEach((v, i) => expect(v).toBeCloseTo(flown[i] as number, 9));
    w.documents.undo();
    expect(w.documents.store.getState().production).toBe(untouched);
  });

  test.each([1, 0.5])('with its aim held (%d) a camera lands in the pose that was flown to', (amount) => {
    const w = workspace();
    w.documents.edit((draft) => {
      const [camera] = draft.cameras;
      if (!camera) return;
      Object.assign(camera.aim.settings, { on: 'point', point: { x: 1, y: 2, z: -1 } });
      camera.aim.channels.amount.rest = amount;
    });
    const seen = () => seenState(w).camera.pose;
    const before = seen();
    fly(w, { orbit: [1e-9, 0] });
    seen().forEach((v, i) => expect(v).toBeCloseTo(before[i] as number, 6));
    fly(w, { orbit: [20, 12], dolly: 0.7 });
    fly(w, { truck: [0.2, 0.1], rollDeg: 7 });
    const flown = seen();
    landHere(w);
    seen().forEach((v, i) => expect(v).toBeCloseTo(flown[i] as number, 9));
  });

  test('given up, the camera is where its rig has it', () => {
    const w = workspace();
    const own = poseOf(w);
    fly(w, { orbit: [40, 10] });
    endFlight(w);
    expect(poseOf(w)).toEqual(own);
  });

  test('lands on the carrier that is chosen; the others keep their keys', () => {
    const w = workspace();
    w.documents.edit((draft) => void addCarrier(draft, 'camera-1', 'slide'));
    w.view.setState({ carrierId: 'slide-1' });
    fly(w, { orbit: [10, 5] });
    landHere(w);
    const [orbit, slide] = w.documents.store.getState().production.cameras[0]?.carriers ?? [];
    expect(Object.values(orbit?.channels ?? {}).every((c) => c.keys.length === 0)).toBe(true);
    // How much the carrier counts is no part of a pose.
    expect(
      Object.entries(slide?.channels ?? {})
        .filter(([name]) => name !== 'weight' && name !== 'on')
        .every(([, c]) => c.keys.length === 1),
    ).toBe(true);
  });
});

describe('the playhead', () => {
  const keyed = () => {
    const w = workspace();
    w.documents.edit((draft) => {
      addWordmark(draft, 'A');
      for (const frame of [10, 30, 70]) setStation(draft, 'cameras/camera-1/carriers/orbit-1', frame, { azimuth: frame });
      setStation(draft, 'marks/mark-1', 50, { x: 1 });
    });
    return w;
  };

  test('stays within the production and steps by whole frames', () => {
    const w = keyed();
    // The frame after the last can be stood on: there a whole turn ends.
    seek(w, 1e9);
    expect(w.view.getState().playhead).toBe(100);
    stepBy(w, 5);
    expect(w.view.getState().playhead).toBe(100);
    seek(w, Infinity);
    expect(w.view.getState().playhead).toBe(99);
    seek(w, -4);
    expect(w.view.getState().playhead).toBe(0);
  });

  test('goes from key to key, in the lane that is picked or in all of them', () => {
    const w = keyed();
    const visited = Array.from({ length: 5 }, () => (stepKey(w, 1), w.view.getState().playhead));
    expect(visited).toEqual([10, 30, 50, 70, 70]);
    w.view.setState({ pick: { kind: 'station', owner: 'cameras/camera-1/carriers/orbit-1', frame: 70 } });
    stepKey(w, -1);
    expect(w.view.getState().playhead).toBe(30);
  });

  test('plays in real time: however few pictures are drawn, a second is a second', () => {
    let now = 0;
    const waiting: ((time: number) => void)[] = [];
    jest.spyOn(performance, 'now').mockImplementation(() => now);
    Object.assign(globalThis, { requestAnimationFrame: (next: (time: number) => void) => waiting.push(next) });
    const w = keyed();
    togglePlay(w);
    for (const time of [40, 700, 1000, 2960]) {
      now = time;
      waiting.splice(0).forEach((next) => next(time));
      expect(w.view.getState().playhead).toBe(Math.floor((time / 1000) * 25));
    }
    now = 4040;
    waiting.splice(0).forEach((next) => next(now));
    expect(w.view.getState().playhead).toBe(1);
    togglePlay(w);
    expect(w.view.getState().playing).toBe(false);
    jest.restoreAllMocks();
  });
});

describe('the plan', () => {
  test('from above, depth runs down the page; from the side, up is up and the audience on the right', () => {
    expect(projection('above').point([1, 2, 3])).toEqual([1, 3]);
    expect(projection('side').point([1, 2, 3])).toEqual([3, -2]);
  });

  test('from anywhere, a shift on the page is that shift of the world as the page shows it', () => {
    for (const plane of [
      projection('above'),
      projection('side'),
      projection('outside', { azimuth: 50, height: 20 }),
      projection('outside', { azimuth: -130, height: -70 }),
    ]) {
      plane.point(plane.shift(0.4, -0.7)).forEach((v, i) => expect(v).toBeCloseTo([0.4, -0.7][i] as number, 12));
    }
  });

  test('the cone of view is what the lens sees (three’s projection puts its corners into the picture’s corners)', () => {
    const { camera } = evaluate(emptyProduction('T', { width: 1920, height: 1080, rate: '25', length: 10 }), 0, () => null);
    const theirs = new PerspectiveCamera(
      (2 * Math.atan(camera.sensorHeightMm / (2 * camera.focalLengthMm)) * 180) / Math.PI,
      16 / 9,
      0.1,
      100,
    );
    theirs.position.set(...(positionOf(camera.pose) as [number, number, number]));
    theirs.updateMatrixWorld();
    for (const corner of frameCorners(camera, 6)) {
      const seen = new Vector3(...corner).project(theirs);
      expect(Math.abs(seen.x)).toBeCloseTo(1, 6);
      expect(Math.abs(seen.y)).toBeCloseTo(1, 6);
    }
  });

  test('shows everything there is, with the grid neither crowded nor empty', () => {
    const box = boxHull(projection('above'), IDENTITY, { min: [-3, -1, -9], max: [2, 1, 4] });
    const { centre, scale } = fitting(box, 224, 360);
    for (const [x, y] of box) {
      expect(Math.abs(x - centre[0]) * scale).toBeLessThan(112);
      expect(Math.abs(y - centre[1]) * scale).toBeLessThan(180);
    }
    for (const s of [0.3, 2, 40, 700, 3000]) expect(gridStep(s) * s).toBeGreaterThanOrEqual(22);
  });
});

test('a stroke in the section knows its wall, its face and where they end', () => {
  const chamfered = [0, 0, 10, 0, 10, 3, 9, 4, 1, 4, 0, 3];
  expect(strokeOf(chamfered)).toMatchObject({ left: 0, right: 10, faceLeft: 1, faceRight: 9, bottom: 0, top: 4 });
  expect(onPlane(0.12345, [], 0.01)).toBeCloseTo(0.123, 12);
  expect(onPlane(0.12345, [0.1305], 0.01)).toBe(0.1305);
});
