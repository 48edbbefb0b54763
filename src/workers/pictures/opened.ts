import type { DecodedPicture } from '@/picture/light-picture';
import { MAX_PICTURE_SIDE, type Picture } from '@/core/production/picture';

/** Thrown when a file of pictures cannot be used; the message says why, in words. */
export class PictureFileError extends Error {}

/** What a file of pictures holds. */
export type PictureFacts = Pick<Picture, 'holds' | 'width' | 'height' | 'frames' | 'rate' | 'alpha'>;

/** A file of pictures that is open. */
export interface PictureFile {
  facts: PictureFacts;
  /** One of its frames, counted from 0, decoded: whoever asks for it closes it. */
  frame(index: number): Promise<DecodedPicture>;
  close(): void;
}

/** @throws PictureFileError for one that is larger than what can be drawn */
export function checkSide(width: number, height: number): void {
  if (!(width > 0 && height > 0)) throw new PictureFileError('There is nothing in this picture.');
  if (Math.max(width, height) > MAX_PICTURE_SIDE)
    throw new PictureFileError(`This picture is ${width} × ${height} pixels. It can be at most ${MAX_PICTURE_SIDE} pixels wide and high.`);
}

/** A picture as it is stored: colours of what can be seen through are not multiplied by it, so they can be mixed in linear light. */
export const AS_STORED: ImageBitmapOptions = { premultiplyAlpha: 'none' };

/** Whether any of a picture can be seen through. */
export function hasAlpha(picture: ImageBitmap): boolean {
  // A look at fewer points is enough, but each of these is a mean of those about it.
  const scale = Math.min(1, 512 / Math.max(picture.width, picture.height));
  const [width, height] = [Math.max(1, Math.round(picture.width * scale)), Math.max(1, Math.round(picture.height * scale))];
  const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true });
  if (!context) return false;
  context.drawImage(picture, 0, 0, width, height);
  const { data } = context.getImageData(0, 0, width, height);
  for (let i = 3; i < data.length; i += 4) if ((data[i] as number) < 255) return true;
  return false;
}

/** Decodes a still. @throws PictureFileError where it cannot be */
export async function decodeStill(file: Blob, what = 'This picture'): Promise<ImageBitmap> {
  const picture = await createImageBitmap(file, AS_STORED).catch(() => {
    throw new PictureFileError(`${what} cannot be read: it is damaged, or not of a kind that this browser knows.`);
  });
  checkSide(picture.width, picture.height);
  return picture;
}
