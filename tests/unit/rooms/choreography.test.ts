import { jest } from '@jest/globals';
import { cameraPose } from '@/core/frame/camera-pose';
import { shotCamera } from '@/core/frame/shot-camera';
import { stretched } from '@/core/motion/bent-time';
import { keyValue } from '@/core/motion/key-value';
import { resolverOf } from '@/core/production/resolver';
import { ownerAt } from '@/core/production/owners/owners';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { duplicateCamera, splitShot } from '@/core/production/edits/shot-edits';
import { readProduction } from '@/core/production/migrate';
import { CURRENT_VERSION, emptyProduction, type Production } from '@/core/production/production';
import { shotSpans } from '@/core/production/shots';
import { forwardOf, positionOf } from '@/core/space/matrix';
import { distance, dot, subtract } from '@/core/space/vector';
import { carryFrames } from '@/core/production/carry';
import { paceMoves } from '@/core/production/edits/key-edits';
import { PACES } from '@/core/motion/pace';
import { evaluate } from '@/core/frame/evaluate';
import { setStation } from '@/core/production/edits/channel-edits';
import type { Autosave } from '@/rooms/workspace/autosave';
import { COMMANDS } from '@/rooms/commands/commands';
import { fly, landHere } from '@/rooms/looking/flight';
import { copySelectedKeys, pasteCopiedKeys, removeSelectedKeys, selectedKeys, shiftSelectedKeys } from '@/rooms/commands/key-commands';
import { focusAt } from '@/rooms/looking/pick-focus';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { sceneFrame, seenCamera } from '@/rooms/looking/seen';
import { splitAtPlayhead } from '@/rooms/commands/shot-commands';
import { seekScene } from '@/rooms/looking/transport';
import { createViewStore } from '@/rooms/workspace/view-store';
import type { Workspace } from '@/rooms/workspace/workspace';

const nowhere = () => null;

function workspace(recipe: (draft: Production) => void = () => undefined): Workspace {
  const production = emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length: 100 });
  recipe(production);
  return {
    id: 'x',
    documents: createProductionStore(production),
    view: createViewStore(),
    autosave: {} as Autosave,
    picture: null,
    canvas: null,
  };
}
const of = (w: Workspace): Production => w.documents.store.getState().production;
const run = (w: Workspace, id: string) =>
  COMMANDS.find((command) => command.id === id)?.run({ workspace: w, goTo: jest.fn<() => void>(), openFinder: jest.fn<() => void>() });
const keysOf = (w: Workspace, camera = 'camera-1', name = 'azimuth') =>
  ownerAt(of(w), `cameras/${camera}/carriers/orbit-1`)?.channels[name]?.keys.map(({ frame }) => frame);

const two = (draft: Production) => {
  duplicateCamera(draft, 'camera-1');
  splitShot(draft, 40, 'camera-2');
};

describe('what is done in one press', () => {
  const cued = (draft: Production) => {
    draft.cues = [20, 50, 80].map((frame, i) => ({ id: `cue-${i}`, frame, name: '' }));
    setStation(draft, 'cameras/camera-1/carriers/orbit-1', 0, { azimuth: -40 });
    setStation(draft, 'cameras/camera-1/carriers/orbit-1', 99, { azimuth: 60 });
  };

  test('a shot begins at every cue, its camera where the old one was there; in one step of undo', () => {
    const w = workspace(cued);
    const before = of(w);
    run(w, 'split-cues');
    expect(of(w).shots.map(({ from }) => from)).toEqual([0, 20, 50, 80]);
    expect(new Set(of(w).shots.map(({ cameraId }) => cameraId)).size).toBe(4);
    for (const frame of [20, 50, 80])
      evaluate(of(w), frame / 25, nowhere).camera.pose.forEach((v, i) =>
        expect(v).toBeCloseTo(evaluate(before, frame / 25, nowhere).camera.pose[i] as number, 6),
      );
    w.documents.undo();
    expect(of(w)).toBe(before);
  });

  test('all cuts become carries, none longer than its shot, and cuts again', () => {
    const w = workspace((draft) => {
      two(draft);
      splitShot(draft, 44, 'camera-1');
    });
    run(w, 'all-carries');
    expect(of(w).shots.slice(1).map(carryFrames)).toEqual([3, 6]);
    run(w, 'all-cuts');
    expect(of(w).shots.map(carryFrames)).toEqual([0, 0, 0]);
  });

  test('several moves take one pace', () => {
    const w = workspace((draft) => {
      for (const [frame, azimuth] of [
        [0, 0],
        [30, 50],
        [60, 20],
      ] as const)
        setStation(draft, 'cameras/camera-1/carriers/orbit-1', frame, { azimuth, height: azimuth / 2 });
    });
    w.documents.edit((draft) =>
      paceMoves(
        draft,
        [0, 30, 60].map((frame) => ({ owner: 'cameras/camera-1/carriers/orbit-1', frame })),
        PACES.settle,
      ),
    );
    for (const name of ['azimuth', 'height']) {
      const [first, middle, last] = ownerAt(of(w), 'cameras/camera-1/carriers/orbit-1')?.channels[name]?.keys ?? [];
      expect([first?.leave, middle?.leave, middle?.arrive, last?.arrive]).toEqual([
        PACES.settle.leave,
        PACES.settle.leave,
        PACES.settle.arrive,
        PACES.settle.arrive,
      ]);
    }
  });

  test('Escape gives up the nearest thing in hand: a flight, then what is picked, then what is selected', () => {
    const w = workspace(cued);
    w.view.setState({
      selection: { kind: 'camera', id: 'camera-1' },
      pick: { kind: 'station', owner: 'cameras/camera-1/carriers/orbit-1', frame: 0 },
    });
    fly(w, { orbit: [5, 0] });
    const held = () => [w.view.getState().flight !== null, w.view.getState().pick !== null, w.view.getState().selection !== null];
    run(w, 'end-flight');
    expect(held()).toEqual([false, true, true]);
    run(w, 'end-flight');
    expect(held()).toEqual([false, false, true]);
    run(w, 'end-flight');
    expect(held()).toEqual([false, false, false]);
  });
});

