import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { readEditList } from '@/intake/edit-list';
import type { Point } from '@/intake/points';
import { reportOn, type Delivery, type Report } from '@/intake/report';
import { STATIONS, type Station } from '@/intake/stations';

/** Files with one fault each, made by ffmpeg: the intake finds that fault and no other. */

let folder: string;
beforeAll(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'ironsky-intake-'));
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The channel's own rules, for pictures that are small enough to be made quickly. */
const station: Station = { ...(STATIONS[0] as Station), rasters: [[320, 180]], editList: false };

/** A plate that stands in the middle, and moves a little so that the picture is alive. */
const PICTURE = 'color=0x203040:s=320x180:r=25:d=1,drawbox=x=110+20*sin(t):y=60:w=100:h=60:c=0xc0b090:t=fill';
/** A tone of 1 kHz in both channels at -23 dBFS is -23 LUFS (EBU Tech 3341, case 1); ffmpeg's sine has an eighth of full scale. */
const tone = (dBFS: number) => `sine=1000:r=48000:d=1,volume=${8 * 10 ** (dBFS / 20)},pan=stereo|c0=c0|c1=c0`;
const TAGS = 'setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
const PRORES = ['-c:v', 'prores_ks', '-profile:v', '3', '-pix_fmt', 'yuv422p10le'];

interface Made {
  name?: string;
  picture?: string;
  sound?: string | null;
  filters?: string;
  codec?: readonly string[];
}

/** Makes a file, in a folder of its own. */
function make({ name = 'Lantern Deep.mov', picture = PICTURE, sound = tone(-23), filters = TAGS, codec = PRORES }: Made = {}): string {
  const file = path.join(mkdtempSync(path.join(folder, 'made-')), name);
  const sounds = sound === null ? [] : ['-f', 'lavfi', '-i', sound];
  const audio = sound === null ? [] : ['-c:a', 'pcm_s24le'];
  execFileSync('ffmpeg', ['-v', 'error', '-f', 'lavfi', '-i', picture, ...sounds, '-vf', filters, ...codec, ...audio, '-shortest', file]);
  return file;
}

const declared = { frames: 25, rate: '25/1' };
const report = (video: string, change: Partial<Delivery> = {}, by = station): Promise<Report> =>
  reportOn(by, { title: 'Lantern Deep', declared, video, editList: null, ...change });
/** Points that were not accepted. */
const faults = ({ points }: Report): [string, Point['verdict']][] =>
  points.filter(({ verdict }) => verdict !== 'accepted').map(({ point, verdict }) => [point, verdict]);

test('a file as it should be is accepted at every point', async () => {
  const found = await report(make());
  expect(faults(found)).toEqual([]);
  expect(found).toMatchObject({ verdict: 'accepted', station: { id: 'merrow-nine' }, file: 'Lantern Deep.mov' });
  expect(found.points.find(({ point }) => point === 'loudness')?.found).toMatch(/^-2(2\.9|3\.0|3\.1) LUFS/);
});

test.each<[string, Made, [string, Point['verdict']][]]>([
  ['another raster', { picture: PICTURE.replace('320x180', '320x176') }, [['raster', 'refused']]],
  ['no colour tags', { filters: 'setparams=color_primaries=unknown:color_trc=unknown:colorspace=unknown' }, [['colour', 'refused']]],
  ['transparency', { codec: ['-c:v', 'prores_ks', '-profile:v', '4', '-pix_fmt', 'yuva444p10le'] }, [['alpha', 'refused']]],
  [
    'whites above the range',
    { picture: "color=gray:s=320x180:r=25:d=1,format=yuv444p,geq=lum='if(lt(X,40),255,90)':cb=128:cr=128" },
    [['levels', 'refused']],
  ],
  [
    'four flashes a second of the whole screen',
    { picture: "color=black:s=320x180:r=25:d=1,format=yuv444p,geq=lum='if(lt(mod(N,6),3),20,230)':cb=128:cr=128" },
    [['flashes', 'refused']],
  ],
  ['sound that is ten too loud', { sound: tone(-13) }, [['loudness', 'refused']]],
  ['no sound', { sound: null }, [['loudness', 'refused']]],
  ['a name with signs', { name: 'Lantern*Deep!.mov' }, [['naming', 'refused']]],
  ['a plate across the edge', { picture: 'color=0x203040:s=320x180:r=25:d=1,drawgrid=w=8:h=8:c=0xd0d0d0' }, [['safe', 'remarked']]],
])('%s is found, and nothing else', async (_, made, wanted) => {
  expect(faults(await report(make(made)))).toEqual(wanted);
});

