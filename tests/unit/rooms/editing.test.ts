import { jest } from '@jest/globals';
import { produce } from 'immer';
import type { Key } from '@/core/motion/channel';
import { PACES } from '@/core/motion/pace';
import { emptyProduction, type Production } from '@/core/production/production';
import { readNumber } from '@/core/schema/arithmetic';
import { placedLabels } from '@/parts/plan-view/plan-geometry';
import { lanesOf } from '@/parts/timeline/lanes';
import { rulerSteps, zoomed } from '@/parts/timeline/time-scale';
import { allOwners } from '@/core/production/owners/owners';
import { demoProductions } from '@/demo/productions';
import { createAutosave, NotSavedError } from '@/rooms/workspace/autosave';
import { createProductionStore } from '@/rooms/workspace/production-store';
import { straightKey } from '../support/key';
import { answer, answering } from '../support/server';

const format = { width: 1920, height: 1080, rate: '25', length: 100 } as const;
const named = (name: string) => (draft: Production) => void (draft.name = name);

describe('undo', () => {
  test('takes back each edit and gives it again', () => {
    const { store, edit, undo, redo } = createProductionStore(emptyProduction('0', format));
    edit(named('1'));
    edit(named('2'));
    undo();
    expect(store.getState().production.name).toBe('1');
    undo();
    undo();
    expect(store.getState().production.name).toBe('0');
    redo();
    redo();
    expect(store.getState().production.name).toBe('2');
  });

  test('a drag is one step, two drags are two', () => {
    const { store, edit, undo } = createProductionStore(emptyProduction('0', format));
    for (const name of ['a', 'b', 'c']) edit(named(name), 'drag-1');
    for (const name of ['d', 'e']) edit(named(name), 'drag-2');
    undo();
    expect(store.getState().production.name).toBe('c');
    undo();
    expect(store.getState().production.name).toBe('0');
  });

  test('an edit that changes nothing is no step', () => {
    const { store, edit } = createProductionStore(emptyProduction('0', format));
    edit(named('0'));
    expect(store.getState().canUndo).toBe(false);
  });
});

describe('saving', () => {
  let calls: { revision: number; document: Production }[] = [];
  let respond: (call: number) => Promise<Response>;
  beforeEach(() => {
    jest.useFakeTimers();
    calls = [];
    answering(calls, (call) => respond(call));
  });
  afterEach(() => jest.useRealTimers());

  test('goes out within a second, names its revision, and takes the new one', async () => {
    respond = (call) => answer(200, { revision: 7 + call });
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 7);
    documents.edit(named('1'));
    expect(autosave.hasUnsaved()).toBe(true);
    await jest.advanceTimersByTimeAsync(1000);
    documents.edit(named('2'));
    await jest.advanceTimersByTimeAsync(1000);
    expect(calls.map(({ revision, document }) => [revision, document.name])).toEqual([
      [7, '1'],
      [8, '2'],
    ]);
    expect(autosave.hasUnsaved()).toBe(false);
  });

  test('an edit that is undone at once sends nothing and counts as saved', async () => {
    respond = () => answer(200, { revision: 2 });
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 1);
    documents.edit(named('1'));
    documents.undo();
    await jest.advanceTimersByTimeAsync(1000);
    expect(calls).toHaveLength(0);
    expect(autosave.state.getState().save.kind).toBe('saved');
  });

  test('says "saved" only of the newest edit: one made while another is on its way is not there yet', async () => {
    let arrive = () => {};
    respond = (call) =>
      call === 1
        ? new Promise((done) => {
            arrive = () => done(new Response(JSON.stringify({ revision: 2 })));
          })
        : answer(200, { revision: 3 });
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 1);
    const seen: [string, boolean][] = [];
    autosave.state.subscribe(({ save }) => seen.push([save.kind, autosave.hasUnsaved()]));
    documents.edit(named('1'));
    await jest.advanceTimersByTimeAsync(500);
    documents.edit(named('2'));
    arrive();
    await jest.advanceTimersByTimeAsync(1000);
    expect(seen.filter(([kind]) => kind === 'saved')).toEqual([['saved', false]]);
    expect(calls.map(({ document }) => document.name)).toEqual(['1', '2']);
  });

  test('is tried again until the server answers; nothing is lost', async () => {
    respond = (call) => (call < 3 ? Promise.reject(new TypeError('refused')) : answer(200, { revision: 2 }));
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 1);
    documents.edit(named('1'));
    await jest.advanceTimersByTimeAsync(1000);
    expect(autosave.state.getState().save.kind).toBe('failed');
    await jest.advanceTimersByTimeAsync(10_000);
    expect(autosave.state.getState().save.kind).toBe('saved');
    expect(calls.at(-1)?.document.name).toBe('1');
  });

  test('stops when someone else has saved: their work is not written over', async () => {
    respond = () => answer(409, { error: 'changed in another window', revision: 9 });
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 1);
    documents.edit(named('mine'));
    await jest.advanceTimersByTimeAsync(1000);
    documents.edit(named('mine too'));
    await jest.advanceTimersByTimeAsync(60_000);
    expect(calls).toHaveLength(1);
    expect(autosave.state.getState().save.kind).toBe('outdated');
    expect(documents.store.getState().production.name).toBe('mine too');
  });
});

