import type { OutputName } from './outputs/outputs';

/** The outside program that writes mezzanine files, as it was found. */
export interface FoundFfmpeg {
  version: string;
  /** What it can write of what is ordered here. */
  kinds: OutputName[];
}

/** What a machine can do for a render. */
export interface Machine {
  /** Room on the disk of the data folder, bytes. */
  freeBytes: number;
  /** Null where there is none. */
  ffmpeg: FoundFfmpeg | null;
}
