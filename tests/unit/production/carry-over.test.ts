import { produce } from 'immer';
import { carriedSchema, putIn, takeOut, type Carried } from '@/core/production/carry-over';
import { addCascade, cascadeFrom, cascadeSpan } from '@/core/production/edits/cascade-edits';
import { copyKeys, pasteKeys } from '@/core/production/edits/key-edits';
import { clipFrom, storedKeys, storedKeysSchema } from '@/core/production/key-clip';
import { straightKey } from '@/core/motion/channel';
import { addLight } from '@/core/production/edits/light-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { readLink, setLink } from '@/core/production/links';
import type { Mark } from '@/core/production/mark';
import { emptyProduction, productionSchema, type Production } from '@/core/production/production';
import { resolverOf } from '@/core/production/resolver';

const empty = (rate: '25' | '50') => emptyProduction('Carry', { width: 320, height: 180, rate, length: 100 });

/** A mark that another carries, with a cascade, a value that follows its own, and one that follows the other mark. */
const source = produce(empty('25'), (draft) => {
  for (const text of ['BEARER', 'SEA']) addWordmark(draft, text);
  const [bearer, sea] = draft.marks as [Mark, Mark];
  sea.settings.carrierId = bearer.id;
  addCascade(sea, cascadeFrom(sea, 'rise', 'arrival', { from: 0, to: 25 }));
  const owner = `marks/${sea.id}`;
  const follow = (name: string, text: string) => setLink(draft, { owner, name }, readLink(draft, { owner, name }, text));
  sea.channels.y.rest = 2;
  follow('z', 'SEA.Up * 3');
  follow('roll', 'BEARER.Turn');
  addLight(draft, 'spot', { name: 'Lamp', channels: { x: 3 } });
});
const copied = (path: string): Carried => {
  const carried = takeOut(source, 'a', path);
  if (!carried) throw new Error('There was nothing to copy.');
  // As it lies on the clipboard.
  return carriedSchema.parse(JSON.parse(JSON.stringify(carried)));
};
const into = (production: Production, carried: Carried, where: string, markId: string | null = null) => {
  let path: string | null = null;
  const next = produce(production, (draft) => void (path = putIn(draft, where, carried, markId)));
  expect(productionSchema.safeParse(JSON.parse(JSON.stringify(next))).success).toBe(true);
  return { next, path: path as string | null };
};

test('a mark goes to another production with its seconds; what it followed of its own it follows there, of others nothing', () => {
  const other = produce(empty('50'), (draft) => void addWordmark(draft, 'THERE'));
  const { next, path } = into(other, copied('marks/mark-2'), 'b');
  expect(path).toBe('marks/mark-2');
  const mark = next.marks[1] as Mark;
  expect(mark.settings.carrierId).toBeNull();
  // 25 frames at 25 a second are 50 at 50.
  expect(mark.cascades.map(cascadeSpan)).toEqual([{ from: 0, to: 50 }]);
  expect(resolverOf(next).at('marks/mark-2', 'z', 0)).toBe(6);
  expect(mark.channels.roll.link).toBeUndefined();
});

test('put into the same production again it is another one, which goes on following what it followed', () => {
  const { next, path } = into(source, copied('marks/mark-2'), 'a');
  expect(path).toBe('marks/mark-3');
  const changed = produce(next, (draft) => void ((draft.marks[2] as Mark).channels.y.rest = 5));
  expect(resolverOf(changed).at('marks/mark-3', 'z', 0)).toBe(15);
  expect(resolverOf(changed).at('marks/mark-2', 'z', 0)).toBe(6);
  expect(changed.marks[2]?.settings.carrierId).toBe('mark-1');
  expect(changed.marks[2]?.channels.roll.link?.refs[0]?.owner).toBe('marks/mark-1');
});

test('a cascade goes onto the mark that is selected, and nowhere without one; lights and cameras go whole', () => {
  const cascade = copied('marks/mark-2/cascades/cascade-1');
  expect(into(source, cascade, 'a', 'mark-1').next.marks[0]?.cascades[0]?.name).toBe('Rise');
  expect(into(source, cascade, 'a').path).toBeNull();
  const lamp = into(empty('25'), copied('lights/spot-1'), 'b');
  expect(lamp.next.lights.find(({ name }) => name === 'Lamp')?.channels).toMatchObject({ x: { rest: 3 } });
  expect(into(empty('25'), copied('cameras/camera-1'), 'b').next.cameras).toHaveLength(2);
  expect(takeOut(source, 'a', 'marks/nobody')).toBeNull();
});

test('keys that are copied go to another production at the same seconds; what is no keys is refused', () => {
  const moving = produce(source, (draft) => {
    const [mark] = draft.marks as [Mark];
    mark.channels.x.keys = [straightKey(10, 0), straightKey(35, 2)];
    mark.channels.on.keys = [{ ...straightKey(10, 0), value: true, join: 'held' }];
  });
  const clip = copyKeys(moving, [
    { owner: 'marks/mark-1', frame: 10 },
    { owner: 'marks/mark-1', frame: 35 },
  ]);
  if (!clip) throw new Error('nothing copied');
  const stored = storedKeysSchema.parse(JSON.parse(JSON.stringify(storedKeys(clip, '25'))));
  const other = produce(empty('50'), (draft) => {
    addWordmark(draft, 'THERE');
    expect(pasteKeys(draft, clipFrom(stored, '50'), 0, 'values', 'marks/mark-1')).not.toHaveLength(0);
  });
  const { x, on } = (other.marks[0] as Mark).channels;
  expect(x.keys.map(({ frame, value }) => [frame, value])).toEqual([
    [0, 0],
    [50, 2],
  ]);
  expect(on.keys.map(({ frame, value }) => [frame, value])).toEqual([[0, true]]);
  expect(storedKeysSchema.safeParse({ ...stored, strips: [{ owner: 'marks/mark-1', name: 'x', keys: [{ frame: 'x' }] }] }).success).toBe(
    false,
  );
});
