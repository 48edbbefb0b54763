/** An order to encode finished frames as one video. */
export interface VideoOrder {
  /** Address of each frame as PNG, in order. */
  frames: string[];
  width: number;
  height: number;
  /** Frames a second as a ratio. */
  rate: { num: number; den: number };
  kind: 'mp4' | 'webm' | 'webm-10';
  /** The family of its codec, and its own name where more than one belongs to that. */
  codec: { codec: 'avc' | 'vp9' | 'vp8' | 'av1'; fullCodecString?: string };
  alpha: boolean;
  sound: VideoSound | null;
}

/** The sound of a video: as long as it, each channel by itself. */
export interface VideoSound {
  channels: Float32Array<ArrayBuffer>[];
  sampleRate: number;
  codec: 'aac' | 'opus';
}

export type FromVideo = { kind: 'progress'; done: number } | { kind: 'done'; bytes: ArrayBuffer } | { kind: 'failed'; reason: string };
