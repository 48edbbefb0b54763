import { spawnSync } from 'node:child_process';
import { findOnsets } from '@/core/sound/onsets';
import { stingSound } from '@/demo/productions';
import { STING_SECONDS, stingSignal, stingWav, STRIKES } from '@/demo/sting';

const made = stingWav();

test('the demo’s sting strikes where its cues are: its strongest onsets lie within 20 ms of them', () => {
  const { onsets } = findOnsets(stingSignal(), 44_100, 0.3);
  for (const strike of STRIKES) expect(Math.min(...onsets.map(({ seconds }) => Math.abs(seconds - strike)))).toBeLessThan(0.02);
});

test('its file is a WAV of its length (RIFF specification: rate and bytes a second in the format chunk), and always the same', async () => {
  const bytes = await made;
  const text = new TextDecoder('latin1').decode(bytes.subarray(0, 16));
  expect([text.slice(0, 4), text.slice(8, 12)]).toEqual(['RIFF', 'WAVE']);
  const view = new DataView(bytes.buffer);
  const format = new TextDecoder('latin1').decode(bytes).indexOf('fmt ') + 8;
  expect([
    view.getUint16(format, true),
    view.getUint16(format + 2, true),
    view.getUint32(format + 4, true),
    view.getUint16(format + 14, true),
  ]).toEqual([1, 1, 44_100, 16]);
  expect(bytes.length).toBeGreaterThanOrEqual(STING_SECONDS * 88_200);
  expect(await stingWav()).toEqual(bytes);
});

test('at its level it is as loud as broadcasters ask for: -23 LUFS within half a unit (EBU R 128), measured by ffmpeg', async () => {
  const { gainDb } = stingSound('0'.repeat(64));
  const filter = `volume=${gainDb}dB,ebur128=peak=true`;
  const { stderr } = spawnSync('ffmpeg', ['-i', '-', '-af', filter, '-f', 'null', '-'], { input: await made, encoding: 'utf8' });
  const summary = stderr.slice(stderr.lastIndexOf('Summary:'));
  expect(Math.abs(Number(/I:\s+(\S+) LUFS/.exec(summary)?.[1]) + 23)).toBeLessThanOrEqual(0.5);
  expect(Number(/Peak:\s+(\S+) dBFS/.exec(summary)?.[1])).toBeLessThanOrEqual(-1);
});
