import { z } from 'zod';
import { keysOf, type Channel } from '@/core/motion/channel';
import { withKey, withKeyMoved, withoutKey, withPace, withValue } from '@/core/motion/edit-channel';
import { keyValue } from '@/core/motion/key-value';
import { PACES } from '@/core/motion/pace';

const keysSchema = keysOf(z.number());
const empty: Channel = { rest: 4, keys: [] };
const frames = (channel: Channel) => channel.keys.map((key) => key.frame);

test('keys stay in order of time, one a frame', () => {
  const channel = [30, 10, 20, 10].reduce((made, frame, i) => withKey(made, frame, i), empty);
  expect(frames(channel)).toEqual([10, 20, 30]);
  expect(keyValue(channel, 10)).toBe(3);
  expect(keysSchema.safeParse(channel.keys).success).toBe(true);
});

test('a key between two others joins as the one before it does', () => {
  const straight = withKey(withKey(empty, 0, 0, { join: 'straight' }), 100, 10, { join: 'straight' });
  expect(withKey(straight, 50, 5).keys[1]?.join).toBe('straight');
});

test('a value is set at rest where nothing is keyed, and as a key where something is', () => {
  expect(withValue(empty, 12, 9)).toEqual({ rest: 9, keys: [] });
  expect(frames(withValue(withKey(empty, 0, 1), 12, 9))).toEqual([0, 12]);
});

test('removing the last key leaves its value: nothing jumps', () => {
  const one = withKey(empty, 8, 2.5);
  expect(withoutKey(one, 8)).toEqual({ rest: 2.5, keys: [] });
});

test('a key moves past its neighbours and replaces what it lands on', () => {
  const three = [0, 10, 20].reduce((made, frame) => withKey(made, frame, frame), empty);
  expect(frames(withKeyMoved(three, 0, 15))).toEqual([10, 15, 20]);
  const landed = withKeyMoved(three, 0, 20);
  expect(frames(landed)).toEqual([10, 20]);
  expect(keyValue(landed, 20)).toBe(0);
});

test('a pace shapes its own span only', () => {
  const three = [0, 10, 20].reduce((made, frame) => withKey(made, frame, frame), empty);
  const paced = withPace(three, 0, 10, PACES.settle);
  for (const frame of [12, 15, 18]) expect(keyValue(paced, frame)).toBeCloseTo(keyValue(three, frame), 12);
  expect(keyValue(paced, 4)).not.toBeCloseTo(keyValue(three, 4), 1);
});

test('keys out of order are refused', () => {
  const keys = withKey(withKey(empty, 0, 0), 10, 1).keys;
  expect(keysSchema.safeParse([keys[1], keys[0]]).success).toBe(false);
});
