import { mkdtempSync, rmSync } from 'node:fs';
import { cpus, tmpdir } from 'node:os';
import path from 'node:path';
import { ExtrudeGeometry, Path, Shape, Vector2 } from 'three';
import { evaluate } from '@/core/frame/evaluate';
import { buildMark, type BuildCache } from '@/core/frame/solids/build-mark';
import type { MarkSolids } from '@/core/frame/solids/mark-solids';
import { signedArea, type Ring } from '@/core/outline/ring';
import { setText } from '@/core/outline/text-layout';
import type { Typeface } from '@/core/outline/typeface';
import { buildSolid, type BevelShape } from '@/core/solid/bevelled-solid';
import { addWordmark } from '@/core/production/edits/mark-edits';
import { addShell, changeShell } from '@/core/production/edits/shell-edits';
import type { Mark } from '@/core/production/mark';
import { emptyProduction } from '@/core/production/production';
import { framesPerSecond } from '@/core/time/rate';
import { demoProductions } from '@/demo/productions';
import { launchBrowser } from '../browser.mjs';
import { ensureBuild, freePort, startServer } from '../lib.mjs';
import { bundleForBrowser } from '../bundle.mjs';
import { delivering } from './delivering';
import { dragging } from './dragging';
import { edits } from './edits';
import { growth } from './growth';
import { long } from './long';
import { motion } from './motion';
import { opening } from './opening';
import { falling } from './falling';
import { performing } from './performing';
import { rendering } from './rendering';
import { plainSolids } from './plain-solids';
import { PREVIEW, typeface } from './setting';
import { playing } from './playing';
import { median, milliseconds } from './timing';
import { versions } from './versions';
import type { FinishTimes } from './finishing';
import type { KeyedCosts, LightTimes } from './lights';
import type { PictureBench, PictureTimes } from './picture';

interface LightCosts {
  lights: LightTimes[];
  keyed: KeyedCosts;
}

/** Bytes of the page's own, as Chromium tells them. */
const usedMemory = () => (performance as unknown as { memory?: { usedJSHeapSize: number } }).memory?.usedJSHeapSize ?? 0;

const WORD = 'BATHYSCAPHES';
const SEGMENTS = 8;
const FULL = { width: 1280, height: 720 };

/** The same outlines as three takes them: outer contours with the holes that lie in them. */
function shapesOf(rings: readonly Ring[]): Shape[] {
  const points = (ring: Ring) => ring.map(({ x, y }) => new Vector2(x, y));
  const shapes = rings.filter((ring) => signedArea(ring) > 0).map((ring) => new Shape(points(ring)));
  for (const hole of rings.filter((ring) => signedArea(ring) < 0)) shapes[0]?.holes.push(new Path(points(hole)));
  return shapes;
}

async function solids(): Promise<void> {
  const face = await typeface('archivo-black');
  const { pieces, scale } = setText({ text: WORD, size: 1, tracking: 0, leading: 1, alignment: 'centre' }, [face]);
  const bevel: BevelShape = { profile: 'round', width: 0.024, height: 0.024 };
  let triangles = 0;
  const ours = milliseconds(9, () => {
    triangles = 0;
    for (const { rings } of pieces)
      triangles += buildSolid(rings, { from: -0.14, to: 0.14, front: bevel, back: bevel, segments: SEGMENTS }, scale).indices.length / 3;
  });
  const shapes = pieces.map(({ rings }) => shapesOf(rings));
  let theirTriangles = 0;
  const theirs = milliseconds(9, () => {
    theirTriangles = 0;
    for (const shape of shapes) {
      const geometry = new ExtrudeGeometry(shape, {
        depth: 0.28,
        bevelEnabled: true,
        bevelSegments: SEGMENTS,
        bevelSize: 0.024,
        bevelThickness: 0.024,
        bevelOffset: -0.024,
        curveSegments: 1,
      });
      theirTriangles += geometry.getAttribute('position').count / 3;
    }
  });
  console.log(`Solids of “${WORD}”, round bevels front and back, ${SEGMENTS} segments`);
  console.log(`  ours             ${ours.toFixed(1)} ms, ${triangles} triangles`);
  console.log(`  ExtrudeGeometry  ${theirs.toFixed(1)} ms, ${theirTriangles} triangles`);
  console.log(`  ratio            ${(ours / theirs).toFixed(2)}`);
}

/** A word of two shells, built from nothing, and again after one bevel was dragged. */
async function shells(): Promise<void> {
  const face = await typeface('archivo-black');
  const production = emptyProduction('Bench', { width: 1920, height: 1080, rate: '25', length: 100 });
  const id = addWordmark(production, WORD);
  addShell(production, id);
  const mark = production.marks[0] as Mark;
  const fresh = (): BuildCache => ({ layouts: new Map(), outlines: new Map(), meshes: new Map() });
  const whole = milliseconds(5, () => void buildMark(mark, [face], { cache: fresh() }));
  const cache = fresh();
  buildMark(mark, [face], { cache });
  let size = 20;
  const dragged = milliseconds(5, () => {
    changeShell(production, id, 'shell-1', (shell) => void (shell.front.size = size += 0.1));
    buildMark(mark, [face], { cache });
  });
  console.log(
    `Two shells of “${WORD}”, layout and offset with them: ${whole.toFixed(0)} ms; after a drag of one bevel ` +
      `${dragged.toFixed(0)} ms (${((100 * dragged) / whole).toFixed(0)} %)`,
  );
}

