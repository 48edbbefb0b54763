import { produce } from 'immer';
import { addWordmark, changeMark, releaseCopy } from '@/core/production/edits/mark-edits';
import { addOutlineMark } from '@/core/production/edits/outline-edits';
import { changeKit, followAgain, leaveKit, makeKit, pasteLook, putKit, removeKit, takeNewerKit } from '@/core/production/edits/kit-edits';
import { addShell, changeShell } from '@/core/production/edits/shell-edits';
import { addBackwards, addCascade, cascadeFrom, cascadeSpan } from '@/core/production/edits/cascade-edits';
import { kitPartsOf, MAX_KITS, ownValues, type Kit } from '@/core/production/kits';
import type { Mark } from '@/core/production/mark';
import { readProduction } from '@/core/production/migrate';
import { copyPose, copyPoses, patternSchema } from '@/core/production/pattern';
import type { Cascade } from '@/core/production/owners/cascade';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { multiply, positionOf, rotationY, transformDirection, transformPoint, translation, type Mat4 } from '@/core/space/matrix';
import { poseAlone } from '../support/standing';

const format = { width: 1920, height: 1080, rate: '25', length: 100 } as const;
const change = (production: Production, recipe: (draft: Production) => void) => produce(production, (draft) => void recipe(draft));
const three = change(emptyProduction('Test', format), (draft) => {
  addWordmark(draft, 'ONE');
  addWordmark(draft, 'TWO');
  addOutlineMark(draft, 'Sign', [{ d: 'M0 0H4V4H0Z', evenOdd: false }]);
  addShell(draft, 'mark-1');
});
const size = (production: Production, mark: number) => production.marks[mark]?.shells[0]?.front.size;

