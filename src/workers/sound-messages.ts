import type { OnsetFinding } from '@/core/sound/onsets';

export interface SoundOrder {
  signal: Float32Array<ArrayBuffer>;
  sampleRate: number;
  threshold: number;
}

export type FromSound = { kind: 'found'; finding: OnsetFinding } | { kind: 'failed' };
