import { Zip, ZipPassThrough } from 'fflate';
import { MEDIA, tooLarge } from '@/core/production/media';
import { MAX_PICTURE_FRAMES } from '@/core/production/picture';
import { FRAME } from '../pictures/frames-file';
import { PictureFileError, type PictureFacts } from '../pictures/opened';
import { openPicture } from '../pictures/picture-file';

/** What a file of pictures holds, and the file to be kept: a folder of frames becomes one. */
export interface ReadPicture {
  facts: PictureFacts;
  file: File;
}

/** The frames of a folder as one zip, as they are: they are compressed already. */
async function zipOf(files: readonly File[], tell: (share: number) => void): Promise<File> {
  const frames = files.filter(({ name }) => FRAME.test(name) && !name.startsWith('.'));
  if (frames.length === 0) throw new PictureFileError('There are no PNG, JPEG or WebP pictures in this folder.');
  if (frames.length > MAX_PICTURE_FRAMES) throw new PictureFileError(`A moving picture can have at most ${MAX_PICTURE_FRAMES} frames.`);
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let failure: Error | null = null;
  const zip = new Zip((error, chunk) => {
    failure ??= error;
    if (chunk) parts.push(chunk as Uint8Array<ArrayBuffer>);
  });
  for (const [i, frame] of frames.entries()) {
    const entry = new ZipPassThrough(frame.name);
    entry.mtime = '1980-01-01';
    zip.add(entry);
    entry.push(new Uint8Array(await frame.arrayBuffer()), true);
    tell(i / frames.length);
  }
  zip.end();
  if (failure) throw new PictureFileError('This folder could not be read.');
  const [folder = 'Frames'] = (frames[0] as File).webkitRelativePath.split('/');
  return new File(parts, `${folder || 'Frames'}.zip`);
}

/** Reads a picture, a video, a zip of frames or a folder of them, to know what it holds. */
export async function readPictureFiles(files: readonly File[], tell: (share: number) => void): Promise<ReadPicture> {
  const [first] = files;
  if (!first) throw new PictureFileError('There is no file.');
  const bytes = files.reduce((sum, { size }) => sum + size, 0);
  if (bytes > MEDIA.picture.maxBytes) throw new PictureFileError(tooLarge(MEDIA.picture));
  const isFolder = files.length > 1 || first.webkitRelativePath !== '';
  const file = isFolder ? await zipOf(files, tell) : first;
  const opened = await openPicture(file);
  opened.close();
  return { facts: opened.facts, file };
}
