import { execFile, execFileSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { promisify } from 'node:util';
import { decode } from 'fast-png';
import { ROOT } from '../../scripts/lib.mjs';
import { expect, test } from './support/server';

/** What a render leaves in a folder, read back by ffprobe and ffmpeg (Debian). */

test.use({ demo: true });

let out: string;
test.beforeEach(() => {
  out = mkdtempSync(path.join(tmpdir(), 'ironsky-out-'));
});
test.afterEach(() => rmSync(out, { recursive: true, force: true }));

const render = (data: string, ...args: string[]) =>
  promisify(execFile)(
    process.execPath,
    [path.join(ROOT, 'scripts/render.mjs'), 'Lantern Deep, ident A', '--scale', '0.15', '--samples', '2', '--out', out, ...args],
    { env: { ...process.env, IRONSKY_DATA: data } },
  );

interface Stream {
  codec_type: string;
  [name: string]: unknown;
}
const streams = (name: string): Stream[] =>
  JSON.parse(
    execFileSync('ffprobe', [
      '-v',
      'error',
      '-count_frames',
      '-show_streams',
      '-show_format',
      '-of',
      'json',
      path.join(out, name),
    ]).toString(),
  ).streams;

/** Sixteen-bit numbers of all frames of a video, as ffmpeg decodes them. */
function pixelsOf(name: string, format: 'rgb48le' | 'rgba64le'): Uint16Array {
  const args = ['-v', 'error', '-i', path.join(out, name), '-f', 'rawvideo', '-pix_fmt', format, '-'];
  const bytes = execFileSync('ffmpeg', args, { maxBuffer: 2 ** 28 });
  return new Uint16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
}

const pngs = (): Uint16Array[] =>
  readdirSync(out)
    .filter((name) => name.endsWith('.png'))
    .sort()
    .map((name) => decode(readFileSync(path.join(out, name))).data as Uint16Array);

/** Largest and mean difference of two pictures, of 65535. */
function apart(a: Uint16Array, b: Uint16Array): { most: number; mean: number } {
  expect(a.length).toBe(b.length);
  let [most, sum] = [0, 0];
  for (let i = 0; i < a.length; i++) {
    const off = Math.abs((a[i] as number) - (b[i] as number));
    most = Math.max(most, off);
    sum += off;
  }
  return { most, mean: sum / a.length };
}

test('frames and mezzanine files from one pass: right pixels, colours, rate, timecode, and sound as long as the pictures', async ({
  ironsky,
}) => {
  test.slow();
  const files = 'png,jpeg,exr,webm-10,prores-422-hq,dnxhr-hqx,ffv1';
  await render(ironsky.folder, '--frames', '83-86', '--files', files, '--depth', '16');
  const videos = ['video-prores-422-hq.mov', 'video-dnxhr-hqx.mov', 'video-ffv1.mkv', 'video-webm-10.webm'];
  const frames = [83, 84, 85, 86].flatMap((n) => ['exr', 'jpg', 'png'].map((extension) => `frame_000${n}.${extension}`));
  // Beside them lies only the note of whose they are.
  expect(
    readdirSync(out)
      .filter((name) => name !== '.ironsky-renders.json')
      .sort(),
  ).toEqual([...frames, ...videos].sort());
  const own = pngs();
  expect(own).toHaveLength(4);
  const whole = Uint16Array.from(own.flatMap((each) => [...each]));
  // Without loss is without loss.
  expect(apart(pixelsOf('video-ffv1.mkv', 'rgb48le'), whole).most).toBe(0);
  for (const [name, most] of [
    ['video-prores-422-hq.mov', 0.012],
    ['video-dnxhr-hqx.mov', 0.012],
    ['video-webm-10.webm', 0.02],
  ] as const) {
    // Colours at half the width, and what the encoder leaves out; a wrong matrix or range would be several hundredths.
    expect(apart(pixelsOf(name, 'rgb48le'), whole).mean / 65535).toBeLessThan(most);
  }
  for (const name of videos) {
    const [video, sound] = [streams(name).find((s) => s.codec_type === 'video'), streams(name).find((s) => s.codec_type === 'audio')];
    expect(video).toMatchObject({
      width: 288,
      height: 162,
      r_frame_rate: '25/1',
      nb_read_frames: '4',
      color_primaries: 'bt709',
      color_transfer: 'bt709',
    });
    if (name !== 'video-ffv1.mkv') expect(video).toMatchObject({ color_space: 'bt709', color_range: 'tv' });
    expect(sound).toMatchObject({ sample_rate: '48000' });
    if (name.endsWith('.mov')) {
      expect(Number(sound?.duration)).toBeCloseTo(4 / 25, 4);
      expect(sound?.codec_name).toBe('pcm_s24le');
      // Frame 83 at 25 frames a second.
      expect((video?.tags as { timecode: string }).timecode).toBe('00:00:03:08');
    }
  }
  expect(streams('video-prores-422-hq.mov')[0]).toMatchObject({ codec_name: 'prores', profile: 'HQ', pix_fmt: 'yuv422p10le' });
  expect(streams('video-dnxhr-hqx.mov')[0]).toMatchObject({ codec_name: 'dnxhd', profile: 'DNXHR HQX', pix_fmt: 'yuv422p10le' });
  expect(streams('video-webm-10.webm')[0]).toMatchObject({ codec_name: 'vp9', profile: 'Profile 2', pix_fmt: 'yuv420p10le' });
});

test('what is transparent stays so in ProRes 4444, FFV1 and WebM; where it would be lost, that is refused', async ({ ironsky }) => {
  test.slow();
  await render(ironsky.folder, '--frames', '84-85', '--files', 'png,prores-4444,ffv1,webm', '--depth', '16', '--alpha', '--silent');
  const whole = Uint16Array.from(pngs().flatMap((each) => [...each]));
  expect(apart(pixelsOf('video-ffv1.mkv', 'rgba64le'), whole).most).toBe(0);
  const alphaOf = (pixels: Uint16Array) => pixels.filter((_, i) => i % 4 === 3);
  expect(apart(alphaOf(pixelsOf('video-prores-4444.mov', 'rgba64le')), alphaOf(whole)).most / 65535).toBeLessThan(0.002);
  expect(streams('video-ffv1.mkv')[0]).toMatchObject({ pix_fmt: 'gbrap16le' });
  expect(streams('video-prores-4444.mov')[0]).toMatchObject({
    codec_name: 'prores',
    profile: '4444',
    pix_fmt: expect.stringMatching(/^yuva444p1[02]le$/),
  });
  expect(streams('video.webm')[0]?.tags).toMatchObject({ alpha_mode: '1' });
  await expect(render(ironsky.folder, '--frames', '84', '--files', 'png,prores-422-hq', '--alpha')).rejects.toThrow(
    /ProRes 422 HQ has no transparency/,
  );
  await expect(render(ironsky.folder, '--frames', '84', '--files', 'mp4', '--alpha')).rejects.toThrow(/MP4 has no transparency/);
  await expect(render(ironsky.folder, '--frames', '84', '--files', 'dnxhr-hqx', '--scale', '0.05')).rejects.toThrow(
    /DNxHR needs 256 × 120/,
  );
});
