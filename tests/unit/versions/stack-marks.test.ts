import { produce } from 'immer';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import { deliveryFormatSchema } from '@/core/production/versions';
import { applyFormat } from '@/core/versions/apply-format';
import { stackMarks } from '@/core/versions/stack-marks';

/** Three words beside one another, a little uneven, and a fourth in the next line; each 2 m wide and 1 m high. */
const beside: Production = produce(emptyProduction('Beside', { width: 1920, height: 1080, rate: '25', length: 50 }), (draft) => {
  for (const [text, x, y] of [
    ['SECOND', 3, 0.1],
    ['FIRST', 0, 0],
    ['THIRD', 6, -0.1],
    ['FOURTH', 0, -3],
  ] as const) {
    addWordmark(draft, text);
    const mark = draft.marks.at(-1);
    if (mark) [mark.channels.x.rest, mark.channels.y.rest] = [x, y];
  }
});
const boundsOf = () => ({ min: [-1, -0.5, -0.1], max: [1, 0.5, 0.1] }) as const as never;
const ids = beside.marks.map(({ id }) => id);
const stacked = (of: readonly string[]) =>
  applyFormat(
    beside,
    deliveryFormatSchema.parse({ id: 'f', name: 'f', width: 1080, height: 1920, places: stackMarks(beside, of, boundsOf) }),
  ).marks.map(({ name, channels }) => ({ name, x: channels.x.rest, y: channels.y.rest }));

test('marks stand below one another in the order in which they are read, about their common middle, none over another', () => {
  const column = stacked(ids).sort((a, b) => b.y - a.y);
  expect(column.map(({ name }) => name)).toEqual(['FIRST', 'SECOND', 'THIRD', 'FOURTH']);
  for (const { x } of column) expect(x).toBeCloseTo(3, 9);
  for (let i = 1; i < column.length; i++) expect((column[i - 1]?.y ?? 0) - (column[i]?.y ?? 0)).toBeCloseTo(1.35, 9);
  // Where they stood from -3.5 to 0.6 together, their middle was at -1.45.
  expect(((column[0]?.y ?? 0) + (column[3]?.y ?? 0)) / 2).toBeCloseTo(-1.45, 9);
});

test('what is not kept stays where it is; a mark that is alone has a word a line', () => {
  expect(stacked(ids.slice(0, 2)).slice(2)).toEqual([
    { name: 'THIRD', x: 6, y: -0.1 },
    { name: 'FOURTH', x: 0, y: -3 },
  ]);
  expect(stackMarks(beside, ids.slice(0, 1), boundsOf)).toEqual([{ markId: ids[0], across: 0, up: 0, size: 1, wordALine: true }]);
  expect(stackMarks(beside, [], boundsOf)).toEqual([]);
});

test('what another mark that is stacked carries goes with that, and is not moved twice', () => {
  const carried = produce(beside, (draft) => {
    const second = draft.marks[1];
    if (second) second.settings.carrierId = draft.marks[0]?.id ?? null;
  });
  expect(stackMarks(carried, ids, boundsOf).map(({ markId }) => markId)).not.toContain(ids[1]);
});
