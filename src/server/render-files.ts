import 'server-only';
import { existsSync } from 'node:fs';
import { readdir } from 'node:fs/promises';
import path from 'node:path';
import { isVideo, outputNamed, type VideoOutput } from '@/core/delivery/outputs/outputs';
import {
  frameFileName,
  frameFiles,
  framesOf,
  videoFileName,
  WORK,
  type FrameFile,
  type RenderSettings,
} from '@/core/delivery/render-settings';
import { dataPath } from './data-folder';
import { renderFolder } from './render-folders';

/** Where a picture of a frame lies. */
export const framePath = (id: string, { folder, output }: FrameFile, frame: number): string =>
  path.join(folder ? dataPath('renders', id, folder) : renderFolder(id), frameFileName(frame, outputNamed(output.kind).extension));

/** Where a video of a render lies, or will. */
export const videoPath = (id: string, output: VideoOutput): string => path.join(renderFolder(id), videoFileName(output));

/** Numbers of the frames of a kind that are whole on disk. */
async function numbersOnDisk(id: string, { folder, output }: FrameFile): Promise<Set<number>> {
  const { extension } = outputNamed(output.kind);
  const named = new RegExp(`^frame_(\\d{5,})\\.${extension}$`);
  const names = await readdir(path.join(renderFolder(id), folder)).catch(() => []);
  const found = names.map((name) => named.exec(name)?.[1]);
  return new Set(found.filter((number) => number !== undefined).map(Number));
}

/** Frames of a render that are not whole on disk yet, in any of the ways that were ordered. */
export async function missingFrames(id: string, settings: RenderSettings, videosDone: boolean): Promise<number[]> {
  // What only videos are made of is not missed once they are.
  const files = frameFiles(settings).filter(({ name }) => !(videosDone && name === WORK));
  const onDisk = await Promise.all(files.map((file) => numbersOnDisk(id, file)));
  return framesOf(settings).filter((frame) => !onDisk.every((numbers) => numbers.has(frame)));
}

/** Videos of a render that were ordered, each with whether it is whole on disk. */
export const videosOf = (id: string, { outputs }: RenderSettings): { output: VideoOutput; isDone: boolean }[] =>
  outputs.filter(isVideo).map((output) => ({ output, isDone: existsSync(videoPath(id, output)) }));
