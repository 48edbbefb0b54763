#!/usr/bin/env node
// Renders a production from the terminal, with headless Chromium and the same code as the Master room.
import { existsSync } from 'node:fs';
import { copyFile, mkdir, readdir } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBrowser, launchBrowser } from './browser.mjs';
import { ensurePackages } from './lib.mjs';
import { ask, fail, findServer, openFile } from './terminal.mjs';

const USAGE = `npm run render -- <production> [--frames 0-95] [--scale 0.5] [--samples 16] [--noise 1.5] [--least 16]
  [--light plain|traced] [--alpha] [--files png,exr,prores-4444] [--depth 16] [--layers marks,depth] [--every 2]
  [--rate 29.97] [--silent] --out DIR

  <production>  its name, its id, or a production file, which is opened first
  --frames      one frame or first-last, counted from 0; all of them unless given
  --scale       share of the production's raster (1)
  --samples     sub-frames a frame, at most (64)
  --noise       noise at which a frame is done before that, in 8-bit values as they are shown (0: all sub-frames)
  --least       sub-frames that are drawn whatever the noise is (16)
  --light       whether light is followed by rays (as the production says)
  --alpha       leave the ground out: transparent frames
  --files       what is written, from one pass over the frames: png, jpeg, exr, mp4, webm, webm-10, and where ffmpeg is found
                prores-422-hq, prores-4444, dnxhr-hqx, ffv1 (png)
  --video       the same as --files png,VIDEO
  --depth       bits of PNG: 8 or 16 (8)
  --layers      layers of OpenEXR beside the beauty: lights, marks, shadow, reflection, effects, depth, position, normal, motion,
                mattes, regions
  --every       draw every so many frames only (1)
  --rate        deliver at another rate: 23.976, 24, 25, 29.97, 30, 50, 59.94 or 60; frames are counted at it
  --silent      leave the sound out of the video
  --out         folder for the frames; made when it is not there`;

function readArguments() {
  let parsed;
  try {
    parsed = parseArgs({
      allowPositionals: true,
      options: {
        frames: { type: 'string' },
        scale: { type: 'string' },
        samples: { type: 'string' },
        noise: { type: 'string' },
        least: { type: 'string' },
        light: { type: 'string' },
        alpha: { type: 'boolean', default: false },
        video: { type: 'string' },
        files: { type: 'string' },
        depth: { type: 'string' },
        layers: { type: 'string' },
        every: { type: 'string' },
        rate: { type: 'string' },
        silent: { type: 'boolean', default: false },
        out: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    fail(`${error.message}\n\n${USAGE}`);
  }
  const { values, positionals } = parsed;
  if (values.help) {
    console.log(USAGE);
    process.exit(0);
  }
  if (positionals.length !== 1 || !values.out) fail(USAGE);
  const range = values.frames === undefined ? null : /^(\d+)(?:-(\d+))?$/.exec(values.frames);
  if (values.frames !== undefined && !range) fail(`--frames takes one frame or a range as 0-95, not “${values.frames}”.`);
  if (values.light !== undefined && values.light !== 'plain' && values.light !== 'traced')
    fail(`--light takes plain or traced, not “${values.light}”.`);
  const number = (name) => {
    if (values[name] === undefined) return undefined;
    const value = Number(values[name]);
    return Number.isFinite(value) ? value : fail(`--${name} takes a number, not “${values[name]}”.`);
  };
  return {
    wanted: positionals[0],
    out: path.resolve(values.out),
    frames: range && [Number(range[1]), Number(range[2] ?? range[1])],
    settings: {
      scale: number('scale'),
      samples: number('samples'),
      until: number('noise'),
      least: number('least'),
      alpha: values.alpha,
      traced: values.light === undefined ? undefined : values.light === 'traced',
      every: number('every'),
      rate: values.rate,
      outputs: outputsOf(values),
      sound: !values.silent,
    },
  };
}

/** What is written, as the server takes it. */
function outputsOf({ files, video, depth, layers }) {
  const kinds = (files ?? (video ? `png,${video}` : 'png')).split(',').map((kind) => kind.trim());
  return kinds.map((kind) => ({
    kind,
    ...(kind === 'png' && depth ? { depth } : {}),
    ...(kind === 'exr' && layers ? { layers: layers.split(',').map((layer) => layer.trim()) } : {}),
  }));
}

async function findProduction(url, wanted) {
  if (/\.ironsky$/i.test(wanted) && existsSync(wanted)) return openFile(url, wanted);
  const { productions } = await ask(`${url}/api/productions`);
  const found = productions.filter(({ id, name }) => id === wanted || name.toLowerCase() === wanted.toLowerCase());
  if (found.length === 1) return found[0];
  const list = productions.map(({ id, name }) => `  ${name}  (${id})`).join('\n') || '  none';
  return fail(
    found.length > 1
      ? `Several productions are called “${wanted}”; give the id.\n${list}`
      : `There is no production “${wanted}”. There are:\n${list}`,
  );
}

/** Frames of a production at a rate, as the server counts them. */
function lengthAt({ length, rate }, to) {
  const ratio = (name) => (/\.9/.test(name) ? Math.round(Number(name)) * (1000 / 1001) : Number(name));
  return to === undefined ? length : Math.max(1, Math.round((length * ratio(to)) / ratio(rate)));
}

const minutes = (seconds) => (seconds < 90 ? `${Math.ceil(seconds)} s` : `${Math.ceil(seconds / 60)} min`);

async function seeThrough(page) {
  let told = '';
  let drawer = '';
  for (;;) {
    const state = await page.evaluate(() => ({ ...document.querySelector('main[data-state]')?.dataset }));
    if (state.drawnBy && state.drawnBy !== drawer) console.log(`Drawn by ${(drawer = state.drawnBy)}`);
    const rate = state.rate ? ` · ${Number(state.rate).toFixed(2)} fr/s` : '';
    const left = state.left ? ` · ${minutes(Number(state.left))} left` : '';
    const line =
      state.done === undefined ? '' : `${state.phase === 'video' ? 'encoding ' : ''}${state.done} of ${state.total} frames${rate}${left}`;
    if (line && line !== told) process.stdout.write(process.stdout.isTTY ? `\r\x1b[K${line}` : `${line}\n`);
    told = line;
    if (state.state === 'failed') fail(`\n${state.reason}\nWhat is drawn is kept: the same command goes on from there.`);
    if (state.state === 'done') break;
    await new Promise((resolve) => setTimeout(resolve, 300));
  }
  if (process.stdout.isTTY) process.stdout.write('\n');
}

const { wanted, out, frames, settings } = readArguments();
ensurePackages();
ensureBrowser();
const url = await findServer();
const production = await findProduction(url, wanted);
if (production.trouble) fail(`“${production.name}” cannot be opened. ${production.trouble}`);
const [first, last] = frames ?? [0, lengthAt(production.format, settings.rate) - 1];
const given = Object.fromEntries(Object.entries(settings).filter(([, value]) => value !== undefined));
// The server goes on with the same render when one is still open.
const render = await ask(`${url}/api/productions/${production.id}/renders`, { method: 'POST', json: { first, last, ...given } });
await mkdir(out, { recursive: true });

const browser = await launchBrowser();
try {
  const page = await browser.newPage();
  await page.goto(`${url}/render/${render.id}`);
  await seeThrough(page);
} finally {
  await browser.close();
}
const files = (await readdir(render.folder)).filter((name) => !name.startsWith('.'));
for (const name of files) await copyFile(path.join(render.folder, name), path.join(out, name));
console.log(`${files.length} ${files.length === 1 ? 'file' : 'files'} in ${out}`);
process.exit(0);
