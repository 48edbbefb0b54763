import { produce } from 'immer';
import { markInSamePlane, partFromMark } from '@/core/frame/shared-mark-planes';
import { buildMark, type BuildCache } from '@/core/frame/solids/build-mark';
import { addShell, changeShell, duplicateShell, moveShell, removeShell } from '@/core/production/edits/shell-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import type { Mark } from '@/core/production/mark';
import { depthsOf, MAX_SHELLS, type Shell } from '@/core/production/shell';
import { ProductionError, readProduction } from '@/core/production/migrate';
import { partPlanes, SAFE_DISTANCE, sharedPlanes } from '@/core/production/planes';
import { transformPoint } from '@/core/space/matrix';
import { restOf } from '@/core/production/surface';
import { CURRENT_VERSION, emptyProduction, type Production } from '@/core/production/production';
import type { SolidMesh } from '@/core/solid/mesh';
import { packagedTypeface } from '../support/fonts';
import { poseAlone } from '../support/standing';

const format = { width: 1920, height: 1080, rate: '25', length: 100 } as const;
const made = (recipe: (draft: Production) => void) => produce(emptyProduction('Test', format), (draft) => void recipe(draft));
const withWord = (text = 'AVA') => made((draft) => void addWordmark(draft, text));
const first = (production: Production) => production.marks[0] as Mark;
const toOf = (shell: Shell | undefined) => shell?.channels.to.rest ?? NaN;
const OLD_STEEL = { material: 'polished-steel', colour: '#c9d0d6', roughness: 0.2, opacity: 0.9 };

describe('edits of shells', () => {
  test('a new one stands behind the others and shares no plane with them', () => {
    const mark = first(produce(withWord(), (d) => void addShell(d, 'mark-1')));
    const [face, surround] = mark.shells;
    expect(surround?.offset).toBeGreaterThan(face?.offset ?? 0);
    expect(toOf(surround)).toBeLessThan(toOf(face));
    const planes = mark.shells.flatMap((shell) => Object.values(depthsOf(shell)));
    expect(new Set(planes.map((z) => z.toFixed(4))).size).toBe(planes.length);
  });

  test('there are never none and never too many', () => {
    expect(first(produce(withWord(), (d) => removeShell(d, 'mark-1', 'shell-1'))).shells).toHaveLength(1);
    const full = produce(withWord(), (d) => {
      for (let i = 0; i < MAX_SHELLS + 5; i++) addShell(d, 'mark-1');
      duplicateShell(d, 'mark-1', 'shell-1');
    });
    expect(first(full).shells).toHaveLength(MAX_SHELLS);
    expect(new Set(first(full).shells.map((s) => s.id)).size).toBe(MAX_SHELLS);
  });

  test('a plane pushes the other along: a shell is never turned inside out', () => {
    const pushed = first(produce(withWord(), (d) => changeShell(d, 'mark-1', 'shell-1', (s) => void (s.channels.to.rest = -1)))).shells[0];
    expect(depthsOf(pushed as Shell)).toEqual({ from: expect.closeTo(-1.001, 9), to: -1 });
    const pulled = first(produce(withWord(), (d) => changeShell(d, 'mark-1', 'shell-1', (s) => void (s.channels.from.rest = 2)))).shells[0];
    expect(toOf(pulled)).toBeCloseTo(2.001, 9);
  });

  test('the order of the list is theirs to choose', () => {
    const two = produce(withWord(), (d) => void addShell(d, 'mark-1'));
    expect(first(produce(two, (d) => moveShell(d, 'mark-1', 'shell-2', -1))).shells.map((s) => s.id)).toEqual(['shell-2', 'shell-1']);
    expect(produce(two, (d) => moveShell(d, 'mark-1', 'shell-2', 1))).toBe(two);
  });
});

