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

type Named = Pick<RenderSettings, 'name'>;

/** What pictures are called that only videos are made of: nobody is given them. */
const nameIn = ({ folder }: FrameFile, { name }: Named): string => (folder === '' ? name : '');

/** Where a picture of a frame lies. */
export const framePath = (id: string, settings: Named, file: FrameFile, frame: number): string =>
  path.join(
    file.folder ? dataPath('renders', id, file.folder) : renderFolder(id),
    frameFileName(frame, outputNamed(file.output.kind).extension, nameIn(file, settings)),
  );

/** Where a video of a render lies, or will. */
export const videoPath = (id: string, { name }: Named, output: VideoOutput): string =>
  path.join(renderFolder(id), videoFileName(output, name));

/** Numbers of the frames of a kind that are whole on disk. */
async function numbersOnDisk(id: string, settings: RenderSettings, file: FrameFile): Promise<Set<number>> {
  const { folder, output } = file;
  const present = new Set(await readdir(path.join(renderFolder(id), folder)).catch(() => []));
  const { extension } = outputNamed(output.kind);
  return new Set(framesOf(settings).filter((frame) => present.has(frameFileName(frame, extension, nameIn(file, settings)))));
}

/** Frames of a render that are not whole on disk yet, in any of the ways that were ordered. */
export async function missingFrames(id: string, settings: RenderSettings, videosDone: boolean): Promise<number[]> {
  // What only videos are made of is not missed once they are.
  const files = frameFiles(settings).filter(({ name }) => !(videosDone && name === WORK));
  const onDisk = await Promise.all(files.map((file) => numbersOnDisk(id, settings, file)));
  return framesOf(settings).filter((frame) => !onDisk.every((numbers) => numbers.has(frame)));
}

/** Videos of a render that were ordered, each with whether it is whole on disk. */
export const videosOf = (id: string, settings: RenderSettings): { output: VideoOutput; isDone: boolean }[] =>
  settings.outputs.filter(isVideo).map((output) => ({ output, isDone: existsSync(videoPath(id, settings, output)) }));
