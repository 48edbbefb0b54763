import { produce } from 'immer';
import { domeLight, elementShare, surroundingsRadiance } from '@/core/frame/dome-formula';
import { restingSurroundings } from '@/core/frame/dome-state';
import { evaluate } from '@/core/frame/evaluate';
import type { MarkExtent } from '@/core/frame/frame-state';
import { DOME_PRESET_NAMES, surroundingsOf } from '@/core/production/dome-presets';
import { addElement, addSurroundings, removeSurroundings, setSurroundings, turnDome } from '@/core/production/edits/dome-edits';
import { addLight, duplicateLight, highlightAt, removeLight, sweepLight } from '@/core/production/edits/light-edits';
import { addWordmark, removeMark } from '@/core/production/edits/mark-edits';
import { LIGHT_START_NAMES, startLighting } from '@/core/production/light-starts';
import { LIGHTS } from '@/core/production/owners/lights/lights';
import { emptyProduction, MAX_LIGHTS, productionSchema, type Production } from '@/core/production/production';
import { moveOwner } from '@/core/production/edits/channel-edits';
import { forwardOf, IDENTITY, positionOf } from '@/core/space/matrix';
import { directionFrame } from '@/core/space/direction-frame';
import { distance, dot, normalise, subtract, type Vec3 } from '@/core/space/vector';

const BOUNDS: MarkExtent = { min: [-2, -0.5, -0.1], max: [2, 0.5, 0.1] };
const bare = (recipe: (draft: Production) => void = () => undefined) =>
  produce(emptyProduction('Lights', { width: 64, height: 36, rate: '25', length: 100 }), (draft) => {
    draft.lights = [];
    recipe(draft);
  });
const stateOf = (production: Production, frame = 0, options = {}) => evaluate(production, frame / 25, () => BOUNDS, options);