describe('a production of version 1', () => {
  const old = (shells: unknown) => ({ ...withWord(), version: 1, marks: [{ ...first(withWord()), shells }] });

  test('keeps its look: depth about the middle, bevels as high as wide', () => {
    const read = readProduction(
      old([
        {
          id: 'shell-1',
          depth: 0.5,
          front: { kind: 'chamfer', size: 40 },
          back: { kind: 'none', size: 10 },
          surfaces: { face: OLD_STEEL, bevel: OLD_STEEL, side: OLD_STEEL, back: OLD_STEEL },
        },
      ]),
    );
    expect(depthsOf(first(read).shells[0] as Shell)).toEqual({ from: -0.25, to: 0.25 });
    expect(first(read).shells[0]).toMatchObject({
      offset: 0,
      front: { profile: 'chamfer', size: 40, height: 40 },
      back: { profile: 'none' },
    });
    expect(read.version).toBe(CURRENT_VERSION);
    expect(restOf((first(read).shells[0] as Shell).surfaces.face)).toMatchObject(OLD_STEEL);
  });

  test('defaults that it did not write down are filled in; what it cannot be is refused in words', () => {
    const read = first(readProduction(old([{ id: 'shell-1' }]))).shells[0] as Shell;
    expect(depthsOf(read)).toEqual({ from: -0.14, to: 0.14 });
    expect(read).toMatchObject({
      front: { profile: 'round', size: 24 },
    });
    for (const shells of [[{ id: 'a', front: null }], 'none', [], [{ id: 'a', depth: 'deep' }]])
      expect(() => readProduction(old(shells))).toThrow(ProductionError);
  });
});

describe('planes', () => {
  const twins = () => produce(withWord(), (d) => void duplicateShell(d, 'mark-1', 'shell-1'));

  test('two shells in one plane are found, and parted by the smallest safe distance; the first stays', () => {
    expect(sharedPlanes(first(twins())).map(({ side }) => side)).toEqual(['to', 'from']);
    const parted = produce(twins(), (d) => partPlanes(d.marks[0] as Mark));
    expect(sharedPlanes(first(parted))).toEqual([]);
    expect(first(parted).shells[0]).toEqual(first(twins()).shells[0]);
    expect(toOf(first(parted).shells[0]) - toOf(first(parted).shells[1])).toBeCloseTo(SAFE_DISTANCE, 9);
  });

  test('many copies are all parted; hidden ones do not matter', () => {
    const many = produce(twins(), (d) => {
      for (let i = 0; i < 8; i++) duplicateShell(d, 'mark-1', 'shell-1');
    });
    expect(sharedPlanes(first(produce(many, (d) => partPlanes(d.marks[0] as Mark))))).toEqual([]);
    expect(
      sharedPlanes(first(produce(twins(), (d) => changeShell(d, 'mark-1', 'shell-2', (s) => void (s.channels.on.rest = false))))),
    ).toEqual([]);
  });
});

describe('the pivot', () => {
  const turned = (pivot: Mark['pivot']) =>
    produce(withWord(), (d) => {
      const mark = d.marks[0] as Mark;
      mark.pivot = pivot;
      mark.channels.pan.rest = 90;
      changeShell(d, 'mark-1', 'shell-1', (s) => void ([s.channels.from.rest, s.channels.to.rest] = [0, 1]));
    });
  const stands = (pivot: Mark['pivot'], z: number) => transformPoint(poseAlone(first(turned(pivot)), 0), [0, 0, z]);

  test('a turn is about the middle of the depth (common practice), or about the front or the back', () => {
    for (const [pivot, z] of [
      ['middle', 0.5],
      ['front', 1],
      ['back', 0],
    ] as const) {
      stands(pivot, z).forEach((v, i) => expect(v).toBeCloseTo([0, 0, z][i] as number, 9));
    }
    expect(stands('middle', 1)[0]).toBeCloseTo(0.5, 9);
  });

  test('moving the pivot of a mark that is not turned moves nothing', () => {
    const still = (pivot: Mark['pivot']) =>
      poseAlone(first(produce(turned(pivot), (d) => void ((d.marks[0] as Mark).channels.pan.rest = 0))), 0);
    expect(still('front')).toEqual(still('middle'));
  });
});