describe('the camera that is seen', () => {
  test('is the shot’s at the playhead, unless another is looked through', () => {
    const w = workspace(two);
    expect(seenCamera(of(w), w.view.getState()).id).toBe('camera-1');
    w.view.setState({ playhead: 40 });
    expect(seenCamera(of(w), w.view.getState()).id).toBe('camera-2');
    w.view.setState({ through: 'camera-1' });
    expect(seenCamera(of(w), w.view.getState()).id).toBe('camera-1');
    // One that is gone is not looked through.
    w.view.setState({ through: 'camera-9' });
    expect(seenCamera(of(w), w.view.getState()).id).toBe('camera-2');
  });

  test('is the one that is flown and landed', () => {
    const w = workspace(two);
    w.view.setState({ playhead: 60 });
    fly(w, { orbit: [30, 0] });
    landHere(w);
    expect(keysOf(w, 'camera-2')).toEqual([60]);
    expect(keysOf(w, 'camera-1')).toEqual([]);
  });
});

describe('under bent time', () => {
  const slow = (draft: Production) => void (draft.time.channels.scene.keys = stretched(0, 99, 0.5));

  test('keys land at the scene’s frame, and a station is gone to where it is seen', () => {
    const w = workspace(slow);
    w.view.setState({ playhead: 60 });
    expect(sceneFrame(of(w), 60)).toBe(30);
    landHere(w);
    expect(keysOf(w)).toEqual([30]);
    w.view.setState({ playhead: 0 });
    seekScene(w, 30);
    expect(w.view.getState().playhead).toBe(60);
  });

  test('where a scene’s frame is seen twice the nearer one is gone to; where never, the nearest', () => {
    const w = workspace((draft) => void (draft.time.channels.scene.keys = stretched(0, 99, -1)));
    seekScene(w, 90);
    expect(w.view.getState().playhead).toBe(9);
    seekScene(w, 500);
    expect(w.view.getState().playhead).toBe(0);
  });
});

describe('splitting at the playhead', () => {
  test('a new camera stands where the picture was taken from, flown to or not; the same camera goes on', () => {
    const w = workspace();
    w.view.setState({ playhead: 30 });
    fly(w, { orbit: [50, 10], dolly: 0.7 });
    const flown = w.view.getState().flight?.pose ?? [];
    splitAtPlayhead(w, true);
    expect(shotSpans(of(w)).map(({ cameraId, from }) => [cameraId, from])).toEqual([
      ['camera-1', 0],
      ['camera-2', 30],
    ]);
    shotCamera(of(w), 30, nowhere).pose.forEach((v, i) => expect(v).toBeCloseTo(flown[i] as number, 9));
    expect(w.view.getState()).toMatchObject({ flight: null, selection: { kind: 'shot' } });
    w.view.setState({ playhead: 70 });
    splitAtPlayhead(w, false);
    expect(shotSpans(of(w)).map(({ cameraId }) => cameraId)).toEqual(['camera-1', 'camera-2', 'camera-2']);
    // Where a shot begins there is nothing to split.
    const before = of(w);
    splitAtPlayhead(w, true);
    expect(of(w)).toBe(before);
    w.documents.undo();
    w.documents.undo();
    expect(of(w).cameras).toHaveLength(1);
  });
});

