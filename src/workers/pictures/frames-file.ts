import { unzipSync } from 'fflate';
import { MAX_PICTURE_FRAMES } from '@/core/production/picture';
import { decodeStill, hasAlpha, PictureFileError, type PictureFile } from './opened';

/** What a file is called that may be a frame. */
export const FRAME = /\.(png|jpe?g|webp)$/i;
/** What one frame may unpack to, bytes. */
const MAX_FRAME_BYTES = 100_000_000;

const byNumber = new Intl.Collator('en', { numeric: true });

/** Names of the frames in a zip, in the order of the numbers in them. Nothing is unpacked for it. */
function frameNames(zip: Uint8Array): string[] {
  const names: string[] = [];
  unzipSync(zip, {
    filter: ({ name, originalSize }) => {
      // What some systems put beside the files begins with a dot.
      if (!FRAME.test(name) || /(^|\/)[._]/.test(name)) return false;
      if (originalSize > MAX_FRAME_BYTES) throw new PictureFileError(`“${name}” unpacks to more than ${MAX_FRAME_BYTES / 1e6} MB.`);
      names.push(name);
      if (names.length > MAX_PICTURE_FRAMES) throw new PictureFileError(`A moving picture can have at most ${MAX_PICTURE_FRAMES} frames.`);
      return false;
    },
  });
  return names.sort(byNumber.compare);
}

/** A zip of numbered frames. */
export async function openFrames(file: Blob): Promise<PictureFile> {
  const zip = new Uint8Array(await file.arrayBuffer());
  let names: string[];
  try {
    names = frameNames(zip);
  } catch (error) {
    if (error instanceof PictureFileError) throw error;
    throw new PictureFileError('This zip cannot be read: it is damaged, or only part of it arrived.');
  }
  if (names.length === 0) throw new PictureFileError('There are no PNG, JPEG or WebP pictures in this zip.');
  const frame = (index: number): Promise<ImageBitmap> => {
    const name = names[index] ?? '';
    const bytes = unzipSync(zip, { filter: (entry) => entry.name === name })[name];
    if (!bytes) throw new PictureFileError(`Frame ${index} is missing from this zip.`);
    return decodeStill(new Blob([bytes as Uint8Array<ArrayBuffer>]), `“${name}”`);
  };
  const first = await frame(0);
  const { width, height } = first;
  const facts = { holds: 'frames', width, height, frames: names.length, rate: 25, alpha: hasAlpha(first) } as const;
  first.close();
  return { facts, frame, close: () => undefined };
}
