export interface ExcerptSpan {
  /** Seconds into the sound at which the excerpt begins; before 0 it begins with silence. */
  start: number;
  /** How long it is, seconds. */
  seconds: number;
  /** Level, decibels of amplitude. */
  gainDb: number;
}

/**
 * The stretch of a sound that lies under some frames, at its level: silence where the sound does not reach. Times are rounded to
 * whole samples.
 * @param channels samples of each channel, -1 to 1
 */
export function excerpt(
  channels: readonly Float32Array[],
  sampleRate: number,
  { start, seconds, gainDb }: ExcerptSpan,
): Float32Array<ArrayBuffer>[] {
  const first = Math.round(start * sampleRate);
  const count = Math.round(seconds * sampleRate);
  const gain = 10 ** (gainDb / 20);
  return channels.map((channel) => {
    const out = new Float32Array(count);
    out.set(channel.subarray(Math.max(0, first), Math.max(0, first + count)), Math.max(0, Math.min(count, -first)));
    return gain === 1 ? out : out.map((sample) => sample * gain);
  });
}