describe('a light', () => {
  test('that is aimed at a mark follows it wherever it goes', () => {
    const production = bare((draft) => {
      const id = addWordmark(draft, 'LIT');
      const mark = draft.marks[0] as Production['marks'][number];
      mark.channels.x.keys = [
        { frame: 0, value: -3, join: 'straight', arrive: { influence: 0.4, speed: 1 }, leave: { influence: 0.4, speed: 1 }, bounces: 0 },
        { frame: 50, value: 5, join: 'straight', arrive: { influence: 0.4, speed: 1 }, leave: { influence: 0.4, speed: 1 }, bounces: 0 },
      ];
      addLight(draft, 'spot', { channels: { x: 0, y: 4, z: 3 }, settings: { aim: { on: 'mark', markId: id } } });
    });
    for (const [frame, x] of [
      [0, -3],
      [25, 1],
      [50, 5],
    ] as const) {
      const pose = stateOf(production, frame).lights[0]?.pose ?? [];
      const wanted = normalise(subtract([x, 0, 0], positionOf(pose)));
      expect(dot(forwardOf(pose), wanted)).toBeCloseTo(1, 6);
    }
  });

  test('that a camera carries stands beside it at every frame; without that camera it stands by itself', () => {
    const production = bare((draft) => {
      addLight(draft, 'area', {
        channels: { x: 0, y: 0.5, z: 0 },
        settings: { bearer: { kind: 'camera', cameraId: 'camera-1' }, aim: { on: 'nothing' } },
      });
    });
    const { camera, lights } = stateOf(production);
    expect(distance(positionOf(lights[0]?.pose ?? []), positionOf(camera.pose))).toBeCloseTo(0.5, 9);
    expect(dot(forwardOf(lights[0]?.pose ?? []), forwardOf(camera.pose))).toBeCloseTo(1, 9);
  });

  test('goes on by itself when the mark that it refers to is gone', () => {
    const production = bare((draft) => {
      const id = addWordmark(draft, 'GONE');
      addLight(draft, 'spot', { settings: { aim: { on: 'mark', markId: id }, bearer: { kind: 'mark', markId: id } } });
      removeMark(draft, id);
    });
    expect(production.lights[0]?.settings).toMatchObject({ aim: { on: 'point', markId: null }, bearer: { kind: 'nothing', markId: null } });
  });

  test('that was linked to a mark that is gone is not linked to the next one that gets its name', () => {
    const production = bare((draft) => {
      const id = addWordmark(draft, 'GONE');
      addLight(draft, 'spot', { settings: { links: { of: 'only', marks: [{ markId: id }] } } });
      removeMark(draft, id);
      expect(addWordmark(draft, 'NEXT')).toBe(id);
    });
    expect(stateOf(production).lights[0]?.lights).toEqual({ isOnly: true, marks: [] });
  });

  test('is put where its highlight falls on a spot: the eye sees it mirrored there', () => {
    const production = bare((draft) => void addLight(draft, 'area', { channels: { x: 0, y: 6, z: 0 } }));
    const spot: Vec3 = [0.4, 0.2, 0.1];
    const mirrored = normalise([0.3, 0.7, 0.5]);
    const next = produce(production, (draft) => highlightAt(draft, draft.lights[0]?.id ?? '', 0, spot, mirrored, IDENTITY, 4));
    const pose = stateOf(next).lights[0]?.pose ?? [];
    expect(dot(normalise(subtract(positionOf(pose), spot)), mirrored)).toBeCloseTo(1, 9);
    expect(distance(positionOf(pose), spot)).toBeCloseTo(4, 9);
    // It looks back at the spot.
    expect(dot(forwardOf(pose), mirrored)).toBeCloseTo(-1, 9);
    const sun = produce(
      bare((draft) => void addLight(draft, 'sun')),
      (draft) => highlightAt(draft, draft.lights[0]?.id ?? '', 0, spot, mirrored, IDENTITY, 4),
    );
    expect(dot(forwardOf(stateOf(sun).lights[0]?.pose ?? []), mirrored)).toBeCloseTo(-1, 9);
  });

  test('sweeps at one speed, from one end to the other', () => {
    const production = bare((draft) => {
      const id = addLight(draft, 'strip', { channels: { x: 0, y: 2, z: 3 } });
      sweepLight(draft, id ?? '', 10, 40, [-4, 2, 3], [4, 2, 3]);
    });
    const x = (frame: number) => positionOf(stateOf(production, frame).lights[0]?.pose ?? [])[0];
    expect([10, 20, 30, 50].map(x)).toEqual([-4, -2, 0, 4].map((v) => expect.closeTo(v, 9) as number));
  });

  test('is added, copied beside itself, moved and removed; there are at most as many as there can be', () => {
    let id = '';
    const production = bare((draft) => {
      id = addLight(draft, 'point', { name: 'Lamp', channels: { x: 1, y: 2, z: 3 } }) ?? '';
      moveOwner(draft, `lights/${id}`, 0, [0.5, 0, -1]);
      duplicateLight(draft, id);
    });
    expect(stateOf(production).lights.map(({ pose }) => positionOf(pose))).toEqual([
      [1.5, 2, 2],
      [2, 2, 2],
    ]);
    expect(production.lights[1]?.name).toBe('Lamp, copy');
    expect(produce(production, (draft) => removeLight(draft, id)).lights).toHaveLength(1);
    const full = bare((draft) => {
      for (let i = 0; i < MAX_LIGHTS + 3; i++) addLight(draft, 'point');
    });
    expect(full.lights).toHaveLength(MAX_LIGHTS);
  });

  test('alone, or left out, for a look: the others are off, and with a light alone the dome is dark', () => {
    const production = bare((draft) => {
      addLight(draft, 'point');
      addLight(draft, 'spot');
    });
    const alone = stateOf(production, 0, { soloed: { path: 'lights/spot-1', isAlone: true } });
    expect(alone.lights.map(({ kind }) => kind)).toEqual(['spot']);
    expect([alone.domes[0]?.elements.length, alone.domes[0]?.values.ground]).toEqual([0, 0]);
    const without = stateOf(production, 0, { soloed: { path: 'lights/spot-1', isAlone: false } });
    expect(without.lights.map(({ kind }) => kind)).toEqual(['point']);
    expect(without.domes[0]?.elements).toHaveLength(6);
  });
});

test('every way to begin lighting is a sound production, lights what is there by its size, and takes the place of what was there', () => {
  for (const name of LIGHT_START_NAMES) {
    const [small, large] = [1, 9].map((reach) => bare((draft) => startLighting(draft, name, reach))) as [Production, Production];
    for (const each of [small, large]) {
      expect(productionSchema.parse(JSON.parse(JSON.stringify(each)))).toEqual(each);
      expect(each.domes).toHaveLength(1);
      expect(each.lights.length).toBeGreaterThan(0);
    }
    // Nine times as far off, and as bright there: intensity goes by the square of the distance.
    stateOf(small).lights.forEach((light, i) => {
      const other = stateOf(large).lights[i];
      if (!other || light.kind === 'sun') return;
      expect(distance(positionOf(other.pose), [0, 0, 0]) / distance(positionOf(light.pose), [0, 0, 0])).toBeCloseTo(9, 6);
      expect(other.sent[1] / light.sent[1]).toBeCloseTo(81, 6);
    });
  }
});

test('every kind of light is there with all that it can be set to, and reads back', () => {
  for (const { kind } of LIGHTS) {
    const production = bare((draft) => void addLight(draft, kind));
    expect(productionSchema.parse(JSON.parse(JSON.stringify(production))).lights[0]?.kind).toBe(kind);
  }
});

