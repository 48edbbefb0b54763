import { run } from './run.ts';

/** What a file says of itself, as ffprobe reads it; frames are counted, not believed. */
export interface Facts {
  bytes: number;
  seconds: number;
  codec: string;
  width: number;
  height: number;
  pixels: string;
  bits: number;
  hasAlpha: boolean;
  rate: string;
  frames: number;
  colour: { primaries: string; transfer: string; matrix: string; range: string };
  timecode: string | null;
  sound: { codec: string; rate: number; channels: number } | null;
}

interface Stream {
  codec_type: string;
  codec_name?: string;
  width?: number;
  height?: number;
  pix_fmt?: string;
  bits_per_raw_sample?: string;
  r_frame_rate?: string;
  nb_read_frames?: string;
  color_primaries?: string;
  color_transfer?: string;
  color_space?: string;
  color_range?: string;
  sample_rate?: string;
  channels?: number;
  tags?: Record<string, string>;
}

/** Bits of a sample, by the name of a pixel format: `yuv422p10le` has 10. */
const bitsOf = (pixels: string): number => Number(/p(\d\d)(le|be)?$/.exec(pixels)?.[1] ?? (/(48|64)(le|be)$/.test(pixels) ? 16 : 8));
const hasAlpha = (pixels: string, tags: Record<string, string>) =>
  /^(yuva|gbrap|rgba|bgra|argb|abgr|ya)/.test(pixels) || tags.alpha_mode === '1' || tags.ALPHA_MODE === '1';

/** @throws Error in words where the file holds no picture */
export async function probe(file: string): Promise<Facts> {
  const { out } = await run('ffprobe', ['-v', 'error', '-count_frames', '-show_streams', '-show_format', '-of', 'json', file]);
  const { streams, format } = JSON.parse(out) as {
    streams: Stream[];
    format: { size?: string; duration?: string; tags?: Record<string, string> };
  };
  const video = streams.find(({ codec_type }) => codec_type === 'video');
  const audio = streams.find(({ codec_type }) => codec_type === 'audio');
  if (!video) throw new Error('There is no picture in it.');
  const pixels = video.pix_fmt ?? '';
  const timecodes = [...streams.map(({ tags }) => tags), format.tags].flatMap((tags) => tags?.timecode ?? tags?.TIMECODE ?? []);
  return {
    bytes: Number(format.size ?? 0),
    seconds: Number(format.duration ?? 0),
    codec: video.codec_name ?? '',
    width: video.width ?? 0,
    height: video.height ?? 0,
    pixels,
    bits: Number(video.bits_per_raw_sample ?? 0) || bitsOf(pixels),
    hasAlpha: hasAlpha(pixels, video.tags ?? {}),
    rate: video.r_frame_rate ?? '0/1',
    frames: Number(video.nb_read_frames ?? 0),
    colour: {
      primaries: video.color_primaries ?? 'unknown',
      transfer: video.color_transfer ?? 'unknown',
      matrix: video.color_space ?? 'unknown',
      range: video.color_range ?? 'unknown',
    },
    timecode: timecodes[0] ?? null,
    sound: audio ? { codec: audio.codec_name ?? '', rate: Number(audio.sample_rate ?? 0), channels: audio.channels ?? 0 } : null,
  };
}
