import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import decompress from 'woff2-encoder/decompress';
import { Typeface } from '@/core/outline/typeface';

const require = createRequire(import.meta.url);

/** Bytes of a packaged font as an uncompressed font file. */
export async function packagedFont(family: string, weight = 400, subset = 'latin'): Promise<Uint8Array> {
  const file = require.resolve(`@fontsource/${family}/files/${family}-${subset}-${weight}-normal.woff2`);
  return decompress(readFileSync(file));
}

export async function packagedTypeface(family: string, weight = 400): Promise<Typeface> {
  return new Typeface(await packagedFont(family, weight));
}

/** The families that ship with the application, with the weight used. */
export const SHIPPED: [family: string, weight: number][] = [
  ['archivo-black', 400],
  ['anton', 400],
  ['league-gothic', 400],
  ['bebas-neue', 400],
  ['alfa-slab-one', 400],
  ['abril-fatface', 400],
  ['cinzel', 900],
  ['pacifico', 400],
  ['titan-one', 400],
  ['unbounded', 900],
];

/** The variable font that ships with the application. */
export async function variableFont(): Promise<Uint8Array> {
  return decompress(readFileSync(require.resolve('@fontsource-variable/archivo/files/archivo-latin-standard-normal.woff2')));
}
