#!/usr/bin/env node
// Renders a production from the terminal, with headless Chromium and the same code as the Master room.
import { existsSync } from 'node:fs';
import { copyFile, mkdir, readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBrowser, launchBrowser } from './browser.mjs';
import { ensurePackages } from './lib.mjs';
import { ask, fail, findServer, openFile } from './terminal.mjs';

const USAGE = `npm run render -- <production> [--frames 0-95] [--scale 0.5] [--samples 16] [--noise 1.5] [--least 16]
  [--light plain|traced] [--alpha] [--files png,exr,prores-4444] [--depth 16] [--layers marks,depth] [--every 2]
  [--rate 29.97] [--silent] [--rows all|1,3-5|table.csv] [--formats all|NAME,NAME] --out DIR

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
  --rows        versions: all rows of the production's table, some by their numbers, or those of a table as comma-separated values
                whose first line has the names of the production's fields
  --formats     formats by their names, or all; *own* is the production's raster (own)
  --out         folder for the frames; made when it is not there, with a note of whose files lie in it`;

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
        rows: { type: 'string' },
        formats: { type: 'string' },
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
    rows: values.rows,
    formats: values.formats,
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

/** Which rows are meant: a table of their own, or ids of those that the production has. */
async function rowsOf(rows, { versions }) {
  if (rows === undefined) return { rows: [null] };
  if (/\.csv$/i.test(rows)) {
    if (!existsSync(rows)) fail(`There is no table ${rows}.`);
    return { rows: [null], csv: await readFile(rows, 'utf8') };
  }
  const all = versions.rows.map(({ id }) => id);
  if (all.length === 0) fail('The table of this production has no rows.');
  if (rows === 'all') return { rows: all };
  const wanted = rows.split(',').flatMap((part) => {
    const range = /^\s*(\d+)(?:-(\d+))?\s*$/.exec(part);
    if (!range) return fail(`--rows takes all, numbers as 1,3-5, or a table that ends in .csv, not “${rows}”.`);
    const [from, to] = [Number(range[1]), Number(range[2] ?? range[1])];
    if (from < 1 || to > all.length || to < from) return fail(`The table has rows 1 to ${all.length}, not ${part.trim()}.`);
    return all.slice(from - 1, to);
  });
  return { rows: [...new Set(wanted)] };
}

/** Ids of the formats that are named. */
function formatsOf(formats, { versions }) {
  if (formats === undefined) return [null];
  if (formats === 'all') return [null, ...versions.formats.map(({ id }) => id)];
  return formats.split(',').map((part) => {
    const name = part.trim().toLowerCase();
    if (name === 'own') return null;
    const found = versions.formats.find((format) => format.name.toLowerCase() === name);
    const known = ['own', ...versions.formats.map((format) => format.name)].join(', ');
    return found ? found.id : fail(`There is no format “${part.trim()}”. There are: ${known}`);
  });
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

/** What a folder has of which production and version, so that no two of them are mixed up in one. */
const NOTE = '.ironsky-renders.json';

const noteIn = async (folder) => {
  try {
    return JSON.parse(await readFile(path.join(folder, NOTE), 'utf8'));
  } catch {
    return {};
  }
};

/** Beginning of the names of a render's files, and whose they are. */
const stemOf = ({ settings }) => settings.name || 'frame';
const ownerOf = ({ productionId, settings: { version } }) => [productionId, version.rowId, version.formatId].join(' ');

/** Ends everything before it is drawn where its files would take the place of others. */
async function assertRoom(renders, to) {
  const note = await noteIn(to);
  const names = await readdir(to);
  for (const render of renders) {
    const stem = stemOf(render);
    const taken = names.find((name) => name.startsWith(`${stem}_`) || name.startsWith(`${stem}.`));
    if (taken && note[stem] !== ownerOf(render)) fail(`${to} has files of something else, as ${taken}. Choose another folder.`);
  }
}

async function copyFiles(render, to) {
  const entries = await readdir(render.folder, { withFileTypes: true });
  const names = entries.filter((entry) => entry.isFile() && !entry.name.startsWith('.')).map(({ name }) => name);
  await writeFile(path.join(to, NOTE), JSON.stringify({ ...(await noteIn(to)), [stemOf(render)]: ownerOf(render) }));
  for (const name of names) await copyFile(path.join(render.folder, name), path.join(to, name));
  return names.length;
}

/** Queues what was asked for. The server goes on with the same renders when they are still open. */
async function order(url, production, { settings, frames, rows, formats }) {
  const given = Object.fromEntries(Object.entries(settings).filter(([, value]) => value !== undefined));
  const asked = { ...given, ...(frames ? { first: frames[0], last: frames[1] } : {}) };
  const address = `${url}/api/productions/${production.id}/renders`;
  if (rows === undefined && formats === undefined)
    return { renders: [await ask(address, { method: 'POST', json: asked })], refused: [], left: [] };
  const { document } = await ask(`${url}/api/productions/${production.id}`);
  const json = { settings: asked, ...(await rowsOf(rows, document)), formats: formatsOf(formats, document) };
  return ask(`${address}/versions`, { method: 'POST', json });
}

const given = readArguments();
ensurePackages();
ensureBrowser();
const url = await findServer();
const production = await findProduction(url, given.wanted);
if (production.trouble) fail(`“${production.name}” cannot be opened. ${production.trouble}`);
const { renders, refused, left } = await order(url, production, given);
for (const words of refused) console.error(`Left out: ${words}`);
if (left.length > 0) console.error(`No field is called ${left.map((name) => `“${name}”`).join(', ')}: these columns are left out.`);
await mkdir(given.out, { recursive: true });
const summaryOf = (id) => ask(`${url}/api/renders/${id}/summary`);
const ordered = [];
for (const { id } of renders) ordered.push(await summaryOf(id));
await assertRoom(ordered, given.out);

let files = 0;
const browser = await launchBrowser();
try {
  for (const { id, name } of renders) {
    if (renders.length > 1) console.log(name);
    const page = await browser.newPage();
    await page.goto(`${url}/render/${id}`);
    await seeThrough(page);
    await page.close();
    files += await copyFiles(await summaryOf(id), given.out);
  }
} finally {
  await browser.close();
}
console.log(`${files} ${files === 1 ? 'file' : 'files'} in ${given.out}`);
process.exit(refused.length > 0 ? 1 : 0);
