import type { OnsetFinding } from '@/core/sound/onsets';

/** What is asked about a sound: where things begin to sound in it, or how loud it is through its time. */
export type SoundOrder = { signal: Float32Array<ArrayBuffer>; sampleRate: number } & (
  { asks: 'onsets'; threshold: number } | { asks: 'levels' }
);

export type FromSound =
  | { kind: 'found'; finding: OnsetFinding }
  /** Packed. */
  | { kind: 'measured'; levels: string }
  | { kind: 'failed' };