describe('keys by command', () => {
  const keyed = () => {
    const w = workspace(two);
    for (const [frame, turn] of [
      [10, 20],
      [20, -35],
    ] as const) {
      w.view.setState({ playhead: frame });
      fly(w, { orbit: [turn, 0] });
      landHere(w);
    }
    return w;
  };
  const owner = 'cameras/camera-1/carriers/orbit-1';

  test('a picked move means its two stations; selected keys come before what is picked', () => {
    const w = keyed();
    w.view.setState({ pick: { kind: 'move', owner, from: 10, to: 20 } });
    expect(selectedKeys(w).map(({ frame }) => frame)).toEqual([10, 20]);
    w.view.setState({ keys: [{ owner, frame: 20 }] });
    expect(selectedKeys(w)).toEqual([{ owner, frame: 20 }]);
  });

  test('copied keys are pasted at the playhead, onto the camera that is selected, and are selected then', () => {
    const w = keyed();
    w.view.setState({
      keys: [
        { owner, frame: 10 },
        { owner, frame: 20 },
      ],
    });
    copySelectedKeys(w);
    w.view.setState({ playhead: 50, keys: [], pick: null, selection: { kind: 'camera', id: 'camera-2' }, carrierId: 'orbit-1' });
    pasteCopiedKeys(w, 'values');
    expect(keysOf(w, 'camera-2')).toEqual([50, 60]);
    expect(w.view.getState().keys).toContainEqual(expect.objectContaining({ owner: 'cameras/camera-2/carriers/orbit-1', frame: 60 }));
    const value = (camera: string, frame: number) => resolverOf(of(w)).at(`cameras/${camera}/carriers/orbit-1`, 'azimuth', frame) as number;
    expect(value('camera-2', 55)).toBeCloseTo(value('camera-1', 15), 9);
  });

  test('keys of one channel go to the channel whose curve is shown', () => {
    const w = keyed();
    w.view.setState({
      keys: [
        { owner, name: 'azimuth', frame: 10 },
        { owner, name: 'azimuth', frame: 20 },
      ],
    });
    copySelectedKeys(w);
    w.view.setState({ playhead: 70, timelineAs: 'curves', curve: 'roll', pick: { kind: 'station', owner, frame: 20 } });
    pasteCopiedKeys(w, 'shape');
    expect(keysOf(w, 'camera-1', 'roll')).toEqual([10, 20, 70, 80]);
    expect(keysOf(w)).toEqual([10, 20]);
  });

  test('moved, they stop at the first frame; removed, nothing else goes', () => {
    const w = keyed();
    w.view.setState({
      keys: [
        { owner, frame: 10 },
        { owner, frame: 20 },
      ],
    });
    shiftSelectedKeys(w, -40, 'drag');
    expect(keysOf(w)).toEqual([0, 10]);
    expect(w.view.getState().keys.map(({ frame }) => frame)).toEqual([0, 10]);
    w.view.setState({ keys: [{ owner, frame: 10 }] });
    expect(removeSelectedKeys(w)).toBe(true);
    expect(keysOf(w)).toEqual([0]);
    expect(removeSelectedKeys(w)).toBe(false);
  });

  test('cues, loops and cuts have their commands', () => {
    const w = keyed();
    w.view.setState({ playhead: 33 });
    run(w, 'add-cue');
    expect(of(w).cues.map(({ frame }) => frame)).toEqual([33]);
    run(w, 'close-loop');
    expect(keyValue(ownerAt(of(w), owner)?.channels.azimuth ?? { rest: 0, keys: [] }, 100)).toBeCloseTo(20, 6);
    run(w, 'constant');
    expect(new Set(ownerAt(of(w), owner)?.channels.azimuth?.keys.map(({ join }) => join))).toEqual(new Set(['straight']));
    w.view.setState({ selection: { kind: 'shot', id: 'shot-2' }, pick: null, keys: [] });
    run(w, 'remove');
    expect(of(w).shots).toHaveLength(1);
  });
});

describe('focus picked in the picture', () => {
  test('is the point of the surface that was pressed on, whatever the lens', () => {
    const w = workspace((draft) => void addWordmark(draft, 'REEF'));
    focusAt(w, 'focus', 0.4, -0.25, 6.5);
    const camera = of(w).cameras[0] as Production['cameras'][number];
    expect(camera.focus.on).toBe('point');
    const { x, y, z } = camera.focus.point;
    const pose = cameraPose(of(w), camera, 0, nowhere);
    // 6.5 m along the axis; across by 0.4 of half the frame's width there (36 mm over 35 mm).
    expect(dot(subtract([x, y, z], positionOf(pose)), forwardOf(pose))).toBeCloseTo(6.5, 2);
    expect(x).toBeCloseTo(((0.4 * 36) / 2 / 35) * 6.5, 2);
    expect(distance([x, y, z], positionOf(pose))).toBeGreaterThan(6.5);
  });

  test('a press on nothing leaves it, and ends the asking', () => {
    const w = workspace();
    w.view.setState({ pickFocus: 'focus' });
    const before = of(w);
    focusAt(w, 'focus', 0, 0, NaN);
    expect(of(w)).toBe(before);
    expect(w.view.getState().pickFocus).toBeNull();
  });
});

test('a production of version 3 keeps what its lens was focused on', () => {
  const { cameras, ...rest } = emptyProduction('Old', { width: 640, height: 360, rate: '25', length: 10 });
  const { focus: _focus, iris: _iris, hold: _hold, ...camera } = cameras[0] as Production['cameras'][number];
  const old = (focusOn: string | null) => readProduction({ ...rest, version: 3, cameras: [{ ...camera, focusOn }] });
  expect(old('mark-1').cameras[0]?.focus).toMatchObject({ on: 'front', markId: 'mark-1' });
  expect(old(null).cameras[0]?.focus).toMatchObject({ on: 'distance', markId: null });
  expect(old(null).version).toBe(CURRENT_VERSION);
});
