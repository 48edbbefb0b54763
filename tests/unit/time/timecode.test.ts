import { exposureSeconds, frameToSeconds, framesPerSecond, RATE_NAMES, secondsToFrame, type RateName } from '@/core/time/rate';
import { formatShortTimecode, formatTimecode, parseTimecode } from '@/core/time/timecode';

describe('drop-frame timecode at 29.97 (SMPTE ST 12-1)', () => {
  test.each([
    [0, '00:00:00;00'],
    [1799, '00:00:59;29'],
    [1800, '00:01:00;02'],
    [17981, '00:09:59;29'],
    [17982, '00:10:00;00'],
    [107892, '01:00:00;00'],
  ])('frame %i is %s', (frame, text) => {
    expect(formatTimecode(frame, '29.97')).toBe(text);
    expect(parseTimecode(text, '29.97')).toBe(frame);
  });

  test('the dropped numbers cannot be typed', () => {
    expect(parseTimecode('00:01:00;00', '29.97')).toBeNull();
    expect(parseTimecode('00:01:00;01', '29.97')).toBeNull();
    expect(parseTimecode('00:10:00;00', '29.97')).toBe(17982);
  });

  test('59.94 drops four numbers a minute', () => {
    expect(formatTimecode(3600, '59.94')).toBe('00:01:00;04');
    expect(formatTimecode(35964, '59.94')).toBe('00:10:00;00');
  });

  test('an hour of timecode is an hour of time, within a frame (what drop-frame is for)', () => {
    const frame = parseTimecode('01:00:00;00', '29.97') as number;
    expect(Math.abs(frameToSeconds(frame, '29.97') - 3600)).toBeLessThan(2 * frameToSeconds(1, '29.97'));
  });
});

test.each(RATE_NAMES)('timecode at %s gives every frame back', (rate) => {
  for (let frame = 0; frame < 200_000; frame += 1) {
    if (frame > 3700 && frame % 97 !== 0) continue;
    expect(parseTimecode(formatTimecode(frame, rate), rate)).toBe(frame);
  }
});

test('23.976 counts 24 whole frames and drops none (SMPTE ST 12-1)', () => {
  expect(formatTimecode(24 * 60, '23.976')).toBe('00:01:00:00');
});

test('short timecode leaves out what is zero, and is read back', () => {
  expect(formatShortTimecode(0, '25')).toBe('00:00');
  expect(formatShortTimecode(149, '25')).toBe('05:24');
  expect(formatShortTimecode(25 * 61, '25')).toBe('01:01:00');
  expect(parseTimecode('05:24', '25')).toBe(149);
  expect(parseTimecode('96', '25')).toBe(96);
});

test.each(['', 'abc', '1:2:3:4:5', '00:61:00:00', '00:00:00:25', '1.5.'])('“%s” is no timecode at 25', (text) => {
  expect(parseTimecode(text, '25')).toBeNull();
});

test('the NTSC family is n·1000/1001, not a decimal', () => {
  expect(framesPerSecond('29.97')).toBe(30000 / 1001);
  expect(framesPerSecond('23.976')).toBe(24000 / 1001);
  expect(frameToSeconds(30000, '29.97')).toBeCloseTo(1001, 9);
});

test('frames and seconds are each other’s inverse, fractions too', () => {
  for (const rate of RATE_NAMES as RateName[]) expect(secondsToFrame(frameToSeconds(37.25, rate), rate)).toBeCloseTo(37.25, 9);
});

test('a 180° shutter at 24 exposes 1/48 s (common practice)', () => {
  expect(exposureSeconds(180, '24')).toBeCloseTo(1 / 48, 12);
});
