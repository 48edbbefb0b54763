import { outputWords, settingsWords, shareDone, stateWords } from '@/rooms/master/render-words';
import type { RenderProgress } from '@/rooms/master/job-hand';
import { renderSummary as render } from '../support/render-summary';

/** What a person reads of a render, wherever it stands. */

const progress = (change: Partial<RenderProgress> = {}): RenderProgress => ({
  phase: 'frames',
  done: 5,
  total: 10,
  framesPerSecond: 0.5,
  secondsLeft: 10,
  drawnBy: null,
  waiting: null,
  ...change,
});

test('what is written and how is told in the words of the form', () => {
  const own = render({}, { outputs: [{ kind: 'exr' }, { kind: 'prores-4444' }], alpha: true, traced: true, scale: 0.5, samples: 32 });
  expect(outputWords(own)).toBe('OpenEXR, ProRes 4444');
  expect(settingsWords(own)).toBe('50 % · 32 sub-frames · traced · transparent');
  expect(settingsWords(render({}, { samples: 1 }))).toBe('100 % · 1 sub-frame');
  expect(settingsWords(render({}, { rate: '29.97', every: 2 }))).toBe('100 % · 64 sub-frames · 29.97 fr/s · every 2 frames');
});

test('where it stands: what this page does, what others do, and what nobody does yet', () => {
  expect(stateWords(render(), progress())).toBe('5 of 10 frames · 0.50 fr/s · 10 s left');
  expect(stateWords(render(), progress({ framesPerSecond: null, secondsLeft: null, phase: 'video' }))).toBe('encoding 5 of 10 frames');
  expect(stateWords(render(), progress({ waiting: 'The server does not answer. Trying again…' }))).toContain('Trying again');
  expect(stateWords(render({ working: 2 }), null)).toBe('4 of 10 frames, drawn elsewhere');
  expect(stateWords(render({ encoding: { kind: 'prores-422-hq', done: 7 } }), null)).toBe('ProRes 422 HQ: 7 of 10 frames');
  expect(stateWords(render(), null)).toBe('waiting for its turn · 4 of 10 frames are on disk');
  expect((['done', 'cancelled', 'failed', 'paused'] as const).map((status) => stateWords(render({ status }), null))).toEqual([
    'done · 10 frames',
    'cancelled · 4 of 10 frames are on disk',
    'stopped · 4 of 10 frames are on disk',
    'held back · 4 of 10 frames are on disk',
  ]);
});

test('how far it is goes by what is worked on, and by what is on disk where nothing is', () => {
  expect(shareDone(render(), progress())).toBe(0.5);
  expect(shareDone(render(), null)).toBe(0.4);
  expect(shareDone(render({ encoding: { kind: 'ffv1', done: 8 } }), null)).toBe(0.8);
  expect(shareDone(render({ status: 'done', done: 10 }), progress())).toBe(1);
});
