/** @jest-environment ./tests/unit/support/page-environment.mjs */
import { act, screen } from '@testing-library/react';
import { PACES } from '@/core/motion/pace';
import { addCue } from '@/core/production/edits/cue-edits';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { splitShot } from '@/core/production/edits/shot-edits';
import { ownerAt } from '@/core/production/owners/owners';
import { shotSpans, type ShotSpan } from '@/core/production/shots';
import { emptyProduction, type Production } from '@/core/production/production';
import { KeysBench } from '@/rooms/timeline/keys-bench';
import { LoopBench } from '@/rooms/timeline/loop-bench';
import { ShotBench } from '@/rooms/timeline/shot-bench';
import { CueBench, SoundBench } from '@/rooms/timeline/sound-bench';
import { PickBench } from '@/rooms/timeline/station-bench';
import { useProduction, useView } from '@/rooms/workspace/workspace';
import type { TimelinePick } from '@/rooms/workspace/view-store';
import { key } from '../support/key';
import { retype } from '../support/page';
import { showIn } from '../support/workspace';

function keyed() {
  const production = emptyProduction('Keyed', { width: 1920, height: 1080, rate: '25', length: 100 });
  const path = `marks/${addWordmark(production, 'DEEP')}`;
  const [mark] = production.marks;
  if (!mark) throw new Error('no mark');
  mark.channels.x.keys = [key(10, 0), key(30, 2), key(60, 3)];
  mark.channels.roll.keys = [key(10, 0), key(30, 90)];
  return { production, path };
}
const press = (name: string | RegExp) => screen.getByRole('button', { name });
const channel = (production: Production, path: string, name = 'x') => ownerAt(production, path)?.channels[name];
const frames = (production: Production, path: string) => channel(production, path)?.keys.map(({ frame }) => frame);
const type = (user: ReturnType<typeof showIn>['user'], name: string, text: string) =>
  retype(user, screen.getByRole('textbox', { name }), text);

describe('several keys', () => {
  function Bench() {
    const keys = useView((s) => s.keys);
    return <KeysBench keys={keys} />;
  }
  const bench = () => {
    const { production, path } = keyed();
    addCue(production, 12);
    addCue(production, 50);
    addCue(production, 80);
    const shown = showIn(production, <Bench />);
    act(() => shown.view.setState({ keys: [10, 30, 60].map((frame) => ({ owner: path, name: 'x', frame })) }));
    return { ...shown, path };
  };

  test('are stretched about the first or the last, and stay selected where they went', async () => {
    const { user, now, path, view } = bench();
    expect(screen.getByRole('heading').textContent).toBe('3 selected · frames 10–60');
    await type(user, 'Stretch to, %', '50');
    await user.click(press('Stretch'));
    expect(frames(now(), path)).toEqual([10, 20, 35]);
    expect(view.getState().keys.map(({ frame }) => frame)).toEqual([10, 20, 35]);
    await type(user, 'Stretch to, %', '200');
    await user.click(screen.getByRole('radio', { name: 'about the last' }));
    await user.click(press('Stretch'));
    expect(frames(now(), path)).toEqual([-15, 5, 35]);
  });

  test('are reversed within their own span, and put onto the cues', async () => {
    const { user, now, path } = bench();
    await user.click(press('Reverse'));
    expect(channel(now(), path)?.keys.map(({ frame, value }) => [frame, value])).toEqual([
      [10, 3],
      [40, 2],
      [60, 0],
    ]);
    await user.click(press('Onto the cues'));
    expect(frames(now(), path)).toEqual([12, 50, 80]);
  });

  test('are copied and pasted at the playhead, as they are or as a shape from the present value', async () => {
    const { user, now, path, view } = bench();
    expect(press('Paste').hasAttribute('disabled')).toBe(true);
    await user.click(press('Copy'));
    act(() => view.setState({ playhead: 70 }));
    await user.click(press('Paste the shape'));
    expect(channel(now(), path)?.keys.map(({ frame, value }) => [frame, value])).toEqual([
      [10, 0],
      [30, 2],
      [60, 3],
      [70, 3],
      [90, 5],
      [120, 6],
    ]);
    await user.click(press('Remove'));
    expect(frames(now(), path)).toEqual([10, 30, 60]);
    expect(view.getState().keys).toEqual([]);
  });
});