describe('what becomes of the last edit', () => {
  let sent: { revision: number; save: string; document: Production }[] = [];
  let respond: (call: number) => Promise<Response> = () => answer(200, { revision: 2 });
  beforeEach(() => {
    sent = [];
    answering(sent, (call) => respond(call));
  });

  test('a save whose answer was lost is sent again as it was, under its own name, before anything newer', async () => {
    respond = (call) => (call === 1 ? Promise.reject(new TypeError('network')) : answer(200, { revision: call }));
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 1);
    documents.edit(named('1'));
    await expect(autosave.flush()).rejects.toThrow(NotSavedError);
    documents.edit(named('2'));
    await autosave.flush();
    expect(sent.map(({ revision, document }) => [revision, document.name])).toEqual([
      [1, '1'],
      [1, '1'],
      [2, '2'],
    ]);
    expect(sent[1]?.save).toBe(sent[0]?.save);
    expect(sent[2]?.save).not.toBe(sent[0]?.save);
    expect(autosave.hasUnsaved()).toBe(false);
    autosave.dispose();
  });

  test('a flush waits for a save under way and for the edit after it', async () => {
    let arrive = () => {};
    respond = (call) =>
      call === 1
        ? new Promise((done) => {
            arrive = () => done(new Response(JSON.stringify({ revision: 2 })));
          })
        : answer(200, { revision: 3 });
    const documents = createProductionStore(emptyProduction('0', format));
    const autosave = createAutosave('id', documents, 1);
    documents.edit(named('1'));
    const first = autosave.flush();
    documents.edit(named('2'));
    let isOver = false;
    const second = autosave.flush().then(() => (isOver = true));
    await Promise.resolve();
    expect(isOver).toBe(false);
    arrive();
    await Promise.all([first, second]);
    expect(sent.at(-1)?.document.name).toBe('2');
    expect(autosave.hasUnsaved()).toBe(false);
    autosave.dispose();
  });

  test('one that was deleted elsewhere is said to be gone; nothing more is sent, and mine can be kept as a new one', async () => {
    respond = () => answer(410, { error: 'deleted' });
    const documents = createProductionStore(emptyProduction('Mine', format));
    const autosave = createAutosave('id', documents, 1);
    documents.edit(named('Mine still'));
    await expect(autosave.flush()).rejects.toThrow(NotSavedError);
    expect(autosave.state.getState().save.kind).toBe('gone');
    await expect(autosave.flush()).rejects.toThrow('Choose first');
    expect(sent).toHaveLength(1);
    respond = () => answer(200, { id: 'new' });
    expect(await autosave.keepMineAsCopy()).toBe('new');
    expect(sent[1]?.document.name).toBe('Mine still');
    autosave.dispose();
  });
});

