import { produce } from 'immer';
import { Matrix4, Vector3 } from 'three';
import { carryMark, removeBearer } from '@/core/frame/carry-mark';
import { evaluate } from '@/core/frame/evaluate';
import type { MarkExtent } from '@/core/frame/frame-state';
import { markPose } from '@/core/frame/mark-pose';
import { addBacking } from '@/core/production/edits/backing';
import { addForm } from '@/core/production/edits/mark-edits';
import { readProduction } from '@/core/production/migrate';
import { emptyProduction, type Production } from '@/core/production/production';
import { frameToSeconds } from '@/core/time/rate';
import { straightKey } from '../support/key';

const EXTENT: MarkExtent = { min: [-1, -0.5, -0.14], max: [1, 0.5, 0.14] };
const boundsOf = () => EXTENT;

/** A disc that turns and goes across, and a ring beside it. */
function two(): Production {
  return produce(emptyProduction('Carried', { width: 1920, height: 1080, rate: '25', length: 50 }), (d) => {
    const [disc, ring] = [addForm(d, 'disc'), addForm(d, 'ring')].map((id) => d.marks.find((mark) => mark.id === id));
    if (!disc || !ring) throw new Error('no marks');
    disc.channels.x.keys = [straightKey(0, 0), straightKey(40, 4)];
    disc.channels.pan.keys = [straightKey(0, 0), straightKey(40, 90)];
    ring.channels.x.rest = 2;
    ring.channels.roll.rest = 15;
  });
}
const RING = 'mark-2';

/** Where a mark of a production stands at a frame, as the picture is told. */
function stands(production: Production, id: string, frame: number): Matrix4 {
  const state = evaluate(production, frameToSeconds(frame, '25'), boundsOf);
  return new Matrix4().fromArray([...(state.marks.find((mark) => mark.id === id)?.pose ?? [])]);
}
const near = (a: Matrix4, b: Matrix4) => a.elements.forEach((v, i) => expect(v).toBeCloseTo(b.elements[i] as number, 9));
const carried = (carrying: Parameters<typeof carryMark>[2], frame = 0) =>
  produce(two(), (d) => carryMark(d, RING, carrying, frame, boundsOf));

describe('a mark carried by another', () => {
  test('keeps its place where it is taken up, at any frame of what carries it', () => {
    for (const frame of [0, 17, 40]) near(stands(carried({ carrierId: 'mark-1' }, frame), RING, frame), stands(two(), RING, frame));
  });

  test('goes wherever that goes, place and turn: as a child of it does in three', () => {
    const production = carried({ carrierId: 'mark-1' });
    const parent = (frame: number) => stands(production, 'mark-1', frame);
    const local = parent(0)
      .invert()
      .multiply(stands(production, RING, 0));
    for (const frame of [10, 25, 40]) near(stands(production, RING, frame), parent(frame).multiply(local));
  });

  test('in place alone it does not turn', () => {
    const production = carried({ carrierId: 'mark-1', turns: false });
    const at = new Vector3().setFromMatrixPosition(stands(production, RING, 40));
    expect(at.x).toBeCloseTo(2 + 4, 9);
    expect(at.z).toBeCloseTo(0, 9);
    const before = stands(two(), RING, 0).setPosition(0, 0, 0);
    near(stands(production, RING, 40).setPosition(0, 0, 0), before);
  });

  test('behind it, its front stands the gap behind the back of what carries it, along that one’s depth', () => {
    const production = produce(two(), (d) => {
      const backing = addBacking(d, 'mark-1', 1);
      const own = d.marks.find(({ id }) => id === backing);
      if (own) own.channels.behind.rest = 0.05;
    });
    const [front, back] = [new Vector3(0, 0, 0.14), new Vector3(0, 0, -0.14)];
    for (const frame of [0, 40]) {
      const gap = back
        .clone()
        .applyMatrix4(stands(production, 'mark-1', frame))
        .sub(front.clone().applyMatrix4(stands(production, 'mark-3', frame)));
      expect(gap.length()).toBeCloseTo(0.05, 9);
    }
  });

  test('stays where it stands when what carries it is removed', () => {
    const production = carried({ carrierId: 'mark-1' });
    const left = produce(production, (d) => removeBearer(d, 'mark-1', 25, boundsOf));
    expect(left.marks[0]?.settings.carrierId).toBeNull();
    near(stands(left, RING, 25), stands(production, RING, 25));
  });

  test('never in a circle: neither by an edit nor from a file', () => {
    const production = carried({ carrierId: 'mark-1' });
    const circle = produce(production, (d) => carryMark(d, 'mark-1', { carrierId: RING }, 0, boundsOf));
    expect(circle).toBe(production);
    const file = structuredClone(production);
    const [disc] = file.marks;
    if (disc) disc.settings.carrierId = RING;
    expect(() => readProduction(file)).toThrow('Marks carry one another in a circle');
    const [mark] = file.marks;
    expect(mark && markPose(file, mark, 0, boundsOf).every(Number.isFinite)).toBe(true);
  });

  test('a chain of three is carried through, and what has not changed is not made anew', () => {
    const three = produce(carried({ carrierId: 'mark-1' }), (d) => {
      addForm(d, 'star');
      carryMark(d, 'mark-3', { carrierId: RING }, 0, boundsOf);
    });
    const local = stands(three, RING, 0)
      .invert()
      .multiply(stands(three, 'mark-3', 0));
    near(stands(three, 'mark-3', 40), stands(three, RING, 40).multiply(local));
    const first = evaluate(three, 1, boundsOf).marks;
    const again = evaluate(
      produce(three, (d) => void (d.name = 'Other')),
      1,
      boundsOf,
    ).marks;
    expect(again[2]).toBe(first[2]);
  });
});
