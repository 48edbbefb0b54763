import { produce } from 'immer';
import { checkLoop } from '@/core/check/loop';
import { closeTheLoop } from '@/core/production/edits/key-edits';
import { addForm } from '@/core/production/edits/mark-edits';
import { setOf } from '../../support/set-of';
import { emptyProduction, type Production } from '@/core/production/production';
import { key, straightKey } from '../support/key';

/** A turntable of 120 frames: the mark turns once, the light goes to and fro. */
const turning = (lastFrame: number): Production =>
  produce(emptyProduction('Turn', { width: 640, height: 360, rate: '24', length: 120 }), (draft) => {
    addForm(draft, 'star');
    const [mark] = draft.marks;
    if (mark) mark.channels.pan.keys = [straightKey(0, 0), straightKey(lastFrame, 360)];
    setOf(draft).sun.azimuth.keys = [straightKey(0, -20), straightKey(60, 40), straightKey(lastFrame, -20)];
  });

test(
  'a full turn keyed from the first frame to the one after the last closes; keyed to the last it repeats a frame ' + '(common practice)',
  () => {
    expect(checkLoop(turning(120), () => null)).toMatchObject({ closes: true, repeats: false });
    expect(checkLoop(turning(119), () => null).repeats).toBe(true);
    expect(checkLoop(turning(160), () => null)).toMatchObject({ closes: false, markDegrees: expect.closeTo(90, 6) });
  },
);

test('says what differs: the camera, a mark, the light', () => {
  const open = produce(turning(120), (draft) => {
    const orbit = draft.cameras[0]?.carriers[0];
    if (orbit?.kind !== 'orbit') throw new Error('no orbit');
    orbit.channels.azimuth.keys = [straightKey(0, 0), straightKey(120, 90)];
    setOf(draft).sun.strength.keys = [straightKey(0, 1), straightKey(120, 3)];
  });
  const found = checkLoop(open, () => null);
  expect(found.metres).toBeCloseTo(8 * Math.SQRT2, 6);
  expect(found.degrees).toBeCloseTo(90, 6);
  expect(found.values).toBeCloseTo(2, 9);
  expect(
    checkLoop(
      produce(open, (draft) => void closeTheLoop(draft, 120)),
      () => null,
    ).closes,
  ).toBe(true);
});

test('colours and switches are compared too, and marks that take turns are not taken for one another', () => {
  const lit = (last: string, on: boolean) =>
    produce(turning(120), (draft) => {
      const { sun } = setOf(draft);
      sun.colour.keys = [key(0, '#ff8040'), key(120, last)];
      sun.on.keys = [key(0, true), key(50, false), key(120, on)];
    });
  expect(checkLoop(lit('#ff8040', true), () => null).closes).toBe(true);
  // Full scale of a channel of the light: from red to none of it.
  expect(checkLoop(lit('#008040', true), () => null).values).toBeCloseTo(1, 6);
  expect(checkLoop(lit('#ff8040', false), () => null)).toMatchObject({ values: 1, closes: false });
  const swapped = produce(turning(120), (draft) => {
    addForm(draft, 'ring');
    const [first, second] = draft.marks;
    if (!first || !second) throw new Error('no marks');
    first.channels.on.keys = [key(0, true), key(60, false)];
    second.channels.on.keys = [key(0, false), key(60, true)];
  });
  expect(checkLoop(swapped, () => null)).toMatchObject({ marks: 2, closes: false });
});

test('what ends as it began but flies back within one frame does not close: the step over the seam is told', () => {
  const drifting = produce(turning(120), (draft) => {
    const orbit = draft.cameras[0]?.carriers[0];
    if (orbit?.kind !== 'orbit') throw new Error('no orbit');
    // Sixty centimetres in, and back between the last frame and the one after it.
    orbit.channels.radius.keys = [straightKey(0, 8), straightKey(119, 7.4), straightKey(120, 8)];
  });
  const found = checkLoop(drifting, () => null);
  expect(found).toMatchObject({ closes: false, metres: 0, seam: { frame: 119, metres: expect.closeTo(0.6, 6) } });
  const closed = produce(turning(120), (draft) => {
    const orbit = draft.cameras[0]?.carriers[0];
    if (orbit?.kind === 'orbit') orbit.channels.radius.keys = [straightKey(0, 8), straightKey(119, 7.4)];
    closeTheLoop(draft, 120);
  });
  expect(checkLoop(closed, () => null)).toMatchObject({ closes: true, seam: null });
});