/** Sixty letters in three shells: how long they take, and what they hold. */
async function longText(): Promise<void> {
  const face = await typeface('archivo-black');
  const production = sixtyLetters();
  const mark = production.marks[0] as Mark;
  const began = performance.now();
  const { pieces, triangles } = buildMark(mark, [face], { cache: { layouts: new Map(), outlines: new Map(), meshes: new Map() } });
  const took = performance.now() - began;
  const meshes = new Set(pieces.map(({ mesh }) => mesh));
  const bytes = [...meshes].reduce(
    (sum, { positions, normals, uvs, indices }) => sum + positions.byteLength + normals.byteLength + uvs.byteLength + indices.byteLength,
    0,
  );
  console.log(
    `Sixty letters, three shells: ${took.toFixed(0)} ms, ${pieces.length} pieces of ${meshes.size} meshes, ` +
      `${triangles} triangles, ${(bytes / 1e6).toFixed(1)} MB of vertices`,
  );
}

const SIXTY = 'THE LANTERN FISH RISE FROM THE DEEP\nWHERE NO LIGHT\nHAS EVER COME TO REST AND';

function sixtyLetters() {
  const production = emptyProduction('Sixty', { width: 1920, height: 1080, rate: '25', length: 100 });
  const id = addWordmark(production, SIXTY);
  addShell(production, id);
  addShell(production, id);
  return production;
}

/**
 * How long the page does not answer while the same text is built in the worker: the longest pause between two frames, and what a press
 * waits.
 */
async function responsiveness(): Promise<void> {
  ensureBuild();
  const data = mkdtempSync(path.join(tmpdir(), 'ironsky-bench-'));
  const server = await startServer({ port: await freePort(), env: { IRONSKY_DATA: data }, quiet: true });
  const browser = await launchBrowser();
  try {
    const made = (await (
      await fetch(`${server.url}/api/productions`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body: JSON.stringify({ name: 'Sixty', format: sixtyLetters().format }),
      })
    ).json()) as { id: string; revision: number };
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
    await page.goto(`${server.url}/production/${made.id}/shape`);
    await page.getByRole('button', { name: 'Add words' }).click();
    await page.getByRole('button', { name: 'Add a shell behind' }).click();
    await page.getByRole('button', { name: 'Add a shell behind' }).click();
    await page.getByRole('radio', { name: 'sketch' }).click();
    await page.waitForTimeout(3000);
    const longest = page.evaluate(async () => {
      const until = performance.now() + 12_000;
      let last = performance.now();
      let gap = 0;
      while (performance.now() < until) {
        await new Promise(requestAnimationFrame);
        gap = Math.max(gap, performance.now() - last);
        last = performance.now();
      }
      return gap;
    });
    await page.getByRole('textbox', { name: 'Words' }).fill(SIXTY);
    const waits: number[] = [];
    for (let i = 0; i < 6; i++) {
      const began = performance.now();
      await page
        .getByRole('radiogroup', { name: 'Plan seen from' })
        .getByRole('radio', { name: i % 2 === 0 ? 'side' : 'above' })
        .click();
      waits.push(performance.now() - began);
      await page.waitForTimeout(200);
    }
    console.log(
      `The page while they are built in the worker (software drawing): longest pause between two frames ` +
        `${(await longest).toFixed(0)} ms; a press is answered in ${median(waits).toFixed(0)} ms (median of 6), ` +
        `${Math.max(...waits).toFixed(0)} ms at most`,
    );
  } finally {
    await browser.close();
    server.child.kill();
    await server.ended;
    rmSync(data, { recursive: true, force: true });
  }
}

async function demoSolids(): Promise<{ production: ReturnType<typeof demoProductions>[number]; solids: Record<string, MarkSolids> }> {
  const [production] = demoProductions();
  if (!production) throw new Error('There is no demo.');
  const faces = new Map<string, Typeface>();
  const built: Record<string, MarkSolids> = {};
  for (const mark of production.marks) {
    const id = mark.body.kind === 'words' ? mark.body.font.id : null;
    if (id && !faces.has(id)) faces.set(id, await typeface(id));
    built[mark.id] = buildMark(mark, id ? [faces.get(id) as Typeface] : []);
  }
  return { production, solids: built };
}