describe('typed numbers', () => {
  test.each([
    ['2*3', 'm', 6],
    ['50 mm + 2 cm', 'm', 0.07],
    ['1/3', '', 1 / 3],
    ['f/2.8', 'f/', 2.8],
    ['-(1+2)', '°', -3],
    ['2 turns', '°', 720],
    ['1,5', 'm', 1.5],
    ['12in', 'mm', 304.8],
  ])('%s in %s is %f', (text, unit, value) => {
    expect(readNumber(text, unit)).toBeCloseTo(value, 9);
  });

  test.each(['', 'abc', '2**3', '1 s', '1/0', '(2', 'alert(1)', '3 ° + 1 m'])('“%s” is no length', (text) => {
    expect(readNumber(text, 'm')).toBeNull();
  });
});

describe('the timeline', () => {
  const [demo] = demoProductions() as [Production];
  const lanes = lanesOf(allOwners(demo), new Set());

  test('has a lane for each carrier, the lens, and what else is keyed', () => {
    expect(lanes.map((lane) => lane.label)).toEqual(['Orbit', 'Lens', 'Dome', 'Key light']);
    expect(lanes[0]?.rivets.map((rivet) => rivet.frame)).toEqual([0, 50, 84, 136]);
  });

  test('shows by the fill of a move where it is fast', () => {
    const settle = lanes[0]?.moves[2];
    expect(settle?.label).toBe('settle');
    expect(settle?.silhouette.indexOf(Math.max(...(settle?.silhouette ?? [])))).toBeLessThan(16);
    for (const { moves } of lanes)
      for (const move of moves) for (const share of move.silhouette) expect(share >= 0 && share <= 1).toBe(true);
  });

  test('zooms about a frame without leaving the production', () => {
    const span = zoomed({ from: 0, to: 149 }, 30, 0.5, 149);
    expect((30 - span.from) / (span.to - span.from)).toBeCloseTo(30 / 149, 9);
    expect(zoomed(span, 140, 9, 149)).toEqual({ from: 0, to: 149 });
  });

  test('labels the ruler so that there is room', () => {
    for (const perFrame of [0.001, 0.05, 0.4, 3, 30]) {
      const { labelled, all } = rulerSteps('25', perFrame);
      expect(labelled % all).toBe(0);
      if (perFrame > 0.005) expect(labelled * perFrame).toBeGreaterThanOrEqual(64);
    }
  });
});

test('labels in the plan never lie on one another', () => {
  const outline: [number, number][] = [
    [0, 0],
    [50, 0],
    [50, 9],
    [0, 9],
  ];
  const labels = placedLabels(Array.from({ length: 6 }, (_, i) => ({ name: `MARK ${i}`, outline })));
  labels.forEach((a, i) => labels.slice(i + 1).forEach((b) => expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual(12)));
});

describe('a move is called by what its silhouette shows', () => {
  const labelsOf = (change: (keys: Key[]) => Key[]) => {
    const production = produce(emptyProduction('Moves', { width: 640, height: 360, rate: '25', length: 50 }), (draft) => {
      const orbit = draft.cameras[0]?.carriers[0];
      if (orbit?.kind === 'orbit') orbit.channels.azimuth.keys = change([straightKey(0, 0), straightKey(20, 40), straightKey(40, 50)]);
    });
    return lanesOf(allOwners(production), new Set()).flatMap(({ moves }) => moves.map(({ label }) => label));
  };
  const eased = (keys: Key[]) => keys.map((key): Key => ({ ...key, join: 'eased' }));

  test('by its pace where it has one, and in words where speed was shaped by hand', () => {
    expect(labelsOf((keys) => keys)).toEqual(['even', 'even']);
    expect(labelsOf((keys) => eased(keys).map((key) => ({ ...key, ...PACES.settle })))).toEqual(['settle', 'settle']);
    const own = { leave: { influence: 0.1, speed: 3 }, arrive: { influence: 0.7, speed: 0.1 } };
    expect(labelsOf((keys) => eased(keys).map((key) => ({ ...key, ...own })))).toEqual(['fast at first', 'fast at first']);
    expect(labelsOf((keys) => keys.map((key) => ({ ...key, value: 7 })))).toEqual(['rests', 'rests']);
  });
});