describe('kits', () => {
  const shared = change(three, (draft) => {
    changeShell(draft, 'mark-1', 'shell-1', (shell) => void (shell.front.size = 40));
    const kit = makeKit(draft, 'mark-1', 'Harbour');
    if (kit) for (const id of ['mark-2', 'mark-3']) putKit(draft, id, kit);
  });

  test('are kept up to a number: beyond it a mark takes the look of one from the shelf and follows none', () => {
    const full = change(shared, (draft) => {
      while (makeKit(draft, 'mark-1', 'Another'));
      putKit(draft, 'mark-2', { ...(shared.kits[0] as Kit), id: 'of-the-shelf', shells: (three.marks[1] as Mark).shells });
    });
    expect(full.kits).toHaveLength(MAX_KITS);
    expect(full.marks[1]).toMatchObject({ kit: null, shells: three.marks[1]?.shells });
    expect(productionSchema.safeParse(full).success).toBe(true);
  });

  test('put a look on other marks: shells, surfaces and, for words, how they are set', () => {
    expect([0, 1, 2].map((i) => size(shared, i))).toEqual([40, 40, 40]);
    // It is there once, however often it is put.
    expect(shared.kits).toHaveLength(1);
    expect(shared.marks.map((mark) => mark.shells.length)).toEqual([2, 2, 2]);
    expect(shared.marks.map((mark) => ownValues(mark, shared.kits))).toEqual([[], [], []]);
    expect(readProduction(JSON.parse(JSON.stringify(shared)))).toEqual(shared);
  });

  test('a kit that was changed elsewhere is taken by all that follow it here, but where they go their own way', () => {
    const [kit] = shared.kits;
    if (!kit) throw new Error('no kit');
    const newer = produce(kit, (draft) => {
      draft.revision++;
      (draft.shells[0] as Mark['shells'][number]).front.size = 77;
    });
    const own = change(shared, (draft) => changeShell(draft, 'mark-2', 'shell-1', (shell) => void (shell.front.size = 5)));
    const taken = change(own, (draft) => takeNewerKit(draft, newer));
    expect(taken.kits[0]?.revision).toBe(kit.revision + 1);
    expect(taken.marks.filter(({ kit: follows }) => follows === kit.id).map((mark) => mark.shells[0]?.front.size)).toEqual(
      own.marks.filter(({ kit: follows }) => follows === kit.id).map(({ id }) => (id === 'mark-2' ? 5 : 77)),
    );
  });

  test('marks follow their kit, but not where they have values of their own', () => {
    const own = change(shared, (draft) => changeShell(draft, 'mark-2', 'shell-1', (shell) => void (shell.front.size = 12)));
    expect(ownValues(own.marks[1] as never, own.kits)).toEqual(['shells/shell-1/front/size']);
    const changed = change(own, (draft) => {
      changeShell(draft, 'mark-1', 'shell-1', (shell) => {
        shell.front.size = 55;
        shell.channels.to.rest = 0.3;
      });
      changeKit(draft, 'kit-1', 'mark-1');
    });
    expect([0, 1, 2].map((i) => size(changed, i))).toEqual([55, 12, 55]);
    expect(changed.marks.map((mark) => mark.shells[0]?.channels.to.rest)).toEqual([0.3, 0.3, 0.3]);
    const again = change(changed, (draft) => followAgain(draft, 'mark-2', 'shells/shell-1/front/size'));
    expect(size(again, 1)).toBe(55);
    expect(ownValues(again.marks[1] as never, again.kits)).toEqual([]);
  });

  test('a shell that a mark has of its own stays; one that the kit gains comes', () => {
    const own = change(shared, (draft) => void addShell(draft, 'mark-2'));
    const changed = change(own, (draft) => {
      draft.marks[0]?.shells.push({ ...(draft.marks[0].shells[1] as never as object), id: 'shell-9', name: 'New' } as never);
      changeKit(draft, 'kit-1', 'mark-1');
    });
    expect(changed.marks[2]?.shells.map(({ id }) => id)).toEqual(['shell-1', 'shell-2', 'shell-9']);
    expect(changed.marks[1]?.shells.map(({ id }) => id)).toContain('shell-3');
    expect(change(changed, (draft) => followAgain(draft, 'mark-2', null)).marks[1]?.shells.map(({ id }) => id)).toEqual([
      'shell-1',
      'shell-2',
      'shell-9',
    ]);
  });

  test('left, or taken away, a kit leaves the looks as they were', () => {
    const without = change(shared, (draft) => {
      leaveKit(draft, 'mark-2');
      removeKit(draft, 'kit-1');
    });
    expect(without.marks.map((mark) => mark.kit)).toEqual([null, null, null]);
    expect([0, 1, 2].map((i) => size(without, i))).toEqual([40, 40, 40]);
  });

  test('a pasted look brings shells and skin, and leaves words, place and moves alone', () => {
    const source = change(three, (draft) => changeShell(draft, 'mark-1', 'shell-1', (shell) => void (shell.front.size = 31)));
    const look = kitPartsOf(source.marks[0] as never);
    const pasted = change(source, (draft) => pasteLook(draft, 'mark-3', look));
    expect(pasted.marks[2]).toEqual({ ...source.marks[2], shells: source.marks[0]?.shells, skin: source.marks[0]?.skin });
  });
});

