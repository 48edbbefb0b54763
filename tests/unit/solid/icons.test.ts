import { readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import type { ManifoldToplevel } from 'manifold-3d';
import { outlineLayout } from '@/core/outline/drawing';
import { readSvg } from '@/core/outline/svg/read-svg';
import { buildSolid } from '@/core/solid/bevelled-solid';
import { judge, verdictOn } from '../support/judge';

/** Icons of an open icon package (lucide, ISC licence): line drawings, so their strokes become outlines first. */

const require = createRequire(import.meta.url);
const ICONS = path.join(path.dirname(require.resolve('lucide-react/package.json')), 'dist/esm/icons');

type IconNode = [tag: string, attributes: Record<string, string>][];

async function iconSvg(file: string): Promise<string | null> {
  const { __iconData } = (await import(pathToFileURL(path.join(ICONS, file)).href)) as { __iconData?: { node: IconNode } };
  if (!__iconData) return null;
  const { node } = __iconData;
  const shapes = node.map(
    ([tag, { key: _key, ...attributes }]) =>
      `<${tag} ${Object.entries(attributes)
        .map(([name, value]) => `${name}="${value}"`)
        .join(' ')}/>`,
  );
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" fill="none" stroke="currentColor" ` +
    `stroke-width="2" stroke-linecap="round" stroke-linejoin="round">${shapes.join('')}</svg>`
  );
}

test('200 icons with chamfer, round and ogee are closed solids', async () => {
  const kernel: ManifoldToplevel = await judge();
  const files = readdirSync(ICONS).filter((name) => name.endsWith('.js') || name.endsWith('.mjs'));
  const every = Math.max(1, Math.floor(files.length / 230));
  const faults: string[] = [];
  let tried = 0;
  for (let i = 0; i < files.length && tried < 200; i += every) {
    const file = files[i] as string;
    const svg = await iconSvg(file);
    if (!svg) continue;
    tried++;
    const { pieces, scale } = outlineLayout({ paths: readSvg(svg).parts, size: 1 });
    for (const { rings } of pieces) {
      for (const [profile, width] of [
        ['chamfer', 0.01],
        ['round', 0.02],
        ['ogee', 0.08],
      ] as const) {
        const bevel = { profile, width, height: 0.03 };
        try {
          const { status } = verdictOn(
            kernel,
            buildSolid(rings, { from: 0, to: 0.2, front: bevel, back: { profile: 'none', width: 0, height: 0 }, segments: 4 }, scale),
          );
          if (status !== 'NoError') faults.push(`${file} ${profile}: ${status}`);
        } catch (error) {
          faults.push(`${file} ${profile}: ${(error as Error).message}`);
        }
      }
    }
  }
  expect(tried).toBe(200);
  expect(faults).toEqual([]);
});
