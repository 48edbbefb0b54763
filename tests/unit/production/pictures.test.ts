import { produce } from 'immer';
import { evaluate } from '@/core/frame/evaluate';
import { picturesIn } from '@/core/frame/panel-state';
import { addPanel, replacePicture } from '@/core/production/edits/panel-edits';
import { addPattern } from '@/core/production/edits/pattern-edits';
import { changeMark } from '@/core/production/edits/mark-edits';
import { mediaUsed } from '@/core/production/media-used';
import { clipSchema, pictureFrameAt, pictureSchema, type Clip } from '@/core/production/picture';
import { emptyProduction, type Production } from '@/core/production/production';
import { ofKind } from '@/core/schema/owner-kind';
import { frameToSeconds } from '@/core/time/rate';
import { plateScale } from '@/picture/passes/plate';
import { straightKey } from '../support/key';

/** Which frame of a moving picture is seen when, and what of a production names pictures. */

const FILM = pictureSchema.parse({
  hash: 'a'.repeat(64),
  name: 'film.mp4',
  holds: 'video',
  width: 1280,
  height: 720,
  frames: 10,
  rate: 25,
});
const clip = (change: Partial<Clip> = {}): Clip => clipSchema.parse({ ...change });
const seen = (change: Partial<Clip>, frames: readonly number[], framesPerSecond = 25) =>
  frames.map((frame) => pictureFrameAt(FILM, clip(change), null, frame, framesPerSecond));

describe('the frame of a film that is seen', () => {
  test('begins where it is set to, and runs at its own rate in a scene of another', () => {
    expect(seen({ begins: 3, outside: 'nothing' }, [2, 3, 4, 12, 13])).toEqual([null, 0, 1, 9, null]);
    // 25 fr/s in a scene of 50: each of its frames is seen twice.
    expect(seen({}, [0, 1, 2, 3, 4], 50)).toEqual([0, 0, 1, 1, 2]);
    // A 3:2 cadence is what 24 fr/s in 60 come to (common practice: 2-3 pulldown).
    const cinema = { ...FILM, rate: 24 };
    expect([0, 1, 2, 3, 4, 5, 6, 7].map((frame) => pictureFrameAt(cinema, clip(), null, frame, 60))).toEqual([0, 0, 0, 1, 1, 2, 2, 2]);
  });

  test('goes faster, slower and backwards by its speed', () => {
    expect(seen({ speed: 2 }, [0, 1, 4])).toEqual([0, 2, 8]);
    expect(seen({ speed: 0.5 }, [0, 1, 2, 3])).toEqual([0, 0, 1, 1]);
    expect(seen({ speed: -1 }, [0, 1, 9])).toEqual([9, 8, 0]);
  });

  test('past its ends is held, begins again, runs back, or is nothing', () => {
    expect(seen({ outside: 'hold' }, [-2, 9, 10, 500])).toEqual([0, 9, 9, 9]);
    expect(seen({ outside: 'cycle' }, [-1, 9, 10, 25])).toEqual([9, 9, 0, 5]);
    expect(seen({ outside: 'return' }, [8, 9, 10, 17, 18, 19])).toEqual([8, 9, 8, 1, 0, 1]);
    expect(seen({ outside: 'nothing' }, [-1, 10])).toEqual([null, null]);
  });

  test('is no other for the rounding of times: at 29.97 none is seen twice and none left out over an hour', () => {
    const long = { ...FILM, frames: 36_000, rate: 29.97 };
    for (const frame of [1, 1001, 17_982, 35_999])
      expect(Math.abs((pictureFrameAt(long, clip(), null, frame, 30_000 / 1001) ?? NaN) - frame)).toBeLessThanOrEqual(1);
  });

  test('of a still is always the same; bent time says which it is', () => {
    expect(pictureFrameAt({ ...FILM, holds: 'still', frames: 1 }, clip({ outside: 'nothing', begins: 50 }), null, 0, 25)).toBe(0);
    expect([2.4, 7, 11].map((bent) => pictureFrameAt(FILM, clip({ begins: 99 }), bent, 0, 25))).toEqual([2, 7, 1]);
  });
});

