/** Lowest and highest value of each stretch of a sound, -1 to 1. */
export interface Stretches {
  lows: Float32Array;
  highs: Float32Array;
  /** Seconds that one stretch is long. */
  seconds: number;
}

/** A sound in stretches, for drawing: all channels together. */
export function stretchesOf(channels: readonly Float32Array[], sampleRate: number, perSecond: number): Stretches {
  const length = channels[0]?.length ?? 0;
  const size = Math.max(1, Math.round(sampleRate / perSecond));
  const count = Math.ceil(length / size);
  const [lows, highs] = [new Float32Array(count), new Float32Array(count)];
  for (let i = 0; i < count; i++) {
    let [low, high] = [0, 0];
    for (const channel of channels) {
      for (let k = i * size; k < Math.min(length, (i + 1) * size); k++) {
        const v = channel[k] as number;
        if (v < low) low = v;
        if (v > high) high = v;
      }
    }
    lows[i] = low;
    highs[i] = high;
  }
  return { lows, highs, seconds: size / sampleRate };
}

/** The mean of all channels. */
export function mono(channels: readonly Float32Array[]): Float32Array {
  const [first] = channels;
  if (!first) return new Float32Array(0);
  if (channels.length === 1) return first;
  return first.map((_, i) => channels.reduce((sum, channel) => sum + (channel[i] as number), 0) / channels.length);
}
