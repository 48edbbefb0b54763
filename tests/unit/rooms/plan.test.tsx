/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { cameraPose } from '@/core/frame/camera-pose';
import { addWordmark, changeMark } from '@/core/production/edits/mark-edits';
import { resolverOf } from '@/core/production/resolver';
import { emptyProduction } from '@/core/production/production';
import { positionOf } from '@/core/space/matrix';
import type { PlanFrom } from '@/parts/plan-view/plan-geometry';
import { fitting, stillFits, type PlanPoint } from '@/parts/plan-view/plan-geometry';
import { SetPlan } from '@/rooms/views/set-plan';
import { key } from '../support/key';
import { drag, HIGH, WIDE } from '../support/page';
import { showIn } from '../support/workspace';

const FACTS = { triangles: 0, missing: [], faults: [], letters: [], ends: [], font: null };
const BOX = { min: [-1, 0, -0.1], max: [1, 1, 0.1] } as const;

function plan(from: PlanFrom = 'above', count = 2) {
  const production = emptyProduction('Plan', { width: 1920, height: 1080, rate: '25', length: 100 });
  const ids = ['LANTERN', 'DEEP', 'KELP'].slice(0, count).map((words) => addWordmark(production, words));
  changeMark(production, ids[1] ?? '', ({ channels }) => (channels.z.rest = -4));
  const [orbit] = production.cameras[0]?.carriers ?? [];
  if (orbit?.kind === 'orbit') orbit.channels.azimuth.keys = [key(0, 0), key(60, 40)];
  const shown = showIn(production, <SetPlan from={from} movable title="Plan" />);
  const facts = Object.fromEntries(ids.map((id) => [id, { ...FACTS, bounds: { ...BOX } as never }]));
  act(() => shown.view.setState({ facts }));
  const [first, second] = ids as [string, string];
  const place = (id: string) => ['x', 'y', 'z'].map((name) => resolverOf(shown.now()).at(`marks/${id}`, name, 0));
  return { ...shown, first, second, place };
}
const mark = (name: string) => screen.getByRole('button', { name: `Select ${name}` });
const outline = (name: string) => mark(name).getAttribute('d');

test('marks that are built stand in the plan with their names; a press selects one, by hand and by keyboard', async () => {
  const { user, view, first, second } = plan();
  expect(screen.getAllByText(/LANTERN|DEEP/).map(({ textContent }) => textContent)).toEqual(expect.arrayContaining(['LANTERN', 'DEEP']));
  await user.click(mark('DEEP'));
  expect(view.getState().selection).toEqual({ kind: 'mark', id: second });
  act(() => mark('LANTERN').focus());
  await user.keyboard('{Enter}');
  expect(view.getState().selection).toEqual({ kind: 'mark', id: first });
  expect(mark('LANTERN').getAttribute('aria-pressed')).toBe('true');
});

test('a mark is dragged on its level: across and in depth from above, up and in depth from the side', async () => {
  const above = plan('above');
  await drag(above.user, mark('LANTERN'), { x: 300, y: 150 }, { x: 320, y: 150 }, { x: 340, y: 170 });
  const [x, y, z] = above.place(above.first) as number[];
  expect(x).toBeGreaterThan(0);
  expect(y).toBe(0);
  // As far down the page as half of what it went across: toward the audience.
  expect(z).toBeCloseTo((x as number) / 2, 9);
  act(() => above.workspace.documents.undo());
  expect(above.place(above.first)).toEqual([0, 0, 0]);
  above.unmount();
  const side = plan('side');
  await drag(side.user, mark('LANTERN'), { x: 300, y: 150 }, { x: 310, y: 130 });
  const [sx, sy, sz] = side.place(side.first) as number[];
  expect(sx).toBe(0);
  expect(sy).toBeCloseTo(2 * (sz as number), 9);
});

test('while one mark is moved the others stay as they were drawn, and the window stays still', () => {
  const { workspace, first } = plan();
  const [moved, still] = [outline('LANTERN'), outline('DEEP')];
  act(() => workspace.documents.edit((draft) => changeMark(draft, first, ({ channels }) => (channels.x.rest = 0.5))));
  expect(outline('LANTERN')).not.toBe(moved);
  expect(outline('DEEP')).toBe(still);
});

test('a station is moved in the plan, and the camera then stands there', async () => {
  const { user, now, view } = plan();
  const [camera] = now().cameras;
  if (!camera) throw new Error('no camera');
  const eye = () => positionOf(cameraPose(now(), now().cameras[0] ?? camera, 60, () => null));
  const [x, , z] = eye();
  const station = screen.getByRole('button', { name: 'Go to the station at frame 60' });
  await drag(user, station, { x: 200, y: 200 }, { x: 240, y: 200 });
  const [mx, , mz] = eye();
  expect(mx).toBeGreaterThan((x as number) + 0.1);
  expect(mz).toBeCloseTo(z as number, 6);
  act(() => station.focus());
  await user.keyboard('{ArrowUp}');
  expect(eye()[2]).toBeCloseTo((mz as number) - 0.05, 6);
  await user.click(screen.getByRole('button', { name: 'Go to the station at frame 60' }));
  expect(view.getState().playhead).toBe(60);
});

test('the window is dragged and wheeled, what lies under the pointer stays there, and everything is shown again', async () => {
  const { user } = plan();
  const page = screen.getByRole('group', { name: 'Plan from above' });
  const before = outline('LANTERN');
  const [left] = (before ?? '').slice(1).split(',').map(Number);
  await drag(user, page, { x: 100, y: 100 }, { x: 130, y: 100 });
  const [moved] = (outline('LANTERN') ?? '').slice(1).split(',').map(Number);
  expect(moved).toBeCloseTo((left as number) + 30, 6);
  act(
    () =>
      void page.parentElement?.dispatchEvent(
        new WheelEvent('wheel', { deltaY: -100, clientX: 0, clientY: 0, bubbles: true, cancelable: true }),
      ),
  );
  const [wheeled] = (outline('LANTERN') ?? '').slice(1).split(',').map(Number);
  // Farther from the pointer, by as much as the page has grown.
  expect((wheeled as number) / (moved as number)).toBeCloseTo(Math.exp(0.2), 6);
  await user.click(screen.getByRole('button', { name: 'Show everything' }));
  expect(outline('LANTERN')).toBe(before);
});

test('the words under the plan tell the grid, what is sharp, and what a dot is', () => {
  const { container } = plan();
  expect(container.textContent).toMatch(/sharp [\d.]+–([\d.]+|∞) m/);
  expect(container.textContent).toMatch(/hyperfocal [\d.]+ m/);
  expect(container.textContent).toMatch(/m grid · a dot a frame/);
});

test('a window still fits while all is in it, and no longer when something leaves it or all has drawn together', () => {
  const spread = (size: number): PlanPoint[] =>
    [
      [-size, -size],
      [size, size],
    ] as PlanPoint[];
  const window = fitting(spread(10), WIDE, HIGH);
  expect(stillFits(window, spread(9), WIDE, HIGH)).toBe(true);
  expect(stillFits(window, [...spread(9), [0, 40]], WIDE, HIGH)).toBe(false);
  expect(stillFits(window, spread(3), WIDE, HIGH)).toBe(false);
});
