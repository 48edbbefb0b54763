/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { Ruler } from '@/parts/timeline/ruler';
import { timeScale } from '@/parts/timeline/time-scale';
import { act, screen } from '@testing-library/react';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addCue } from '@/core/production/edits/cue-edits';
import { splitShot } from '@/core/production/edits/shot-edits';
import { ownerAt } from '@/core/production/owners/owners';
import { emptyProduction, type Production } from '@/core/production/production';
import { ProductionTimeline } from '@/rooms/timeline/production-timeline';
import { key } from '../support/key';
import { drag, show, WIDE } from '../support/page';
import { showIn } from '../support/workspace';

const LENGTH = 100;
const EDGE = 12;
/** Pixels from the left at which a frame stands while all of the time is shown. */
const x = (frame: number) => EDGE + (frame * (WIDE - 2 * EDGE)) / (LENGTH - 1);
const at = (frame: number, y = 20) => ({ x: x(frame), y });

function keyed(): { production: Production; path: string } {
  const production = emptyProduction('Timed', { width: 1920, height: 1080, rate: '25', length: LENGTH });
  const path = `marks/${addWordmark(production, 'DEEP')}`;
  const [mark] = production.marks;
  if (mark) mark.channels.x.keys = [key(10, 0), key(30, 2), key(60, 3, { join: 'held' })];
  return { production, path };
}
const frames = (production: Production, path: string, name = 'x') =>
  ownerAt(production, path)?.channels[name]?.keys.map(({ frame }) => frame);
const rivet = (frame: number) => screen.getByRole('button', { name: new RegExp(`^DEEP, place: key at frame ${frame}(,|$)`) });
const move = (from: number, to: number) =>
  screen.getByRole('button', { name: new RegExp(`^DEEP, place: move from frame ${from} to ${to}`) });

