import path from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './lib.mjs';

/** One script of a TypeScript entry and all it imports, to be put into an empty page. */
export async function bundleForBrowser(entry) {
  const { outputFiles } = await build({
    entryPoints: [path.resolve(ROOT, entry)],
    bundle: true,
    write: false,
    format: 'iife',
    target: 'es2022',
    alias: { '@': path.join(ROOT, 'src') },
    logLevel: 'error',
  });
  return outputFiles[0].text;
}
