import type { Rate } from '../time/rate';
import type { OutputName } from './outputs/outputs';

/** Frames on disk, made into one file by ffmpeg. */
export interface MezzanineOrder {
  kind: OutputName;
  /** Pattern of the files' names, as `printf` has it. */
  frames: string;
  /** Number of the first; and how many there are, all in a row: ffmpeg takes them until one is missing. */
  first: number;
  count: number;
  rate: Rate;
  alpha: boolean;
  /** The sound under them; null for none. */
  sound: { file: string; start: number; gainDb: number } | null;
  /** Of the first frame, as it is written. */
  timecode: string;
  to: string;
}

/** What ffmpeg is told of a kind: its encoder, its container, and how its pixels lie, with opacity and without. */
interface Recipe {
  encoder: string;
  options: readonly string[];
  container: 'mov' | 'matroska';
  pixels: string;
  alphaPixels: string | null;
}

export const RECIPES: Partial<Record<OutputName, Recipe>> = {
  'prores-422-hq': {
    encoder: 'prores_ks',
    options: ['-profile:v', '3', '-vendor', 'apl0'],
    container: 'mov',
    pixels: 'yuv422p10le',
    alphaPixels: null,
  },
  'prores-4444': {
    encoder: 'prores_ks',
    options: ['-profile:v', '4', '-vendor', 'apl0', '-alpha_bits', '16'],
    container: 'mov',
    pixels: 'yuv444p10le',
    alphaPixels: 'yuva444p10le',
  },
  'dnxhr-hqx': {
    encoder: 'dnxhd',
    options: ['-profile:v', 'dnxhr_hqx'],
    container: 'mov',
    pixels: 'yuv422p10le',
    alphaPixels: null,
  },
  ffv1: {
    encoder: 'ffv1',
    options: ['-level', '3', '-g', '1', '-slices', '4', '-slicecrc', '1'],
    container: 'matroska',
    pixels: 'gbrp16le',
    alphaPixels: 'gbrap16le',
  },
};

/** Least sides of a raster that DNxHR takes (SMPTE ST 2019-1), pixels. */
export const DNXHR_LEAST = { width: 256, height: 120 };

const recipeOf = (kind: OutputName): Recipe => {
  const found = RECIPES[kind];
  if (!found) throw new RangeError(`No recipe for ${kind}`);
  return found;
};

/** How sound is cut to the pictures, at 48 kHz (AES5): from where it begins under them, with silence where it does not reach. */
function soundFilter({ start, gainDb }: { start: number; gainDb: number }, seconds: number): string {
  const lead = start > 0 ? [`atrim=start=${start.toFixed(6)}`, 'asetpts=PTS-STARTPTS'] : [];
  const delay = start < 0 ? [`adelay=${(-1000 * start).toFixed(3)}:all=1`] : [];
  return ['aresample=48000', ...lead, ...delay, `volume=${gainDb}dB`, 'apad', `atrim=end=${seconds.toFixed(6)}`].join(',');
}

/**
 * What ffmpeg is started with. Pictures are sRGB code values in 16 bits, kept as the code values of BT.709, as the videos of the browser
 * are;
 * what are luma and colour differences lie in the narrow range and say so.
 */
export function ffmpegArguments({ kind, frames, first, count, rate, alpha, sound, timecode, to }: MezzanineOrder): string[] {
  const { encoder, options, container, pixels, alphaPixels } = recipeOf(kind);
  const layout = alpha && alphaPixels ? alphaPixels : pixels;
  const isRgb = layout.startsWith('gbr');
  const tags = isRgb
    ? 'setparams=color_primaries=bt709:color_trc=bt709:colorspace=gbr:range=pc'
    : 'setparams=color_primaries=bt709:color_trc=bt709:colorspace=bt709:range=tv';
  const convert = isRgb ? [] : ['scale=in_range=pc:out_range=tv:out_color_matrix=bt709:flags=accurate_rnd+full_chroma_int'];
  const perSecond = `${rate.num}/${rate.den}`;
  const seconds = (count * rate.den) / rate.num;
  return [
    ...['-hide_banner', '-nostdin', '-v', 'error', '-progress', 'pipe:1', '-y'],
    ...['-framerate', perSecond, '-start_number', String(first), '-i', frames],
    ...(sound ? ['-i', sound.file] : []),
    ...['-map', '0:v', '-r', perSecond],
    ...['-vf', [...convert, `format=${layout}`, tags].join(',')],
    ...['-c:v', encoder, ...options],
    ...(sound ? ['-map', '1:a:0', '-af', soundFilter(sound, seconds), '-ac', '2', '-c:a', 'pcm_s24le'] : ['-an']),
    // The same pictures give the same bytes.
    ...['-fflags', '+bitexact', '-flags:v', '+bitexact', '-map_metadata', '-1'],
    ...['-timecode', timecode, '-f', container, to],
  ];
}
