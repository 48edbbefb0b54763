import { integratedLoudness, loudnessOf, LOUDNESS_RATE, truePeak } from '@/core/sound/loudness';
import { checkLoudness } from '@/core/check/loudness-check';
import { integratedBy, truePeakBy } from '../support/ebur128';

/** EBU Tech 3341, test signals 1 to 5: stereo sines of 1 kHz of some peak levels, for so many seconds. Tolerance 0.1 LU. */

function sines(parts: readonly (readonly [dBFS: number, seconds: number])[]): Float32Array {
  const lengths = parts.map(([, seconds]) => Math.round(seconds * LOUDNESS_RATE));
  const out = new Float32Array(lengths.reduce((sum, v) => sum + v, 0));
  let at = 0;
  parts.forEach(([level], k) => {
    const amplitude = 10 ** (level / 20);
    for (let i = 0; i < (lengths[k] as number); i++, at++) out[at] = amplitude * Math.sin((2 * Math.PI * 1000 * at) / LOUDNESS_RATE);
  });
  return out;
}

const CASES = [
  { name: '1', parts: [[-23, 20]], expected: -23 },
  { name: '2', parts: [[-33, 20]], expected: -33 },
  {
    name: '3',
    parts: [
      [-36, 10],
      [-23, 60],
      [-36, 10],
    ],
    expected: -23,
  },
  {
    name: '4',
    parts: [
      [-72, 10],
      [-36, 10],
      [-23, 60],
      [-36, 10],
      [-72, 10],
    ],
    expected: -23,
  },
  {
    name: '5',
    parts: [
      [-26, 20],
      [-20, 20.1],
      [-26, 20],
    ],
    expected: -23,
  },
] as const;

test.each(CASES)('case $name is as loud as it is said to be, and as a reference library has it', ({ parts, expected }) => {
  const signal = sines(parts);
  const integrated = integratedLoudness([signal, signal]);
  expect(Math.abs(integrated - expected)).toBeLessThan(0.1);
  expect(integrated).toBeCloseTo(integratedBy(LOUDNESS_RATE, signal, signal), 2);
});

test('one channel is 3 dB less than two, and silence is nothing', () => {
  const signal = sines([[-20, 5]]);
  expect(loudnessOf([signal]).integrated).toBeCloseTo(loudnessOf([signal, signal]).integrated - 10 * Math.log10(2), 5);
  expect(loudnessOf([new Float32Array(LOUDNESS_RATE)]).integrated).toBe(-Infinity);
  expect(loudnessOf([new Float32Array(0)]).truePeak).toBe(-Infinity);
});

test('momentary and short-term are the largest of 400 ms and of 3 s', () => {
  const signal = sines([
    [-40, 5],
    [-20, 0.4],
    [-40, 5],
  ]);
  const { momentary, shortTerm } = loudnessOf([signal, signal]);
  expect(momentary).toBeCloseTo(-20, 0);
  expect(shortTerm).toBeCloseTo(-20 + 10 * Math.log10(0.4 / 3), 0);
});

test('the true peak is that between samples (ITU-R BS.1770-4, annex 2)', () => {
  // A quarter of the sample rate, so that samples miss the peak by 3 dB.
  const signal = Float32Array.from({ length: 4800 }, (_, i) => Math.sin((Math.PI / 2) * i + Math.PI / 4));
  const middle = signal.map((v, i) => v * Math.min(1, i / 400, (4800 - i) / 400));
  expect(Math.max(...middle)).toBeLessThan(0.708);
  expect(truePeak(middle)).toBeCloseTo(1, 2);
  const own = 20 * Math.log10(truePeak(middle));
  const reference = truePeakBy(LOUDNESS_RATE, middle);
  expect(Math.abs(own - (reference > 0.5 ? 20 * Math.log10(reference) : reference))).toBeLessThan(0.2);
});

test('a sound that is off its target is told by how much to move it', () => {
  const signal = sines([[-18, 10]]);
  const verdict = checkLoudness(loudnessOf([signal, signal]), 25);
  expect(verdict.state).toBe('warns');
  expect(verdict.advice).toBe('Set the sound’s level 5.0 dB lower.');
  const right = sines([[-23, 10]]);
  expect(checkLoudness(loudnessOf([right, right]), 25).state).toBe('passes');
});
