import type { Production } from './production';

/** Stills in the strip that runs under the pointer, and how wide each is, pixels. */
export const STRIP_STILLS = 12;
export const STRIP_WIDTH = 320;

/** Frames of the strip: from the first to the last, evenly. */
export const stripFrames = ({ format }: Pick<Production, 'format'>): number[] =>
  Array.from({ length: STRIP_STILLS }, (_, i) => Math.round(((format.length - 1) * i) / (STRIP_STILLS - 1)));

/** Frame that stands for a production on the desk: near its end, where a title has settled. */
export const stillFrame = ({ format }: Production): number => Math.round((format.length - 1) * 0.92);