describe('patterns', () => {
  test('a row goes on by its spacing and turns each further', () => {
    const row = patternSchema.parse({ kind: 'row', measure: 'spacing', anchor: 'first', count: 4, across: 2, up: 0.5, pan: 30 });
    expect(copyPoses(row).map((pose) => positionOf(pose))).toEqual([
      [0, 0, 0],
      [2, 0.5, 0],
      [4, 1, 0],
      [6, 1.5, 0],
    ]);
    multiply(translation(4, 1, 0), rotationY(60)).forEach((v, i) => expect(copyPose(row, 2)[i]).toBeCloseTo(v, 9));
  });

  test('a grid runs in rows like lines of text; a ring comes back to where it began', () => {
    const grid = patternSchema.parse({ kind: 'grid', measure: 'spacing', anchor: 'first', count: 3, rows: 2, across: 2, up: 1 });
    expect(
      copyPoses(grid).map((pose) =>
        positionOf(pose)
          .slice(0, 2)
          .map((v) => v + 0),
      ),
    ).toEqual([
      [0, 0],
      [2, 0],
      [4, 0],
      [0, -1],
      [2, -1],
      [4, -1],
    ]);
    const ring = patternSchema.parse({ kind: 'ring', anchor: 'first', count: 6, radius: 2 });
    const places = copyPoses(ring).map((pose) => transformPoint(pose, [0, 0, 0]));
    for (const [x, , z] of places) expect(Math.hypot(x, z + 2)).toBeCloseTo(2, 9);
    copyPose(ring, 6).forEach((v, i) => expect(v).toBeCloseTo(translation(0, 0, 0)[i] as number, 9));
  });

  test('tiles meet as in mirrors between them: what is at an edge is at the same edge of the next', () => {
    // Off its origin, without a gap: an edge is shared.
    const box = { min: [-1, -0.5, -0.1] as const, max: [2, 0.5, 0.3] as const };
    const tiles = copyPoses(patternSchema.parse({ kind: 'tiles', count: 3, rows: 2, gap: 0, rowGap: 0 }), box);
    const at = (tile: number, x: number, y: number) => transformPoint(tiles[tile] as Mat4, [x, y, 0.2]);
    for (const y of [-0.5, 0.1, 0.5]) {
      expect(at(1, 2, y)).toEqual(at(0, 2, y).map((v) => expect.closeTo(v, 12)));
      expect(at(2, -1, y)).toEqual(at(1, -1, y).map((v) => expect.closeTo(v, 12)));
      expect(at(5, -1, y)).toEqual(at(4, -1, y).map((v) => expect.closeTo(v, 12)));
    }
    for (const x of [-1, 0, 2]) expect(at(3, x, -0.5)).toEqual(at(0, x, -0.5).map((v) => expect.closeTo(v, 12)));
  });

  test('what is strewn lies on its surface, keeps apart, and stays where it is when there is more', () => {
    const strewn = (change: object) =>
      copyPoses(patternSchema.parse({ kind: 'scatter', count: 60, wide: 8, deep: 3, radius: 2, varies: 0.5, ...change }));
    for (const [surface, flat] of [
      ['level', 1],
      ['upright', 2],
    ] as const) {
      const places = strewn({ surface }).map(positionOf);
      for (const place of places) {
        expect(place[flat]).toBe(0);
        expect(Math.abs(place[0])).toBeLessThanOrEqual(4);
        expect(Math.abs(place[3 - flat] as number)).toBeLessThanOrEqual(1.5);
      }
      // By chance alone two of 60 would nearly always lie within a tenth of the mean distance of a lattice: sqrt(24 / 60).
      const least = Math.min(
        ...places.flatMap((a, i) => places.slice(i + 1).map((b) => Math.hypot(...a.map((v, k) => v - (b[k] as number))))),
      );
      expect(least).toBeGreaterThan(0.35 * Math.sqrt(24 / 60));
    }
    const ball = strewn({ surface: 'ball' });
    for (const pose of ball) {
      const place = positionOf(pose);
      expect(Math.hypot(...place)).toBeCloseTo(2, 9);
      // It faces away from the middle, and is at least half as large.
      const faced = transformDirection(pose, [0, 0, 1]);
      const size = Math.hypot(...faced);
      expect(size).toBeGreaterThanOrEqual(0.5);
      faced.forEach((v, k) => expect(v / size).toBeCloseTo((place[k] as number) / 2, 9));
    }
    expect(strewn({ count: 80 }).slice(0, 60)).toEqual(strewn({}));
    expect(strewn({ seed: 2 })).not.toEqual(strewn({}));
  });

  test('copies stand apart by their own size and a gap, about their centre, their first or their last', () => {
    const box = { min: [-1, -0.5, -0.1] as const, max: [2, 0.5, 0.3] as const };
    const row = (change: object) => copyPoses(patternSchema.parse({ kind: 'row', count: 3, gap: 0.5, ...change }), box).map(positionOf);
    // Three metres wide and half a metre of gap.
    expect(row({}).map(([x]) => x)).toEqual([-3.5, 0, 3.5]);
    expect(row({ anchor: 'first' }).map(([x]) => x)).toEqual([0, 3.5, 7]);
    expect(row({ anchor: 'last' }).map(([x]) => x)).toEqual([-7, -3.5, 0]);
    expect(row({ way: 'up' }).map(([, y]) => y)).toEqual([1.5, 0, -1.5]);
    row({ way: 'toward', anchor: 'first' }).forEach(([, , z], i) => expect(z).toBeCloseTo(-0.9 * i, 12));
    const ring = copyPoses(patternSchema.parse({ kind: 'ring', count: 4, radius: 2 }), box).map(positionOf);
    for (const place of ring) expect(Math.hypot(...place)).toBeCloseTo(2, 12);
  });

  test('a released copy is a mark of its own that stands where the copy stood', () => {
    const patterned = change(three, (draft) =>
      changeMark(draft, 'mark-3', (mark) => {
        mark.pattern = patternSchema.parse({ kind: 'ring', count: 5, radius: 2, roll: 10 });
        [mark.channels.x.rest, mark.channels.pan.rest] = [1, 40];
      }),
    );
    const mark = patterned.marks[2] as never;
    const pose = poseAlone(mark, 0);
    const released = change(patterned, (draft) => void releaseCopy(draft, 'mark-3', 3, pose, [0, 0, 0]));
    expect(released.marks).toHaveLength(4);
    expect(copyPoses((released.marks[2] as Mark).pattern)).toHaveLength(4);
    const own = released.marks[3] as never;
    poseAlone(own, 0).forEach((v, i) =>
      expect(v).toBeCloseTo(multiply(pose, copyPose((patterned.marks[2] as Mark).pattern, 3))[i] as number, 9),
    );
  });
});

