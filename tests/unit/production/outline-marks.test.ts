import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { pivotOf } from '@/core/frame/pivot';
import { buildMark } from '@/core/frame/solids/build-mark';
import { solidsKey } from '@/core/frame/solids/solids-key';
import { readSvg } from '@/core/outline/svg/read-svg';
import { cannotUnite, uniteOutlines } from '@/core/production/edits/unite-edits';
import { addOutlineMark, replaceOutline, splitOutline } from '@/core/production/edits/outline-edits';
import type { Shell } from '@/core/production/shell';
import { restOf } from '@/core/production/surface';
import type { Mark, Outline } from '@/core/production/mark';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction, type Production } from '@/core/production/production';
import { multiply, transformPoint } from '@/core/space/matrix';
import { poseAlone } from '../support/standing';
import { key } from '../support/key';

const made = (recipe: (draft: Production) => void) =>
  produce(emptyProduction('Test', { width: 1920, height: 1080, rate: '25', length: 100 }), (draft) => void recipe(draft));
const FLAG = readSvg(
  '<svg xmlns="http://www.w3.org/2000/svg"><rect x="3" y="1" width="2" height="6" fill="#336699"/><circle cx="12" ' +
    'cy="9" r="2" fill="#ffcc00"/><path d="M0 12L8 20H0Z" fill="#008060"/></svg>',
).parts;

const pathsOf = ({ body }: Mark) => (body.kind === 'outline' ? body.paths : []);
const looks = (mark: Mark) => pathsOf(mark).map(({ surface }) => surface && restOf(surface).colour);
const areaOf = (mark: Mark) =>
  buildMark(mark, []).pieces.map(({ own, mesh }) => {
    let sum = 0;
    const { start = 0, count = 0 } = mesh.groups.find(({ region }) => region === 'face') ?? {};
    for (let i = start; i < start + count; i += 3) {
      const [a, b, c] = [0, 1, 2].map((k) => 3 * (mesh.indices[i + k] as number)) as [number, number, number];
      const at = (v: number, k: number) => mesh.positions[v + k] as number;
      sum += ((at(b, 0) - at(a, 0)) * (at(c, 1) - at(a, 1)) - (at(c, 0) - at(a, 0)) * (at(b, 1) - at(a, 1))) / 2;
    }
    return [own, sum] as const;
  });

