import 'server-only';
import { statfs } from 'node:fs/promises';
import type { Machine } from '@/core/delivery/machine';
import { dataFolder } from './data-folder';
import { findFfmpeg } from './outside/ffmpeg';

/** What this machine can do for a render. */
export async function thisMachine(): Promise<Machine> {
  const { bavail, bsize } = await statfs(dataFolder());
  return { freeBytes: bavail * bsize, ffmpeg: await findFfmpeg() };
}