describe('a kit keeps motion too', () => {
  const performing = (length: number) =>
    produce(emptyProduction('Motion', { width: 320, height: 180, rate: '25', length }), (draft) => {
      for (const text of ['SEA', 'DEEP']) addWordmark(draft, text);
      const [sea] = draft.marks as [Mark];
      addCascade(sea, cascadeFrom(sea, 'rise', 'arrival', { from: 0, to: 30 }));
      addBackwards(draft, sea, sea.cascades[0]?.id ?? '');
      makeKit(draft, sea.id, 'Rise');
    });
  const spans = (production: Production, index: number) => production.marks[index]?.cascades.map(cascadeSpan);

  test('put on another mark it brings its cascades, which follow when the kit is changed', () => {
    const put = produce(performing(150), (draft) => putKit(draft, draft.marks[1]?.id ?? '', draft.kits[0] as Kit));
    expect(spans(put, 1)).toEqual([
      { from: 0, to: 30 },
      { from: 119, to: 149 },
    ]);
    const changed = produce(put, (draft) => {
      const [sea] = draft.marks as [Mark];
      (sea.cascades[0] as Cascade).channels.y.rest = -3;
      changeKit(draft, draft.kits[0]?.id ?? '', sea.id);
    });
    expect(changed.marks[1]?.cascades[0]?.channels.y.rest).toBe(-3);
    expect(ownValues(changed.marks[1] as Mark, changed.kits)).toEqual([]);
  });

  test('in a longer production its exits stand at that one’s end', () => {
    const kit = performing(150).kits[0] as Kit;
    const longer = produce(emptyProduction('Longer', { width: 320, height: 180, rate: '25', length: 300 }), (draft) => {
      addWordmark(draft, 'TIDE');
      putKit(draft, draft.marks[0]?.id ?? '', kit);
    });
    expect(spans(longer, 0)).toEqual([
      { from: 0, to: 30 },
      { from: 269, to: 299 },
    ]);
    expect(productionSchema.safeParse(JSON.parse(JSON.stringify(longer))).success).toBe(true);
  });

  test('a kit of a look alone leaves a mark its own motion', () => {
    const production = produce(performing(150), (draft) => {
      makeKit(draft, draft.marks[1]?.id ?? '', 'Plain');
      putKit(draft, draft.marks[0]?.id ?? '', draft.kits[1] as Kit);
    });
    expect(spans(production, 0)).toHaveLength(2);
    expect(ownValues(production.marks[0] as Mark, production.kits).filter((path) => path.startsWith('motion'))).toEqual([]);
  });
});