test('frames that are missing, or another rate than was said, are found', async () => {
  const file = make();
  expect(faults(await report(file, { declared: { frames: 26, rate: '25/1' } }))).toEqual([['length', 'refused']]);
  expect(faults(await report(file, { declared: { frames: 25, rate: '24/1' } }))).toEqual([['rate', 'refused']]);
});

test('a delivery without a sound is taken where silence is asked for, and without transparency refused there', async () => {
  const graphics: Station = { ...(STATIONS[1] as Station), rasters: [[320, 180]] };
  const alpha = ['-c:v', 'prores_ks', '-profile:v', '4', '-pix_fmt', 'yuva444p10le'];
  const faded = `${TAGS},format=yuva444p10le,geq=lum='lum(X,Y)':cb='cb(X,Y)':cr='cr(X,Y)':a='if(lt(X,160),0,1023)',${TAGS}`;
  expect(faults(await report(make({ codec: alpha, filters: faded, sound: null }), {}, graphics))).toEqual([]);
  // One that has a channel of opacity but is opaque all over is of no use to it.
  expect(faults(await report(make({ codec: alpha, sound: null }), {}, graphics))).toEqual([['alpha', 'refused']]);
});

describe('edit lists', () => {
  const CUTS = "color=0x203040:s=320x180:r=25:d=1,format=yuv444p,geq=lum='if(lt(N,10),60,if(lt(N,17),100,75))':cb=128:cr=128";
  const line = (n: number, from: string, to: string) => `00${n}  AX       V     C        ${from} ${to} ${from} ${to}`;
  const list = (...lines: string[]) => {
    const file = path.join(mkdtempSync(path.join(folder, 'list-')), 'Lantern Deep.edl');
    writeFileSync(file, ['TITLE: LANTERN DEEP', 'FCM: NON-DROP FRAME', '', ...lines, ''].join('\r\n'));
    return file;
  };
  const good = [line(1, '01:00:00:00', '01:00:00:10'), line(2, '01:00:00:10', '01:00:00:17'), line(3, '01:00:00:17', '01:00:01:00')];
  const asked: Station = { ...station, editList: true };

  test('that agree with the picture are accepted; one that says a cut where none is seen is remarked', async () => {
    const video = make({ picture: CUTS });
    expect(faults(await report(video, { editList: list(...good) }, asked))).toEqual([]);
    const late = [line(1, '01:00:00:00', '01:00:00:13'), line(2, '01:00:00:13', '01:00:01:00')];
    expect(faults(await report(video, { editList: list(...late) }, asked))).toEqual([['edits', 'remarked']]);
  });

  test('that end elsewhere, or are missing, are refused', async () => {
    const video = make({ picture: CUTS });
    expect(faults(await report(video, { editList: list(...good.slice(0, 2)) }, asked))).toEqual([['edits', 'refused']]);
    expect(faults(await report(video, {}, asked))).toEqual([['edits', 'refused']]);
  });

  // SMPTE ST 12-1: drop frame leaves out two numbers at the beginning of each minute but every tenth.
  test('in drop-frame timecode count frames, not numbers', () => {
    const events = readEditList('001  AX  V  C  00:00:59;28 00:01:00;02 00:00:59;28 00:01:00;02', 30_000 / 1001);
    expect(events).toEqual([{ number: 1, from: 0, to: 2 }]);
  });
});

test('a file that is broken off, and one that is no video, are refused in words', async () => {
  const whole = make();
  const half = path.join(folder, 'half', 'Lantern Deep.mov');
  mkdirSync(path.dirname(half));
  const bytes = readFileSync(whole);
  writeFileSync(half, bytes.subarray(0, bytes.length / 2));
  const words = path.join(folder, 'words.mov');
  writeFileSync(words, 'These are words and no pictures.');
  for (const video of [half, words]) {
    const found = await report(video);
    expect(found.verdict).toBe('refused');
    expect(found.points).toHaveLength(1);
    expect(found.points[0]?.found.length).toBeGreaterThan(5);
  }
});
