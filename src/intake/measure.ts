import { run } from './run.ts';

/** What is measured of the decoded picture and sound, by ffmpeg's own filters and by looking at small grey frames. */

/** Width of the small frames, pixels. */
const WIDTH = 320;
/** Share of the frame at each side that titles keep clear of (EBU R 95). */
const CLEAR = 0.05;
/** A step between neighbours so large, of 255, is the edge of something that is to be read. */
const EDGE = 60;
/** Frames that differ by less than this, of 255, are at rest. */
const REST = 1;

export interface Levels {
  /** Share of samples outside the range of broadcast, largest of any frame, 0 to 1; and that frame. */
  outside: number;
  at: number;
}

export interface Pictures {
  levels: Levels;
  /** Changes of a second as ffmpeg's filter for photosensitivity adds them up, the most of any frame. */
  flashes: { badness: number; at: number };
}

const numbersOf = (text: string, name: string): number[] =>
  [...text.matchAll(new RegExp(`^lavfi\\.${name.replaceAll('.', '\\.')}=(\\S+)$`, 'gm'))].map(([, value]) => Number(value));

function largest(values: readonly number[]): { value: number; at: number } {
  let at = 0;
  values.forEach((value, i) => {
    if (value > (values[at] as number)) at = i;
  });
  return { value: values[at] ?? 0, at };
}

/** Levels and flashes of every frame. @param rate frames a second */
export async function measurePictures(file: string, rate: number): Promise<Pictures> {
  const frames = Math.max(2, Math.min(240, Math.round(rate)));
  const filters = `format=yuv444p,signalstats=stat=brng,photosensitivity=frames=${frames}:bypass=1,metadata=print:file=-`;
  const { out } = await run('ffmpeg', ['-v', 'error', '-i', file, '-map', '0:v:0', '-vf', filters, '-f', 'null', '/dev/null']);
  const levels = largest(numbersOf(out, 'signalstats.BRNG'));
  const flashes = largest(numbersOf(out, 'photosensitivity.badness'));
  return { levels: { outside: levels.value, at: levels.at }, flashes: { badness: flashes.value, at: flashes.at } };
}

/** What each frame is, looked at small. */
export interface SmallFrame {
  /** Mean difference from the frame before, of 255; 0 for the first. */
  change: number;
  /** Mean of the frame, of 255. */
  mean: number;
  /** Share of the outermost part of the frame that is edges of something. */
  edges: number;
}

function edgesOutside(frame: Uint8Array, width: number, height: number): number {
  const [left, top] = [Math.round(CLEAR * width), Math.round(CLEAR * height)];
  let [edges, all] = [0, 0];
  for (let y = 0; y < height - 1; y++)
    for (let x = 0; x < width - 1; x++) {
      if (x >= left && x < width - left && y >= top && y < height - top) continue;
      const i = y * width + x;
      const step = Math.max(
        Math.abs((frame[i + 1] as number) - (frame[i] as number)),
        Math.abs((frame[i + width] as number) - (frame[i] as number)),
      );
      all++;
      if (step > EDGE) edges++;
    }
  return all > 0 ? edges / all : 0;
}

function changeOf(frame: Uint8Array, before: Uint8Array | null): number {
  if (!before) return 0;
  let sum = 0;
  for (let i = 0; i < frame.length; i++) sum += Math.abs((frame[i] as number) - (before[i] as number));
  return sum / frame.length;
}

const meanOf = (frame: Uint8Array): number => frame.reduce((sum, value) => sum + value, 0) / frame.length;

type Raster = { width: number; height: number };

/** Hands over every frame of a file, small and grey. @param filter what is done before that @param reader which decoder is taken */
async function eachFrame(
  file: string,
  { width, height }: Raster,
  told: (frame: Uint8Array, height: number) => void,
  { filter = '', reader = [] }: { filter?: string; reader?: readonly string[] } = {},
): Promise<void> {
  const high = Math.max(2, Math.round((WIDTH * height) / width));
  const size = WIDTH * high;
  let rest: Buffer = Buffer.alloc(0);
  const filters = `${filter}scale=${WIDTH}:${high}:flags=area,format=gray`;
  await run('ffmpeg', ['-v', 'error', ...reader, '-i', file, '-map', '0:v:0', '-vf', filters, '-f', 'rawvideo', '-'], (bytes) => {
    rest = rest.length > 0 ? Buffer.concat([rest, bytes]) : bytes;
    for (; rest.length >= size; rest = rest.subarray(size)) told(new Uint8Array(rest.subarray(0, size)), high);
  });
}

/** What every frame of a file is, one after the other. */
export async function lookThrough(file: string, raster: Raster): Promise<SmallFrame[]> {
  const found: SmallFrame[] = [];
  let before: Uint8Array | null = null;
  await eachFrame(file, raster, (frame, height) => {
    found.push({ change: changeOf(frame, before), mean: meanOf(frame), edges: edgesOutside(frame, WIDTH, height) });
    before = frame;
  });
  return found;
}

export const isAtRest = ({ change }: SmallFrame): boolean => change < REST;

/** Least and largest opacity there is, of 255. */
export async function lookAtAlpha(file: string, raster: Raster, codec: string): Promise<{ least: number; most: number }> {
  let [least, most] = [255, 0];
  const told = (frame: Uint8Array) => {
    for (const value of frame) {
      if (value < least) least = value;
      if (value > most) most = value;
    }
  };
  // VP9 keeps its transparency in a second stream, which only the reference decoder reads.
  await eachFrame(file, raster, told, { filter: 'alphaextract,', reader: codec === 'vp9' ? ['-c:v', 'libvpx-vp9'] : [] });
  return { least, most };
}

/** Loudness of the whole (LUFS) and the highest true peak (dBTP), by ffmpeg's EBU R 128 meter; null where it is too quiet to be told. */
export async function measureLoudness(file: string): Promise<{ integrated: number; peak: number } | null> {
  const { err } = await run('ffmpeg', [
    '-v',
    'info',
    '-nostats',
    '-i',
    file,
    '-map',
    '0:a:0',
    '-af',
    'ebur128=peak=true',
    '-f',
    'null',
    '/dev/null',
  ]);
  const summary = err.slice(err.lastIndexOf('Summary:'));
  const integrated = Number(/I:\s+(-?[\d.]+) LUFS/.exec(summary)?.[1] ?? NaN);
  const peak = Number(/Peak:\s+(-?[\d.]+|-inf) dBFS/.exec(summary)?.[1]?.replace('-inf', '-Infinity') ?? NaN);
  return Number.isFinite(integrated) && integrated > -69 ? { integrated, peak } : null;
}
