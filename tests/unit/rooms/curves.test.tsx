/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { handleEnd } from '@/core/motion/handle-edit';
import { isNumber, type Channel } from '@/core/motion/channel';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { ownerAt } from '@/core/production/owners/owners';
import { emptyProduction, type Production } from '@/core/production/production';
import { valueScale } from '@/parts/curve-view/curve-geometry';
import { timeScale } from '@/parts/timeline/time-scale';
import { ProductionCurves } from '@/rooms/timeline/production-curves';
import { key } from '../support/key';
import { drag, HIGH, WIDE } from '../support/page';
import { showIn } from '../support/workspace';

const SCALE = timeScale({ from: 0, to: 99 }, WIDE);

function curves() {
  const production = emptyProduction('Curves', { width: 1920, height: 1080, rate: '25', length: 100 });
  const path = `marks/${addWordmark(production, 'DEEP')}`;
  const [mark] = production.marks;
  if (!mark) throw new Error('no mark');
  mark.channels.x.keys = [key(10, 0), key(50, 2), key(90, 1)];
  mark.channels.y.keys = [key(10, 5), key(90, 6)];
  const shown = showIn(production, <ProductionCurves path={path} scale={SCALE} playhead={0} />);
  const channel = (name = 'x'): Channel => channelOf(shown.now(), path, name);
  return { ...shown, path, channel, keys: (name = 'x') => channel(name).keys.map(({ frame, value }) => [frame, value]) };
}

function channelOf(production: Production, path: string, name: string): Channel {
  const channel = ownerAt(production, path)?.channels[name];
  if (!channel || !isNumber(channel)) throw new Error('no number');
  return channel;
}

const dot = (frame: number, label = 'Across') => screen.getByRole('button', { name: new RegExp(`^${label}: key at frame ${frame},`) });
const handle = (side: 'Leaving' | 'Arriving', frame: number) =>
  screen.getByRole('button', { name: new RegExp(`^${side} handle at frame ${frame}:`) });
/** Pixels of a value of the channel across, whose keys go from 0 to 2. */
const up = valueScale({ rest: 0, keys: [key(10, 0), key(50, 2), key(90, 1)] }, [], Math.round(HIGH * 0.6));

test('a key is dragged in time and value; its neighbours are not passed, and it is one step of undo', async () => {
  const { user, keys, workspace, view } = curves();
  await drag(user, dot(50), { x: SCALE(50), y: up(2) }, { x: SCALE(55), y: up(1.5) }, { x: SCALE(60), y: up(1) });
  const [, moved] = keys();
  expect(moved?.[0]).toBe(60);
  expect(moved?.[1]).toBeCloseTo(1, 6);
  expect(view.getState().keys).toMatchObject([{ name: 'x', frame: 60 }]);
  act(() => workspace.documents.undo());
  expect(keys()).toEqual([
    [10, 0],
    [50, 2],
    [90, 1],
  ]);
});

test('with Shift a drag keeps to one direction', async () => {
  const { user, keys } = curves();
  await user.keyboard('{Shift>}');
  await drag(user, dot(50), { x: SCALE(50), y: up(2) }, { x: SCALE(51), y: up(1.2) });
  await user.keyboard('{/Shift}');
  expect(keys()[1]?.[0]).toBe(50);
  expect(keys()[1]?.[1]).toBeCloseTo(1.2, 6);
});

test('the handles of a selected key are dragged: how far is its influence, how steep its speed', async () => {
  const { user, channel } = curves();
  await user.click(dot(10));
  const tip = handleEnd(channel().keys, 0, 'leave');
  await drag(user, handle('Leaving', 10), { x: SCALE(tip?.frame ?? 0), y: up(tip?.value ?? 0) }, { x: SCALE(30), y: up(1) });
  const now = handleEnd(channel().keys, 0, 'leave');
  expect(now?.frame).toBeCloseTo(30, 6);
  expect(now?.value).toBeCloseTo(1, 6);
  // Half of the span of 40 frames, at 1 in 20 frames where the mean is 2 in 40.
  expect(channel().keys[0]?.leave).toMatchObject({ influence: expect.closeTo(0.5, 6), speed: expect.closeTo(1, 6) });
});

test('is worked by keyboard: arrows move a key in time and value, Enter selects, Delete removes', async () => {
  const { user, keys, view } = curves();
  act(() => dot(50).focus());
  await user.keyboard('{ArrowRight}');
  act(() => dot(51).focus());
  await user.keyboard('{Shift>}{ArrowUp}{/Shift}');
  expect(keys()[1]?.[0]).toBe(51);
  const risen = keys()[1]?.[1] as number;
  expect(risen).toBeGreaterThan(2);
  await user.keyboard('{Enter}');
  expect(view.getState().pick).toMatchObject({ kind: 'station', frame: 51 });
  await user.keyboard('{Delete}');
  expect(keys()).toHaveLength(2);
});

test('a double press sets a key on the curve, which leaves the value there as it was', async () => {
  const { user, keys, channel } = curves();
  const before = channel();
  const pane = screen.getByRole('group', { name: 'Values of Across' });
  const place = { target: pane, coords: { clientX: SCALE(30), clientY: 40 } };
  await user.pointer([place, { ...place, keys: '[MouseLeft][MouseLeft]' }]);
  expect(keys()[1]?.[0]).toBe(30);
  // Half-way of an eased span that leaves and arrives alike (by symmetry).
  expect(keys()[1]?.[1]).toBeCloseTo(1, 6);
  expect(before.keys).toHaveLength(3);
});

test('another channel is taken in hand by its name; with Ctrl all of its keys are selected', async () => {
  const { user, view, path } = curves();
  expect(screen.queryByRole('button', { name: /^Up: key/ })).toBeNull();
  await user.keyboard('{Control>}');
  await user.click(screen.getByRole('button', { name: /^Up ?2$/ }));
  await user.keyboard('{/Control}');
  expect(view.getState().curve).toBe('y');
  expect(view.getState().keys).toEqual([
    { owner: path, name: 'y', frame: 10 },
    { owner: path, name: 'y', frame: 90 },
  ]);
  expect(dot(10, 'Up')).toBeDefined();
  expect(screen.getByRole('img', { name: 'Speed of Up' })).toBeDefined();
});

test('where no lane is picked it says what to do', () => {
  showIn(
    emptyProduction('None', { width: 1920, height: 1080, rate: '25', length: 9 }),
    <ProductionCurves path={null} scale={SCALE} playhead={0} />,
  );
  expect(screen.getByText(/Pick a lane/)).toBeDefined();
});