describe('building a stack of shells', () => {
  const counting = () => {
    const kept = new Map<string, SolidMesh>();
    let builds = 0;
    const cache: BuildCache = {
      layouts: new Map(),
      outlines: new Map(),
      meshes: {
        get: (key) => kept.get(key),
        set: (key, mesh) => {
          builds++;
          kept.set(key, mesh);
        },
      },
    };
    return { cache, take: () => [builds, (builds = 0)][0] as number };
  };

  test('a change of one shell builds that shell only; a letter typed builds that letter only', async () => {
    const face = await packagedTypeface('anton');
    const { cache, take } = counting();
    const two = produce(withWord('LAMP'), (d) => void addShell(d, 'mark-1'));
    buildMark(first(two), [face], { cache });
    expect(take()).toBeGreaterThanOrEqual(6);
    const dragged = produce(two, (d) => changeShell(d, 'mark-1', 'shell-1', (s) => void (s.front.size = 30)));
    buildMark(first(dragged), [face], { cache });
    expect(take()).toBe(4);
    const hidden = produce(two, (d) => changeShell(d, 'mark-1', 'shell-2', (s) => void (s.channels.on.rest = false)));
    expect(buildMark(first(hidden), [face], { cache }).pieces.every((p) => p.shell === 0)).toBe(true);
    expect(take()).toBe(0);
    const one = withWord('LAMP');
    buildMark(first(one), [face], { cache });
    take();
    buildMark(first(produce(one, (d) => void (d.marks[0]?.body.kind === 'words' && (d.marks[0].body.text = 'LAMPE')))), [face], { cache });
    expect(take()).toBe(1);
  });

  test('letters whose surrounds meet become one outline, so that none runs through its neighbour', async () => {
    const face = await packagedTypeface('anton');
    const grown = produce(withWord('LAMP'), (d) => {
      addShell(d, 'mark-1');
      changeShell(d, 'mark-1', 'shell-2', (s) => void (s.offset = 120));
    });
    const { pieces, faults } = buildMark(first(grown), [face]);
    expect(pieces.filter((p) => p.shell === 0)).toHaveLength(4);
    expect(pieces.filter((p) => p.shell === 1)).toHaveLength(1);
    expect(faults).toEqual([]);
  });

  test('a rim is the body less its inside: volumes of a square frame (geometry)', () => {
    const square = made((draft) => {
      addOutlineMark(draft, 'Square', [{ d: 'M0 0H10V10H0Z', evenOdd: false }]);
      changeShell(draft, 'mark-1', 'shell-1', (s) => {
        s.rim = 100;
        s.channels.from.rest = 0;
        s.channels.to.rest = 0.5;
        s.front.profile = s.back.profile = 'none';
      });
    });
    const [piece] = buildMark(first(square), []).pieces;
    const xs = [...(piece?.mesh.positions ?? [])].filter((_, i) => i % 3 === 0).map(Math.abs);
    expect(Math.max(...xs)).toBeCloseTo(0.5, 4);
    expect(Math.min(...xs)).toBeCloseTo(0.4, 4);
  });

  test('a shell offset in farther than its strokes are wide is not there, and is no fault', async () => {
    const face = await packagedTypeface('anton');
    const thin = produce(withWord('LAMP'), (d) => changeShell(d, 'mark-1', 'shell-1', (s) => void (s.offset = -400)));
    expect(buildMark(first(thin), [face])).toMatchObject({ pieces: [], bounds: null, faults: [] });
  });
});

describe('two marks in one plane', () => {
  const box = { min: [-1, -0.5, -0.14], max: [1, 0.5, 0.14] } as const;
  const two = (recipe: (draft: Production) => void) =>
    produce(emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => {
      addWordmark(draft, 'ONE');
      addWordmark(draft, 'TWO');
      if (draft.marks[1]) draft.marks[1].channels.y.rest = 0;
      recipe(draft);
    });
  const beside = (production: Production) => markInSamePlane(production, 'mark-2', 0, () => box as never)?.name ?? null;

  test('are found where they overlap, turned alike or not', () => {
    expect(beside(two(() => undefined))).toBe('ONE');
    expect(beside(two((d) => d.marks[1] && void (d.marks[1].channels.roll.rest = 40)))).toBe('ONE');
    expect(beside(two((d) => d.marks[1] && void (d.marks[1].channels.x.rest = 5)))).toBeNull();
    expect(beside(two((d) => d.marks[1] && void (d.marks[1].channels.z.rest = 0.01)))).toBeNull();
    expect(beside(two((d) => d.marks[1] && void (d.marks[1].channels.pan.rest = 3)))).toBeNull();
    expect(beside(two((d) => d.marks[0] && void (d.marks[0].channels.on.rest = false)))).toBeNull();
  });

  test('are parted by a millimetre along the depth, whichever way it faces', () => {
    const turned = two((d) => d.marks.forEach((mark) => void (mark.channels.pan.rest = 90)));
    expect(beside(turned)).toBe('ONE');
    const parted = produce(turned, (d) => d.marks[1] && partFromMark(d, d.marks[1], 0, () => box as never));
    expect(beside(parted)).toBeNull();
    expect(parted.marks[1]?.channels.x.rest).toBeCloseTo(0.001, 9);
  });
});
