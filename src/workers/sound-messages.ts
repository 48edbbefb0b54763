import type { Loudness } from '@/core/sound/loudness';
import type { OnsetFinding } from '@/core/sound/onsets';

/**
 * What is asked about a sound: where things begin to sound in it, how loud it is through its time, or (at 48 kHz) as programmes are
 * measured.
 */
export type SoundOrder =
  | ({ signal: Float32Array<ArrayBuffer>; sampleRate: number } & ({ asks: 'onsets'; threshold: number } | { asks: 'levels' }))
  | { asks: 'loudness'; channels: Float32Array<ArrayBuffer>[] };

export type FromSound =
  | { kind: 'found'; finding: OnsetFinding }
  /** Packed. */
  | { kind: 'measured'; levels: string }
  | { kind: 'loud'; loudness: Loudness }
  | { kind: 'failed' };
