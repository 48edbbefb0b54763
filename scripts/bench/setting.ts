import { readFileSync } from 'node:fs';
import path from 'node:path';
import decompress from 'woff2-encoder/decompress';
import { Typeface } from '@/core/outline/typeface';
import { ROOT } from '../lib.mjs';

/** Size of the lens view. */
export const PREVIEW = { width: 640, height: 360 };

/** A typeface as it lies in its package. */
export async function typeface(family: string): Promise<Typeface> {
  return new Typeface(
    await decompress(readFileSync(path.join(ROOT, `node_modules/@fontsource/${family}/files/${family}-latin-400-normal.woff2`))),
  );
}