describe('a drawing of several colours is one mark of several parts', () => {
  const SQUARE = 'M0 0H10V10H0Z';
  const drawn = (...parts: [d: string, colour: string, id?: string][]) =>
    parts.map(([d, colour, id]) => ({ d, evenOdd: false, colour, ...(id ? { id } : {}) }));
  const flatMark = (given: ReturnType<typeof drawn>) =>
    made((d) => {
      addOutlineMark(d, 'Sign', given);
      const [shell] = d.marks[0]?.shells ?? [];
      if (shell) [shell.front.profile, shell.back.profile] = ['none', 'none'];
    }).marks[0] as Mark;

  test('what lies over another is let into it: no two faces share a place', () => {
    const mark = flatMark(drawn([SQUARE, '#101010'], ['M2 2H6V6H2Z', '#ff0000'], ['M20 0H24V4H20Z', '#101010']));
    const areas = areaOf(mark);
    // In units of a tenth of the height: 100 − 16 + 16, and 16.
    expect(areas.map(([own]) => own)).toEqual([0, 1]);
    expect(areas[0]?.[1]).toBeCloseTo(1, 3);
    expect(areas[1]?.[1]).toBeCloseTo(0.16, 3);
  });

  test('parts that look alike are one where they meet; a keyed colour makes a part one by itself', () => {
    const given = drawn([SQUARE, '#101010'], ['M5 5H15V15H5Z', '#101010'], ['M30 0H34V4H30Z', '#ff0000']);
    const alike = flatMark(given);
    expect(buildMark(alike, []).pieces).toHaveLength(2);
    const keyed = produce(alike, (mark) => {
      const surface = pathsOf(mark as Mark)[1]?.surface;
      if (surface) surface.channels.colour.keys = [{ ...key(0, 0), value: '#00ff00' }];
    });
    expect(buildMark(keyed, []).pieces).toHaveLength(3);
    expect(solidsKey(keyed)).not.toBe(solidsKey(alike));
    // Another colour for all of them builds nothing anew.
    const red = produce(alike, (mark) =>
      pathsOf(mark as Mark).forEach(({ surface }) => surface && (surface.channels.roughness.rest = 0.5)),
    );
    expect(solidsKey(red)).toBe(solidsKey(alike));
  });

  test('a part moves by itself, about its own middle', () => {
    const still = flatMark(drawn([SQUARE, '#101010'], ['M20 0H24V4H20Z', '#ff0000']));
    const moved = produce(still, (mark) => {
      const [, part] = pathsOf(mark as Mark);
      if (part) part.channels.z.keys = [key(0, 0), key(10, 2)];
    });
    const production = { ...made(() => undefined), marks: [moved] };
    const solids = buildMark(moved, []);
    const state = evaluate(production, 10 / 25, () => solids.bounds).marks[0];
    expect(state?.parts?.[0]?.map((part) => part?.pose[14] ?? 0)).toEqual([0, 2]);
  });

  test('a newer file: parts are found again by name, then by order, and keep look and moves', () => {
    const old = made((d) => {
      addOutlineMark(d, 'Sign', drawn([SQUARE, '#101010', 'plate'], ['M2 2H6V6H2Z', '#ff0000', 'star'], ['M7 7H9V9H7Z', '#00ff00']));
      const mark = d.marks[0] as Mark;
      const [plate, star, dot] = pathsOf(mark);
      if (!plate?.surface || !star || !dot) throw new Error('no parts');
      plate.surface.channels.colour.rest = '#123456';
      star.channels.roll.keys = [key(0, 0), key(10, 90)];
      dot.channels.z.rest = 1;
    });
    const newer = produce(old, (d) =>
      replaceOutline(
        d,
        'mark-1',
        drawn(
          ['M3 3H5V5H3Z', '#0000ff', 'star'],
          ['M0 0H8V8H0Z', '#0000ff', 'plate'],
          ['M7 7H8V8H7Z', '#0000ff'],
          ['M1 1H2V2H1Z', '#0000ff', 'new'],
        ),
      ),
    );
    const [star, plate, dot, fresh] = pathsOf(newer.marks[0] as Mark);
    expect([star?.id, plate?.id, dot?.id, fresh?.id]).toEqual(['part-2', 'part-1', 'part-3', 'part-4']);
    expect(star?.channels.roll.keys).toHaveLength(2);
    expect(plate?.surface && restOf(plate.surface).colour).toBe('#123456');
    expect(dot?.channels.z.rest).toBe(1);
    expect(fresh?.surface && restOf(fresh.surface).colour).toBe('#0000ff');
    expect(star?.d).toBe('M3 3H5V5H3Z');
    expect(readProduction(JSON.parse(JSON.stringify(newer)))).toEqual(newer);
  });
});

/** Extent of marks in the world. */
function extent(marks: readonly Mark[], frame: number): number[] {
  const corners = marks.flatMap((mark) => {
    const pose = poseAlone(mark, frame);
    return buildMark(mark, []).pieces.flatMap(({ mesh, pose: seat }) =>
      Array.from({ length: mesh.positions.length / 3 }, (_, v) =>
        transformPoint(multiply(pose, seat), [
          mesh.positions[3 * v] as number,
          mesh.positions[3 * v + 1] as number,
          mesh.positions[3 * v + 2] as number,
        ]),
      ),
    );
  });
  return [0, 1, 2].flatMap((k) => [Math.min(...corners.map((p) => p[k] as number)), Math.max(...corners.map((p) => p[k] as number))]);
}

test('a drawing brings its colour; of several, each part has its own; one without colours keeps the metal', () => {
  const plain = made((d) => void addOutlineMark(d, 'Flag', FLAG.slice(0, 1))).marks[0] as Mark;
  expect(restOf((plain.shells[0] as Shell).surfaces.face)).toMatchObject({ material: 'lacquer', colour: '#336699' });
  const flag = made((d) => void addOutlineMark(d, 'Flag', FLAG)).marks[0] as Mark;
  expect(looks(flag)).toEqual(['#336699', '#ffcc00', '#008060']);
  expect((flag.shells[0] as Shell).surfaces.face.settings.material).toBe('polished-steel');
  expect(
    made((d) => void addOutlineMark(d, 'Plain', [{ d: 'M0 0H1V1Z', evenOdd: false, colour: '#000000' }])).marks[0]?.shells[0]?.surfaces.face
      .settings.material,
  ).toBe('polished-steel');
});

