import { deliveredLength, productionFrame } from '@/core/delivery/conform';
import { outputOfKind } from '@/core/delivery/outputs/outputs';
import { framesOf, frameFiles, readRenderSettings, renderSettingsSchema, videoSource } from '@/core/delivery/render-settings';
import { frameToSeconds, RATE_NAMES } from '@/core/time/rate';

test('a frame stands at the same instant at any rate', () => {
  for (const own of RATE_NAMES)
    for (const rate of RATE_NAMES) {
      const format = { rate: own, length: 250 };
      for (const frame of [0, 1, 17, 100]) {
        expect(frameToSeconds(productionFrame(frame, rate, format), own)).toBeCloseTo(frameToSeconds(frame, rate), 12);
      }
      const length = deliveredLength(format, rate);
      // It ends before the production does, and less than a frame before.
      expect(frameToSeconds(length - 1, rate)).toBeLessThan(frameToSeconds(250, own));
      expect(frameToSeconds(length + 1, rate)).toBeGreaterThan(frameToSeconds(250, own));
      if (rate === own) expect([length, productionFrame(3, rate, format)]).toEqual([250, 3]);
    }
});

test('lengths of the trade: 250 frames at 25 are 10 s: 240 at 24, 300 at 30, 500 at 50; 1001 at 23.976 are 1251 at 29.97', () => {
  const ten = { rate: '25', length: 250 } as const;
  expect((['24', '30', '50', '60'] as const).map((rate) => deliveredLength(ten, rate))).toEqual([240, 300, 500, 600]);
  expect(deliveredLength({ rate: '23.976', length: 1001 }, '29.97')).toBe(1251);
  expect(deliveredLength({ rate: '60', length: 1 }, '23.976')).toBe(1);
});

test('renders of an older kind are read as they were meant', () => {
  const old = { first: 0, last: 9, scale: 0.5, samples: 16, until: 0, least: 16, alpha: false, output: 'mp4', sound: true };
  expect(readRenderSettings(old)).toMatchObject({ every: 1, outputs: [outputOfKind('png'), { kind: 'mp4' }] });
  expect(readRenderSettings({ ...old, output: 'frames' }).outputs).toEqual([outputOfKind('png')]);
});

test('videos are made of the pictures that are ordered, or of some of their own where those would not do', () => {
  const settings = (outputs: unknown[]) => renderSettingsSchema.parse({ last: 3, outputs });
  expect(videoSource(settings([{ kind: 'png' }, { kind: 'mp4' }]))).toBe('png');
  // Ten bits are not made of eight, nor a video of what is premultiplied.
  expect(videoSource(settings([{ kind: 'png' }, { kind: 'prores-422-hq' }]))).toBe('work');
  expect(videoSource(settings([{ kind: 'png', depth: '16' }, { kind: 'prores-422-hq' }]))).toBe('png');
  expect(videoSource(settings([{ kind: 'png', alpha: 'premultiplied' }, { kind: 'webm' }]))).toBe('work');
  const files = frameFiles(settings([{ kind: 'exr' }, { kind: 'ffv1' }]));
  expect(files.map(({ name, output }) => [name, output.kind])).toEqual([
    ['exr', 'exr'],
    ['work', 'png'],
  ]);
  expect(files[1]?.output).toMatchObject({ depth: '16', alpha: 'straight', transfer: 'srgb' });
});

test('what cannot be had together is refused in words, and nothing is dropped in silence', () => {
  const refusal = (settings: object) => renderSettingsSchema.safeParse({ last: 9, ...settings }).error?.issues[0]?.message;
  expect(refusal({ alpha: true, outputs: [{ kind: 'png' }, { kind: 'jpeg' }] })).toContain('JPEG has no transparency');
  expect(refusal({ every: 2, outputs: [{ kind: 'png' }, { kind: 'webm' }] })).toContain('A video has all of its frames');
  expect(refusal({ outputs: [{ kind: 'png', transfer: 'linear' }] })).toContain('Linear light needs 16 bits');
  expect(refusal({ outputs: [] })).toContain('Choose what to write');
  expect(refusal({ outputs: [{ kind: 'mp4' }, { kind: 'mp4' }] })).toContain('once');
  expect(refusal({ first: 5, last: 4 })).toContain('before the first');
  expect(framesOf({ first: 2, last: 9, every: 3 })).toEqual([2, 5, 8]);
});