describe('a lane', () => {
  test('is there for what is keyed, with its rivets and moves; an empty production says how the first ones come', () => {
    const { production } = keyed();
    const { unmount } = showIn(production, <ProductionTimeline />);
    expect(rivet(60).getAttribute('aria-label')).toBe('DEEP, place: key at frame 60, held');
    expect([move(10, 30), move(30, 60)]).toHaveLength(2);
    expect(screen.queryByText(/Nothing moves yet/)).toBeNull();
    unmount();
    showIn(emptyProduction('Still', production.format), <ProductionTimeline />);
    expect(screen.getByText(/press Land here/)).toBeDefined();
  });

  test('a rivet is dragged in whole frames, not past its neighbours, as one step of undo; the playhead goes with it', async () => {
    const { production, path } = keyed();
    const { user, now, view, workspace } = showIn(production, <ProductionTimeline />);
    await drag(user, rivet(30), at(30), at(35), at(41));
    expect(frames(now(), path)).toEqual([10, 41, 60]);
    expect(view.getState()).toMatchObject({ playhead: 41, pick: { kind: 'station', owner: path, frame: 41 } });
    await drag(user, rivet(41), at(41), at(95));
    expect(frames(now(), path)).toEqual([10, 59, 60]);
    act(() => workspace.documents.undo());
    act(() => workspace.documents.undo());
    expect(frames(now(), path)).toEqual([10, 30, 60]);
  });

  test('a move is dragged whole, and stops before its neighbour', async () => {
    const { production, path } = keyed();
    const { user, now, view } = showIn(production, <ProductionTimeline />);
    await drag(user, move(10, 30), at(20), at(25));
    expect(frames(now(), path)).toEqual([15, 35, 60]);
    expect(view.getState().pick).toEqual({ kind: 'move', owner: path, from: 15, to: 35 });
    await drag(user, move(15, 35), at(20), at(90));
    expect(frames(now(), path)).toEqual([39, 59, 60]);
  });

  test('keys fall on a cue that they come near to, unless they are let go', async () => {
    const { production, path } = keyed();
    addCue(production, 45);
    const { user, now } = showIn(production, <ProductionTimeline />);
    await drag(user, rivet(30), at(30), at(43));
    expect(frames(now(), path)).toEqual([10, 45, 60]);
    await user.click(screen.getByRole('button', { name: 'Things fall on cues: let them go' }));
    await drag(user, rivet(45), at(45), at(43));
    expect(frames(now(), path)).toEqual([10, 43, 60]);
  });

  test('is worked by keyboard: arrows step, Shift takes ten, Enter picks, Delete removes', async () => {
    const { production, path } = keyed();
    const { user, now, view } = showIn(production, <ProductionTimeline />);
    act(() => rivet(30).focus());
    await user.keyboard('{ArrowRight}');
    act(() => rivet(31).focus());
    await user.keyboard('{Shift>}{ArrowRight}{/Shift}');
    expect(frames(now(), path)).toEqual([10, 41, 60]);
    act(() => rivet(10).focus());
    await user.keyboard('{Enter}');
    expect(view.getState().pick).toEqual({ kind: 'station', owner: path, frame: 10 });
    await user.keyboard('{Delete}');
    expect(frames(now(), path)).toEqual([41, 60]);
    act(() => move(41, 60).focus());
    await user.keyboard('{ArrowLeft}');
    expect(frames(now(), path)).toEqual([40, 59]);
  });

  test('several rivets are selected with Ctrl or by a box, and dragged together', async () => {
    const { production, path } = keyed();
    const { user, now, view } = showIn(production, <ProductionTimeline />);
    await user.keyboard('{Control>}');
    await user.click(rivet(10));
    await user.click(rivet(30));
    await user.keyboard('{/Control}');
    expect(view.getState().keys.map(({ frame }) => frame)).toEqual([10, 30]);
    await drag(user, rivet(30), at(30), at(33));
    expect(frames(now(), path)).toEqual([13, 33, 60]);

    const lane = screen.getByLabelText('DEEP, place', { selector: 'svg' });
    const tracks = lane.parentElement as Element;
    const lanes = [...tracks.querySelectorAll('svg')];
    const top = 36 * lanes.indexOf(lane as unknown as SVGSVGElement);
    await drag(user, lane, at(25, top + 4), at(80, top + 30));
    expect(view.getState().keys).toEqual([
      { owner: path, frame: 33 },
      { owner: path, frame: 60 },
    ]);
    await user.keyboard('{Control>}');
    await user.click(screen.getByRole('button', { name: /^DEEP ?place$/ }));
    await user.keyboard('{/Control}');
    expect(view.getState().keys).toHaveLength(3);
  });

  test('a double press on nothing keys the whole lane there', async () => {
    const { production, path } = keyed();
    const { user, now } = showIn(production, <ProductionTimeline />);
    const lane = screen.getByLabelText('DEEP, place', { selector: 'svg' });
    const place = { target: lane, coords: { clientX: x(80), clientY: 20 } };
    await user.pointer([place, { ...place, keys: '[MouseLeft][MouseLeft]' }]);
    expect(frames(now(), path)).toContain(80);
    expect(frames(now(), path, 'roll')).toEqual([80]);
  });
});

test('a keyed colour is a strip of its colours, a keyed switch bars where it is on', () => {
  const { production } = keyed();
  const [light] = production.lights;
  if (light?.kind !== 'sun') throw new Error('no light');
  light.channels.colour.keys = [key(0, '#ff0000'), key(50, '#ff0000'), key(99, '#0000ff')];
  light.channels.on.keys = [key(0, true), key(20, false), key(40, true)];
  const { container } = showIn(production, <ProductionTimeline />);
  const strip = [...container.querySelectorAll('[data-strip=colour] rect')];
  expect(strip[0]?.getAttribute('fill')).toBe('#ff0000');
  expect(strip.at(-1)?.getAttribute('fill')).toBe('#0000ff');
  const bars = [...container.querySelectorAll('[data-bars=on] rect')].map((bar) => {
    const from = Number(bar.getAttribute('x'));
    return [from, from + Number(bar.getAttribute('width'))].map((pixel) => Math.round(((pixel - EDGE) * (LENGTH - 1)) / (WIDE - 2 * EDGE)));
  });
  expect(bars).toEqual([
    [0, 20],
    [40, 99],
  ]);
});

