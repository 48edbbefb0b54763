import { execFileSync } from 'node:child_process';

/** What ffprobe says of the first stream of a video, its frames counted. */
export const videoStream = (file: string): Record<string, unknown> =>
  JSON.parse(execFileSync('ffprobe', ['-v', 'error', '-count_frames', '-show_streams', '-of', 'json', file]).toString()).streams[0];
