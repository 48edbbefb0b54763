import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { FILE_ENDING, packProduction } from '@/core/interchange/production-file';
import { addForm } from '@/core/production/edits/mark-edits';
import { emptyProduction, type Production } from '@/core/production/production';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { launchBrowser } from '../browser.mjs';
import { bundleForBrowser } from '../bundle.mjs';
import { ensureBuild, ROOT } from '../lib.mjs';
import type { PictureBench } from './picture';
import { plainSolids } from './plain-solids';
import type { RenderParts } from './render-parts';
import { median } from './timing';

const FULL = { width: 640, height: 360 };
const SAMPLES = 4;
const [FIRST, LAST] = [134, 149];
const MANY = 500;

/** Memory that a process and all that it started hold, bytes. */
function memoryOf(root: number): number {
  const all = readdirSync('/proc').flatMap((name) => {
    if (!/^\d+$/.test(name)) return [];
    try {
      const [, parent] = /\) \S (\d+)/.exec(readFileSync(`/proc/${name}/stat`, 'utf8')) ?? [];
      const [, kilobytes] = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${name}/status`, 'utf8')) ?? [];
      return [{ id: Number(name), parent: Number(parent), bytes: 1024 * Number(kilobytes ?? 0) }];
    } catch {
      // It has ended meanwhile.
      return [];
    }
  });
  const held = (id: number): number =>
    all.reduce((sum, each) => sum + (each.id === id ? each.bytes : 0) + (each.parent === id ? held(each.id) : 0), 0);
  return held(root);
}

/** Renders from the terminal; returns when each frame was on disk, seconds, and the memory that was held as frames came. */
async function rendered(data: string, which: string, options: readonly string[]): Promise<{ times: number[]; memory: number[] }> {
  const out = path.join(data, 'frames');
  mkdirSync(out);
  const renders = () => (readdirSync(data).includes('renders') ? readdirSync(path.join(data, 'renders')) : []);
  const before = renders();
  const child = spawn(process.execPath, [path.join(ROOT, 'scripts/render.mjs'), which, ...options, '--silent', '--out', out], {
    env: { ...process.env, IRONSKY_DATA: data, IRONSKY_DEMO: '1' },
    stdio: 'ignore',
  });
  // Frames are copied to where they are wanted at the end: when each came is told in the folder of its render.
  const frames = () => {
    const own = renders().find((name) => !before.includes(name));
    const folder = own === undefined ? out : path.join(data, 'renders', own);
    return readdirSync(folder).flatMap((name) => (/^frame_\d+\.png$/.test(name) ? [path.join(folder, name)] : []));
  };
  const memory: number[] = [];
  const watch = setInterval(() => (memory[frames().length] = memoryOf(child.pid as number)), 1000);
  await new Promise((resolve) => child.once('exit', resolve));
  clearInterval(watch);
  const times = frames()
    .map((file) => statSync(file).mtimeMs / 1000)
    .sort((a, b) => a - b);
  rmSync(out, { recursive: true });
  return { times, memory };
}

/** What rendering to files costs beside what its frames cost, and whether it holds more with every frame. */
export async function rendering({ production, solids }: { production: Production; solids: Record<string, MarkSolids> }): Promise<void> {
  ensureBuild();
  const data = mkdtempSync(path.join(tmpdir(), 'ironsky-bench-'));
  try {
    const browser = await launchBrowser();
    const page = await browser.newPage();
    await page.addScriptTag({ content: await bundleForBrowser('scripts/bench/render-parts.ts') });
    const frames = Array.from({ length: LAST - FIRST + 1 }, (_, i) => FIRST + i);
    const order = { production, solids: plainSolids(solids), frame: LAST, preview: FULL, full: FULL } as unknown as PictureBench;
    const parts = await page.evaluate(
      ([input, list, samples]) =>
        (
          globalThis as unknown as {
            benchRenderParts: (o: PictureBench, frames: readonly number[], samples: number) => Promise<RenderParts>;
          }
        ).benchRenderParts(input, list, samples),
      [order, frames, SAMPLES] as const,
    );
    await browser.close();
    const scale = String(FULL.width / production.format.width);
    const range = ['--frames', `${FIRST}-${LAST}`, '--scale', scale, '--samples', String(SAMPLES), '--light', 'plain'];
    const { times } = await rendered(data, production.name, range);
    // The first frames wait for solids and programs.
    const each = (1000 * ((times.at(-1) as number) - (times[4] as number))) / (times.length - 5);
    const summed = parts.draw + parts.write;
    console.log(
      `A frame of ${FULL.width}x${FULL.height}, ${SAMPLES} sub-frames, as PNG: drawn ${parts.draw.toFixed(0)} ms, read and written ` +
        `${parts.write.toFixed(0)} ms; rendered to disk ${each.toFixed(0)} ms, ${(each / summed).toFixed(2)} times as long`,
    );
    const long = emptyProduction('Long', { width: 320, height: 180, rate: '25', length: MANY });
    addForm(long, 'star');
    const file = path.join(data, `long${FILE_ENDING}`);
    writeFileSync(file, packProduction({ document: long, fonts: [], media: [] }));
    const { memory } = await rendered(data, file, ['--samples', '1', '--light', 'plain']);
    const held = (from: number, to: number) => median(memory.slice(from, to).filter((bytes) => bytes > 0)) / 1e6;
    console.log(
      `Memory over ${MANY} frames: ${held(50, 150).toFixed(0)} MB about frame 100, ${held(350, MANY).toFixed(0)} MB over the last 150`,
    );
  } finally {
    rmSync(data, { recursive: true, force: true });
  }
}