describe('the dome', () => {
  const at = (azimuth: number, height: number) => directionFrame(azimuth, height).forward;

  test('a softbox is bright where it stands, half as bright on its edge, dark beside it', () => {
    const dome = surroundingsOf('studio', 'a');
    const production = bare((draft) => {
      draft.domes = [{ ...dome, elements: [] }];
      addElement(draft, 'a', 'dome-softbox', { azimuth: 40, height: 0, width: 40, tall: 20, edge: 1 });
    });
    const [element] = stateOf(production).domes[0]?.elements ?? [];
    if (!element) throw new Error('no element');
    const light = domeLight(element);
    const share = (azimuth: number, height: number) => elementShare(light, at(azimuth, height), 0);
    expect(share(40, 0)).toBeCloseTo(1, 3);
    expect(share(60, 0)).toBeCloseTo(0.5, 2);
    expect(share(40, 10)).toBeCloseTo(0.5, 2);
    expect(share(75, 0)).toBeLessThan(0.01);
    expect(share(-140, 0)).toBeLessThan(0.01);
  });

  test('a ring is bright on its circle and dark within it; a disc is bright all over; a horizon is level all round', () => {
    const only = (kind: Parameters<typeof addElement>[2], channels: Record<string, number>) => {
      const production = bare((draft) => {
        (draft.domes[0] as Production['domes'][number]).elements = [];
        addElement(draft, 'surroundings-1', kind, channels);
      });
      const [element] = stateOf(production).domes[0]?.elements ?? [];
      if (!element) throw new Error('no element');
      return (azimuth: number, height: number) => elementShare(domeLight(element), at(azimuth, height), 0);
    };
    const ring = only('dome-ring', { azimuth: 0, height: 0, across: 40, thickness: 6, edge: 0.5 });
    expect([ring(20, 0), ring(0, 20), ring(0, 0), ring(40, 0)].map((v) => Math.round(v))).toEqual([1, 1, 0, 0]);
    const disc = only('dome-disc', { azimuth: 0, height: 0, across: 40, edge: 0.5 });
    expect([disc(0, 0), disc(15, 0), disc(30, 0)].map((v) => Math.round(v))).toEqual([1, 1, 0]);
    const horizon = only('dome-horizon', { height: 10, thickness: 8, edge: 0.5 });
    expect([0, 90, 200].map((azimuth) => Math.round(horizon(azimuth, 10)))).toEqual([1, 1, 1]);
    expect(horizon(0, -10)).toBeLessThan(0.01);
  });

  test('at least eight surroundings ship; all differ, and none is brighter than can be held', () => {
    expect(DOME_PRESET_NAMES.length).toBeGreaterThanOrEqual(8);
    const seen = DOME_PRESET_NAMES.map((name) => {
      const state = restingSurroundings(surroundingsOf(name, 'a'));
      const lights = state.elements.map((element) => domeLight(element));
      return [-120, -60, 0, 60, 120].flatMap((azimuth) =>
        [-30, 10, 50].map((height) => surroundingsRadiance(state, lights, at(azimuth, height), 0.05)[1]),
      );
    });
    for (const values of seen) expect(values.every((v) => v >= 0 && v < 100)).toBe(true);
    seen.forEach((a, i) =>
      seen.slice(i + 1).forEach((b) => expect(Math.max(...a.map((v, k) => Math.abs(v - (b[k] as number))))).toBeGreaterThan(0.05)),
    );
  });

  test('turns once round in as many frames, at one speed, and for ever: the loop closes', () => {
    const production = bare((draft) => turnDome(draft, 0, 50));
    const turn = (frame: number) => (stateOf(production, frame).set.find(({ kind }) => kind === 'dome')?.values as { turn: number }).turn;
    expect([0, 10, 25, 50, 75].map(turn)).toEqual([0, 72, 180, 360, 540].map((v) => expect.closeTo(v, 6) as number));
  });

  test('second surroundings come and go; those in hand are changed for others with their turn', () => {
    const production = bare((draft) => {
      const id = addSurroundings(draft, 'window');
      const second = draft.domes[1];
      if (second) second.channels.turn.rest = 30;
      setSurroundings(draft, id ?? '', 'overcast');
    });
    expect(production.domes.map(({ name }) => name)).toEqual(['Studio', 'Overcast']);
    expect(production.domes[1]?.channels.turn.rest).toBe(30);
    const one = produce(production, (draft) => {
      expect(addSurroundings(draft, 'window')).toBeNull();
      removeSurroundings(draft, 'surroundings-1');
      removeSurroundings(draft, 'surroundings-2');
    });
    expect(one.domes.map(({ name }) => name)).toEqual(['Overcast']);
  });
});