test('parts made into marks stay where they were, turned and moved too, and take their own colours', () => {
  const whole = made((d) => {
    addOutlineMark(d, 'Flag', FLAG);
    const placement = d.marks[0]?.channels;
    if (placement) [placement.x.rest, placement.y.rest, placement.pan.rest, placement.roll.rest] = [2, -1, 35, 20];
  });
  const split = produce(whole, (d) => void splitOutline(d, 'mark-1', pivotOf(whole.marks[0] as Mark)));
  expect(split.marks.map((mark) => mark.name)).toEqual(['Flag 1', 'Flag 2', 'Flag 3']);
  expect(split.marks.map((mark) => mark.shells[0]?.surfaces.face.channels.colour.rest)).toEqual(['#336699', '#ffcc00', '#008060']);
  const before = extent(whole.marks, 0);
  extent(split.marks, 0).forEach((v, i) => expect(v).toBeCloseTo(before[i] as number, 3));
  expect(readProduction(JSON.parse(JSON.stringify(split)))).toEqual(split);
  // Each turns about its own middle now, and nothing moves for it.
  expect(split.marks.every((mark) => mark.pivot === 'middle')).toBe(true);
});

test('parts of a drawing that turns by keys stay in place at every frame', () => {
  const whole = made((d) => {
    addOutlineMark(d, 'Flag', FLAG);
    if (d.marks[0]) d.marks[0].channels.roll.keys = [key(0, 0), key(40, 200)];
  });
  const split = produce(whole, (d) => void splitOutline(d, 'mark-1', pivotOf(whole.marks[0] as Mark)));
  for (const frame of [0, 13, 40]) {
    const before = extent(whole.marks, frame);
    extent(split.marks, frame).forEach((v, i) => expect(v).toBeCloseTo(before[i] as number, 3));
  }
});

test('outlines in one plane unite to one mark where they stand; those in different planes do not', () => {
  const apart = made((d) => {
    addOutlineMark(d, 'Flag', FLAG.slice(0, 2));
    addOutlineMark(d, 'Square', [{ d: 'M0 0H4V4H0Z', evenOdd: false }]);
    const [flag, square] = d.marks;
    if (flag) flag.channels.pan.rest = 30;
    if (square) {
      Object.assign(square.channels.pan, { rest: 30 });
      // Aside in the plane of the flag.
      [square.channels.x.rest, square.channels.z.rest, square.channels.roll.rest] = [
        2 * Math.cos(Math.PI / 6),
        -2 * Math.sin(Math.PI / 6),
        15,
      ];
    }
  });
  const poses = apart.marks.map((mark) => poseAlone(mark, 0));
  const united = produce(apart, (d) => void uniteOutlines(d, ['mark-1', 'mark-2'], poses, pivotOf(apart.marks[0] as Mark)));
  expect(united.marks).toHaveLength(1);
  expect(united.marks[0]?.body).toMatchObject({ kind: 'outline', paths: [{}, {}, {}] });
  const before = extent(apart.marks, 0);
  extent(united.marks, 0).forEach((v, i) => expect(v).toBeCloseTo(before[i] as number, 3));
  const moved = produce(apart, (d) => void (d.marks[1] && (d.marks[1].channels.tilt.rest = 20)));
  expect(cannotUnite(moved.marks.map((mark) => poseAlone(mark, 0)))).toMatch(/one plane/);
});

test('a drawing of one part has nothing to split', () => {
  const one = made((d) => void addOutlineMark(d, 'One', FLAG.slice(0, 1)));
  expect(produce(one, (d) => void splitOutline(d, 'mark-1', [0, 0, 0]))).toBe(one);
});

test('a newer file takes the place of the outline alone: look, place and moves stay', () => {
  const old = made((d) => {
    addOutlineMark(d, 'Flag', FLAG);
    const mark = d.marks[0];
    if (mark?.body.kind === 'outline') [mark.channels.x.rest, mark.body.size] = [3, 2];
  });
  const newer = produce(old, (d) => replaceOutline(d, 'mark-1', FLAG.slice(1)));
  const { paths, ...body } = newer.marks[0]?.body as Outline;
  expect({ ...newer.marks[0], body }).toEqual({ ...old.marks[0], body: { kind: 'outline', size: 2 } });
  expect(paths.map(({ d }) => d)).toEqual(FLAG.slice(1).map(({ d }) => d));
});