describe('what is picked', () => {
  const bench = (pick: TimelinePick) => {
    const { production, path } = keyed();
    function Bench() {
      const owner = useProduction((p) => ownerAt(p, path)?.channels) && path;
      const documents = useProduction((p) => p);
      const found = owner && ownerAt(documents, owner);
      return found ? <PickBench owner={found} pick={pick} /> : null;
    }
    return { ...showIn(production, <Bench />), path };
  };
  const station = (frame: number) => bench({ kind: 'station', owner: 'marks/mark-1', frame });
  const move = (from: number, to: number) => bench({ kind: 'move', owner: 'marks/mark-1', from, to });

  test('a station is passed as all its keys are; one channel is meant alone', async () => {
    const { user, now, path } = station(30);
    expect(screen.getByRole('heading').textContent).toBe('Station at 01:05 · 2 keys');
    await user.click(screen.getByRole('radio', { name: 'held' }));
    expect([channel(now(), path)?.keys[1]?.join, channel(now(), path, 'roll')?.keys[1]?.join]).toEqual(['held', 'held']);
    await user.click(press(/Applies to$/));
    await user.click(screen.getByRole('option', { name: 'Roll' }));
    await user.click(screen.getByRole('radio', { name: 'flowing' }));
    expect([channel(now(), path)?.keys[1]?.join, channel(now(), path, 'roll')?.keys[1]?.join]).toEqual(['held', 'flowing']);
    await user.click(press('Remove this key'));
    expect(channel(now(), path, 'roll')?.keys).toHaveLength(1);
    expect(frames(now(), path)).toEqual([10, 30, 60]);
  });

  test('a move has a pace by name, on all its channels; drawn by hand it can be kept under a name of its own', async () => {
    const { user, now, path } = move(10, 30);
    expect(screen.getByRole('heading').textContent).toBe('Move 00:10 → 01:05 · 20 fr');
    await user.click(screen.getByRole('radio', { name: 'launch' }));
    for (const name of ['x', 'roll']) {
      const [a, b] = channel(now(), path, name)?.keys ?? [];
      expect([a?.leave, b?.arrive]).toEqual([PACES.launch.leave, PACES.launch.arrive]);
    }
    await type(user, 'Leave over, %', '77');
    expect(channel(now(), path)?.keys[0]?.leave.influence).toBeCloseTo(0.77, 9);
    await user.click(press('Keep this pace…'));
    await user.type(screen.getByRole('textbox', { name: 'Name of the pace' }), '  Slow dive {Enter}');
    expect(now().paces).toMatchObject([{ name: 'Slow dive', leave: { influence: 0.77 } }]);
    await user.click(screen.getByRole('radio', { name: 'even' }));
    await user.click(screen.getByRole('radio', { name: 'Slow dive' }));
    expect(channel(now(), path)?.keys[0]?.leave.influence).toBeCloseTo(0.77, 9);
    await user.click(press('Forget the pace Slow dive'));
    expect(now().paces).toEqual([]);
  });

  test('the name of a pace is cut between characters, not within one', async () => {
    const { user, now } = move(10, 30);
    await type(user, 'Leave over, %', '77');
    await user.click(press('Keep this pace…'));
    await user.click(screen.getByRole('textbox', { name: 'Name of the pace' }));
    await user.paste(`${'x'.repeat(39)}🐟`);
    await user.keyboard('{Enter}');
    // Half of a fish would make every later save fail: encoded, it is a character that stands for nothing.
    expect(now().paces[0]?.name).not.toMatch(/[\ud800-\udfff]/);
  });
});

describe('a shot', () => {
  const bench = () => {
    const { production } = keyed();
    splitShot(production, 50, production.cameras[0]?.id ?? '');
    function Bench() {
      const whole = useProduction((p) => p);
      return <ShotBench span={shotSpans(whole)[1] as ShotSpan} index={1} />;
    }
    return showIn(production, <Bench />);
  };

  test('is named, joined by a carry of so many frames, and cut again', async () => {
    const { user, now } = bench();
    expect(screen.getByText('50–99 · 50 fr')).toBeDefined();
    const name = screen.getByRole('textbox', { name: 'Name of the shot' });
    await user.type(name, 'Hero{Enter}');
    expect(now().shots[1]?.name).toBe('Hero');
    await user.click(screen.getByRole('radio', { name: 'carry' }));
    const shares = () => now().shots[1]?.channels.share.keys.map(({ frame, value }) => [frame, value]);
    expect(shares()).toEqual([
      [50, 0],
      [56, 1],
    ]);
    await user.click(screen.getByRole('radio', { name: 'cut' }));
    expect(shares()).toEqual([]);
  });

  test('runs backwards, and as it is again', async () => {
    const { user, now } = bench();
    await user.click(press(/^Bent time/));
    const [backwards] = screen.getAllByRole('button', { name: 'Backwards' });
    await user.click(backwards as Element);
    expect(now().shots[1]?.channels.scene.keys.map(({ frame, value }) => [frame, value])).toEqual([
      [50, 99],
      [99, 50],
    ]);
    const [asItIs] = screen.getAllByRole('button', { name: 'As it is' });
    await user.click(asItIs as Element);
    expect(now().shots[1]?.channels.scene.keys).toEqual([]);
  });
});

describe('the loop', () => {
  test('is said to close only when it does, and what is off when it does not', async () => {
    const { production } = keyed();
    const { user } = showIn(production, <LoopBench />);
    await user.click(press('Check the loop'));
    expect((await screen.findByRole('alert')).textContent).toContain('a mark by 3.000 m and 90.00°');
    await user.click(press('Close the loop'));
    await user.click(press('Check the loop'));
    expect((await screen.findByRole('status')).textContent).toContain('It closes');
  });
});

describe('cues', () => {
  test('are set evenly, and taken away together', async () => {
    const { user, now } = showIn(keyed().production, <SoundBench />);
    expect(screen.getByText(/No sound yet/)).toBeDefined();
    await type(user, 'Every, s', '1');
    await user.click(press('Put cues every 1 s'));
    expect(now().cues.map(({ frame }) => frame)).toEqual([0, 25, 50, 75]);
    await user.click(press('None'));
    expect(now().cues).toEqual([]);
  });

  test('one takes its keys along, or leaves them, as it is told', async () => {
    const { production, path } = keyed();
    addCue(production, 30);
    function Bench() {
      const [cue] = useProduction((p) => p.cues);
      return cue ? <CueBench cue={cue} /> : null;
    }
    const { user, now } = showIn(production, <Bench />);
    await type(user, 'At, fr', '34');
    expect([now().cues[0]?.frame, frames(now(), path)]).toEqual([34, [10, 34, 60]]);
    await user.click(screen.getByRole('checkbox', { name: 'keys and shots on it follow' }));
    await type(user, 'At, fr', '40');
    expect([now().cues[0]?.frame, frames(now(), path)]).toEqual([40, [10, 34, 60]]);
    await user.click(press('Remove this cue'));
    expect(now().cues).toEqual([]);
  });
});
