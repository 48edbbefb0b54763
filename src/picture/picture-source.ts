import type { DecodedPicture } from './light-picture';
import type { PictureRef } from '@/core/frame/frame-state';

/** Where decoded pictures come from. */
export interface PictureSource {
  /** Says which pictures are wanted now: those are not given up for others. */
  need(refs: readonly PictureRef[]): void;
  /** A picture that is at hand; null where it is not yet. */
  get(ref: PictureRef): DecodedPicture | null;
  /** Resolves when all of some pictures are at hand; rejects with the reason, in words, where one cannot be. */
  whenReady(refs: readonly PictureRef[]): Promise<void>;
}

/** Where there are none. */
export const NO_PICTURES: PictureSource = { need: () => undefined, get: () => null, whenReady: () => Promise.resolve() };