describe('shots and cues', () => {
  test('where a shot begins is dragged and stepped, within its neighbours; Delete joins it with the one before', async () => {
    const { production } = keyed();
    const cameraId = production.cameras[0]?.id ?? '';
    splitShot(production, 50, cameraId);
    const { user, now, view } = showIn(production, <ProductionTimeline />);
    const shot = () => screen.getByRole('button', { name: /^Shot 2,/ });
    expect(shot().getAttribute('aria-label')).toMatch(/frames 50 to 99, cut$/);
    await drag(user, shot().querySelector('g') as Element, at(50), at(40));
    expect(now().shots[1]?.from).toBe(40);
    expect(view.getState().selection).toMatchObject({ kind: 'shot', id: now().shots[1]?.id });
    act(() => shot().focus());
    await user.keyboard('{Shift>}{ArrowRight}{/Shift}{ArrowLeft}');
    expect(now().shots[1]?.from).toBe(49);
    await user.keyboard('{Delete}');
    expect(now().shots).toHaveLength(1);
  });

  test('a double press sets a cue, which is dragged with the keys that stand on it, and removed by Delete', async () => {
    const { production, path } = keyed();
    const { user, now } = showIn(production, <ProductionTimeline />);
    const cues = screen.getByRole('group', { name: 'Cues' });
    const place = { target: cues, coords: { clientX: x(30), clientY: 20 } };
    await user.pointer([place, { ...place, keys: '[MouseLeft][MouseLeft]' }]);
    expect(now().cues.map(({ frame }) => frame)).toEqual([30]);
    const cue = (frame: number) => screen.getByRole('button', { name: `Cue at frame ${frame}` });
    await drag(user, cue(30), at(30), at(36));
    expect(now().cues[0]?.frame).toBe(36);
    expect(frames(now(), path)).toEqual([10, 36, 60]);
    act(() => cue(36).focus());
    await user.keyboard('{Delete}');
    expect(now().cues).toEqual([]);
  });
});

test('the ruler scrubs, and less time is shown about the playhead', async () => {
  const { production } = keyed();
  const { user, view } = showIn(production, <ProductionTimeline />);
  const ruler = screen.getByRole('slider', { name: 'Playhead' });
  await user.pointer([
    { target: ruler, keys: '[MouseLeft>]', coords: { clientX: x(20), clientY: 5 } },
    { target: ruler, coords: { clientX: x(50), clientY: 5 } },
  ]);
  expect(view.getState()).toMatchObject({ playhead: 50, scrubbing: true });
  await user.pointer({ target: ruler, keys: '[/MouseLeft]' });
  expect(view.getState().scrubbing).toBe(false);
  expect(ruler.getAttribute('aria-valuetext')).toBe('00:00:02:00');
  const labels = () => [...ruler.querySelectorAll('text')].length;
  const before = labels();
  await user.click(screen.getByRole('button', { name: 'Show less time' }));
  await user.click(screen.getByRole('button', { name: 'Show less time' }));
  expect(labels()).not.toBe(before);
});

test.each([
  [5, '‹ 00:05', 'before what is shown'],
  [30, '01:05', ''],
  [70, '02:20 ›', 'after what is shown'],
])('a playhead at frame %d is shown as within or outside the part of time that is in sight', (playhead, text, told) => {
  const span = { from: 20, to: 40 };
  const nothing = () => undefined;
  show(<Ruler scale={timeScale(span, 600)} span={span} rate="25" playhead={playhead} last={99} onSeek={nothing} onScrub={nothing} />);
  expect(screen.getByTestId('playhead-time').textContent).toBe(text);
  expect(screen.getByRole('slider', { name: 'Playhead' }).getAttribute('aria-valuetext')).toMatch(told);
});
