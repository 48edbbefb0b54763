import type { PictureRef } from '@/core/frame/frame-state';
import type { PictureFile } from './opened';
import { openFrames } from './frames-file';
import { isLightFile, openLight } from './light-file';
import { openStill } from './still-file';
import { openVideo } from './video-file';

/** How a file of each kind is opened. */
const OPENERS: { readonly [K in PictureRef['holds']]: (file: Blob) => Promise<PictureFile> } = {
  still: openStill,
  video: openVideo,
  frames: openFrames,
};

/** What a file holds, by how it begins (ISO/IEC 14496-12, EBML, zip); a still where none of these. */
function holdsOf(head: Uint8Array): PictureRef['holds'] {
  const text = String.fromCharCode(...head);
  if (text.startsWith('PK\u0003\u0004')) return 'frames';
  return text.slice(4, 8) === 'ftyp' || text.startsWith('\u001aEß£') ? 'video' : 'still';
}

/**
 * Opens a file of pictures.
 * @throws PictureFileError in plain words
 */
export async function openPicture(file: Blob): Promise<PictureFile> {
  const head = new Uint8Array(await file.slice(0, 12).arrayBuffer());
  return isLightFile(head) ? openLight(file) : OPENERS[holdsOf(head)](file);
}
