import { decodeStill, hasAlpha, type PictureFile } from './opened';

/** A still: PNG, JPEG, WebP or whatever else the browser reads. */
export async function openStill(file: Blob): Promise<PictureFile> {
  const picture = await decodeStill(file);
  const { width, height } = picture;
  const facts = { holds: 'still', width, height, frames: 1, rate: 25, alpha: hasAlpha(picture) } as const;
  picture.close();
  return { facts, frame: () => decodeStill(file), close: () => undefined };
}