function production(recipe: (draft: Production) => void = () => undefined): Production {
  return produce(emptyProduction('Pictures', { width: 1920, height: 1080, rate: '25', length: 50 }), (draft) => {
    addPanel(draft, FILM);
    recipe(draft);
  });
}
const shownAt = (p: Production, frame: number, pictureFrame?: number) =>
  picturesIn(evaluate(p, frameToSeconds(frame, '25'), () => null, { pictureFrame })).map((ref) => ref.frame);

test('a panel shows one frame of its film through all of an exposure', () => {
  const p = production();
  expect([4, 5].map((frame) => shownAt(p, frame))).toEqual([[4], [5]]);
  for (const instant of [4.5, 5, 5.49]) expect(shownAt(p, instant, 5)).toEqual([5]);
});

test('keys on its time bend it; a mark that is not shown shows nothing', () => {
  const bent = production((draft) =>
    changeMark(
      draft,
      'mark-1',
      ({ body }) => void (body.kind === 'panel' && (body.channels.time.keys = [straightKey(0, 9), straightKey(9, 0)])),
    ),
  );
  expect([0, 3, 9].map((frame) => shownAt(bent, frame))).toEqual([[9], [6], [0]]);
  const hidden = production((draft) => changeMark(draft, 'mark-1', ({ channels }) => void (channels.on.rest = false)));
  expect(shownAt(hidden, 4)).toEqual([]);
});

test('a plate stands behind what a camera sees, and behind nothing else', () => {
  const p = production((draft) => {
    const plate = ofKind(draft.set, 'plate');
    if (plate) plate.settings.picture = { ...FILM, hash: 'b'.repeat(64) };
  });
  expect(shownAt(p, 4)).toEqual([4, 4]);
  const free = { pose: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 8, 1], distance: 8 };
  expect(evaluate(p, 0, () => null, { free }).plate).toBeNull();
  expect(mediaUsed(p)).toEqual([
    { kind: 'picture', hash: 'a'.repeat(64), name: 'film.mp4' },
    { kind: 'picture', hash: 'b'.repeat(64), name: 'film.mp4' },
  ]);
});

test('another picture takes the place of a panel’s and keeps all else', () => {
  const other = pictureSchema.parse({ ...FILM, hash: 'c'.repeat(64), holds: 'still', frames: 1, width: 500, height: 1000 });
  const p = produce(production(), (draft) => replacePicture(draft, 'mark-1', other));
  expect(p.marks[0]).toMatchObject({ name: 'film', body: { picture: other, size: 1 } });
});

test('a plate covers the frame, is seen whole in it, or is drawn out to it', () => {
  // A place in the frame times the scale is a place in the plate: below 1 a side of the plate is cut, above 1 the frame shows past it.
  expect(plateScale('fill', 16 / 9, 16 / 9)).toEqual([1, 1]);
  const [x, y] = plateScale('fill', 16 / 9, 4 / 3);
  expect([x, y]).toEqual([1, expect.closeTo(0.75, 9)]);
  expect(plateScale('fill', 16 / 9, 2.4)).toEqual([expect.closeTo(16 / 9 / 2.4, 9), 1]);
  expect(plateScale('whole', 16 / 9, 4 / 3)).toEqual([expect.closeTo(4 / 3, 9), 1]);
  expect(plateScale('whole', 16 / 9, 2.4)).toEqual([1, expect.closeTo(2.4 / (16 / 9), 9)]);
  expect(plateScale('stretch', 1, 3)).toEqual([1, 1]);
});

test('a picture that a pattern lays on letters is among what is shown, and what goes with the file', () => {
  const hash = 'e'.repeat(64);
  const laid = production((draft) => {
    const [mark] = draft.marks;
    const face = mark?.shells[0]?.surfaces.face;
    if (!face) throw new Error('Not the production that was meant.');
    addPattern(face, 'picture');
    const [pattern] = face.patterns;
    if (pattern?.kind === 'picture') pattern.settings.picture = { ...FILM, hash, holds: 'still', frames: 1 };
  });
  expect(picturesIn(evaluate(laid, 0, () => null))).toContainEqual({ hash, holds: 'still', frame: 0 });
  expect(mediaUsed(laid).filter((file) => file.hash === hash)).toHaveLength(1);
});
