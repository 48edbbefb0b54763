import type { Production } from './production';

/** Frame that stands for a production on the desk: near its end, where a title has settled. */
export const stillFrame = ({ format }: Production): number => Math.round((format.length - 1) * 0.92);
