import { bytesAhead } from '@/core/delivery/bytes-ahead';
import { renderSettingsSchema } from '@/core/delivery/render-settings';

const HD = { width: 1920, height: 1080 };
const ahead = (settings: object) => bytesAhead(renderSettingsSchema.parse({ last: 99, ...settings }), HD);

test('room that a render takes at most: numbers a pixel times their bytes, for each frame', () => {
  expect(ahead({})).toBe(100 * 1920 * 1080 * 3);
  expect(ahead({ outputs: [{ kind: 'png', depth: '16' }], alpha: true })).toBe(100 * 1920 * 1080 * 8);
  // Every other frame takes half of it, and the frame alone a hundredth.
  expect(ahead({ every: 2 })).toBe(ahead({}) / 2);
  expect(ahead({ last: 0 })).toBe(ahead({}) / 100);
});

test('layers, and pictures that only videos are made of, take room too', () => {
  expect(ahead({ outputs: [{ kind: 'exr', layers: ['depth', 'normal'] }] })).toBe(100 * 1920 * 1080 * (8 + 4 + 6));
  // Ten bits are made of pictures of sixteen, which are there until the video is.
  expect(ahead({ outputs: [{ kind: 'prores-422-hq' }] })).toBeGreaterThan(100 * 1920 * 1080 * 6);
});