function evaluation({ production, solids: built }: Awaited<ReturnType<typeof demoSolids>>): void {
  const fps = framesPerSecond(production.format.rate);
  const calls = 2000;
  const each =
    milliseconds(5, () => {
      for (let i = 0; i < calls; i++) evaluate(production, (i % production.format.length) / fps, (id) => built[id]?.bounds);
    }) / calls;
  console.log(
    `evaluate() of the demo: ${(each * 1000).toFixed(1)} µs, ${((each / (1000 / fps)) * 100).toFixed(2)} % of a frame at ${fps} fr/s`,
  );
}

async function picture({ production, solids: built }: Awaited<ReturnType<typeof demoSolids>>): Promise<void> {
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: await bundleForBrowser('scripts/bench/picture.ts') });
    const order = {
      production,
      solids: plainSolids(built),
      frame: production.format.length - 1,
      preview: PREVIEW,
      full: FULL,
    } as unknown as PictureBench;
    const times = await page.evaluate(
      (input) => (globalThis as unknown as { benchPicture: (o: PictureBench) => PictureTimes }).benchPicture(input),
      order,
    );
    console.log(`Picture of the demo's last frame, ${times.triangles} triangles, ${PREVIEW.width}x${PREVIEW.height}, by ${times.drawnBy}`);
    console.log(`  lit              ${times.lit.toFixed(0)} ms`);
    console.log(`  sketch           ${times.sketch.toFixed(0)} ms`);
    console.log(`  bare three.js    ${times.bare.toFixed(0)} ms (same meshes, one shadowed light, floor)`);
    console.log(`  ratio lit/bare   ${(times.lit / times.bare).toFixed(2)}`);
    console.log(
      `Full quality, ${FULL.width}x${FULL.height}: ${(1000 / times.subFrame).toFixed(2)} sub-frames a second (` +
        `${times.subFrame.toFixed(0)} ms each)`,
    );
    console.log(
      `Traced, the same size: ${times.traced.toFixed(0)} ms each, ${(times.traced / times.subFrame).toFixed(1)} times as long; ` +
        `the first one ${(times.firstTraced / 1000).toFixed(1)} s`,
    );
    await page.addScriptTag({ content: await bundleForBrowser('scripts/bench/lights.ts') });
    const { lights, keyed } = await page.evaluate(
      (input) => (globalThis as unknown as { benchLights: (o: PictureBench) => LightCosts }).benchLights(input),
      order,
    );
    console.log('Lit beside bare three.js, with as many shadowed spots:');
    for (const each of lights)
      console.log(
        `  ${each.lights} ${each.lights === 1 ? 'light ' : 'lights'}         ${each.lit.toFixed(0)} ms, bare ${each.bare.toFixed(0)} ms, ` +
          `ratio ${(each.lit / each.bare).toFixed(2)}`,
      );
    console.log(
      `A roughness keyed over 100 frames: ${keyed.frame.toFixed(0)} ms a frame; programs ${keyed.programs.join(' and ')}, ` +
        `${keyed.made} materials made`,
    );
    console.log(`  memory of the page ${(Number(await page.evaluate(usedMemory)) / 1e6).toFixed(0)} MB`);
  } finally {
    await browser.close();
  }
}

async function finishing({ production, solids: built }: Awaited<ReturnType<typeof demoSolids>>): Promise<void> {
  const browser = await launchBrowser();
  try {
    const page = await browser.newPage();
    await page.addScriptTag({ content: await bundleForBrowser('scripts/bench/finishing.ts') });
    const order = { production, solids: plainSolids(built), frame: production.format.length - 1, preview: PREVIEW, full: FULL };
    const { effects, subFrame, chain } = await page.evaluate(
      (input) => (globalThis as unknown as { benchFinish: (o: PictureBench) => FinishTimes }).benchFinish(input),
      order as unknown as PictureBench,
    );
    console.log(
      `Finish, ${FULL.width}x${FULL.height}: ${effects} effects ${chain.toFixed(0)} ms a frame, ` +
        `${(chain / subFrame).toFixed(1)} times one plain sub-frame (${subFrame.toFixed(0)} ms)`,
    );
  } finally {
    await browser.close();
  }
}

console.log(`Node ${process.version}, ${cpus().length} x ${cpus()[0]?.model ?? 'unknown processor'}\n`);
let built: ReturnType<typeof demoSolids> | undefined;
const demo = () => (built ??= demoSolids());
const parts: Record<string, () => void | Promise<void>> = {
  solids,
  shells,
  text: longText,
  pressing: responsiveness,
  demo: async () => evaluation(await demo()),
  motion,
  performing,
  falling,
  delivering,
  versions,
  edits,
  dragging,
  long,
  growth,
  opening,
  playing,
  picture: async () => picture(await demo()),
  finishing: async () => finishing(await demo()),
  rendering: async () => rendering(await demo()),
};
const asked = process.argv.slice(2);
const unknown = asked.filter((name) => !(name in parts));
if (unknown.length > 0) throw new Error(`There is no part ${unknown.join(', ')}: ${Object.keys(parts).join(', ')}.`);
for (const [name, part] of Object.entries(parts)) if (asked.length === 0 || asked.includes(name)) await part();
