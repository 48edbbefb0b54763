import { produce } from 'immer';
import { pivotOf } from '@/core/frame/pivot';
import { buildMark } from '@/core/frame/solids/build-mark';
import { readSvg } from '@/core/outline/svg/read-svg';
import { cannotUnite, uniteOutlines } from '@/core/production/edits/unite-edits';
import { addOutlineMark, replaceOutline, splitOutline } from '@/core/production/edits/mark-edits';
import type { Shell } from '@/core/production/shell';
import { restOf } from '@/core/production/surface';
import type { Mark } from '@/core/production/mark';
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

test('a drawing brings its colour; one without colours keeps the metal', () => {
  const flag = made((d) => void addOutlineMark(d, 'Flag', FLAG)).marks[0] as Mark;
  expect(restOf((flag.shells[0] as Shell).surfaces.face)).toMatchObject({ material: 'lacquer', colour: '#336699' });
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
  expect(newer.marks[0]).toEqual({ ...old.marks[0], body: { ...old.marks[0]?.body, paths: FLAG.slice(1) } });
});
