import path from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './lib.mjs';

const bundle = (entry, options) =>
  build({
    entryPoints: [path.resolve(ROOT, entry)],
    bundle: true,
    target: 'es2022',
    alias: { '@': path.join(ROOT, 'src') },
    logLevel: 'error',
    ...options,
  });

/** One script of a TypeScript entry and all it imports, to be put into an empty page. */
export async function bundleForBrowser(entry) {
  const { outputFiles } = await bundle(entry, { write: false, format: 'iife' });
  return outputFiles[0].text;
}

/**
 * One module of a TypeScript entry of a folder of scripts, to be run by Node.js. Scripts beside that folder find the project by their own
 * place, so they stay where they are.
 */
export async function bundleForNode(entry, outfile) {
  const scripts = {
    name: 'scripts',
    setup: ({ onResolve }) =>
      onResolve({ filter: /^\.\.\/\w+\.mjs$/ }, ({ path: name, resolveDir }) => ({ path: path.resolve(resolveDir, name), external: true })),
  };
  await bundle(entry, { outfile, format: 'esm', platform: 'node', packages: 'external', plugins: [scripts] });
}
