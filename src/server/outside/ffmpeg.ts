import 'server-only';
import { spawn } from 'node:child_process';
import { open, rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { ffmpegArguments, RECIPES, type MezzanineOrder } from '@/core/delivery/mezzanine';
import type { FoundFfmpeg } from '@/core/delivery/machine';
import { outputNamed, type OutputName } from '@/core/delivery/outputs/outputs';

/** One that says nothing for so long has got stuck, milliseconds. */
const SILENCE_MS = 120_000;
const LOOK_MS = 10_000;
/** What is kept of what it complains of, letters. */
const MOST_WORDS = 2000;

const program = (): string => process.env.IRONSKY_FFMPEG ?? 'ffmpeg';

interface Ended {
  code: number | null;
  out: string;
  trouble: string;
}

/** Runs a program to its end; one that is silent for too long is ended. @throws Error when it is not there or got stuck */
function ran(args: readonly string[], silenceMs: number, hear: (text: string) => void = () => undefined): Promise<Ended> {
  return new Promise((resolve, reject) => {
    const child = spawn(program(), args, { stdio: ['ignore', 'pipe', 'pipe'] });
    let [out, trouble, isStuck] = ['', '', false];
    const stuck = () => {
      isStuck = true;
      child.kill('SIGKILL');
    };
    let timer = setTimeout(stuck, silenceMs);
    const stirred = () => {
      clearTimeout(timer);
      timer = setTimeout(stuck, silenceMs);
    };
    child.stdout.on('data', (data: Buffer) => {
      stirred();
      out = (out + data.toString()).slice(-100_000);
      hear(data.toString());
    });
    child.stderr.on('data', (data: Buffer) => {
      stirred();
      trouble = (trouble + data.toString()).slice(-MOST_WORDS);
    });
    child.once('error', (error) => {
      clearTimeout(timer);
      reject(error);
    });
    child.once('close', (code) => {
      clearTimeout(timer);
      if (isStuck) reject(new Error(`ffmpeg did nothing for ${Math.round(silenceMs / 1000)} seconds and was stopped.`));
      else resolve({ code, out, trouble });
    });
  });
}

/**
 * The ffmpeg of this machine, and what it can write; null where there is none. Looked for anew each time: it may be installed meanwhile.
 */
export async function findFfmpeg(): Promise<FoundFfmpeg | null> {
  try {
    const { code, out } = await ran(['-hide_banner', '-encoders'], LOOK_MS);
    if (code !== 0) return null;
    const version = (await ran(['-version'], LOOK_MS)).out.split('\n')[0] ?? '';
    const kinds = Object.entries(RECIPES).filter(([, recipe]) => new RegExp(`^ V\\S* ${recipe.encoder} `, 'm').test(out));
    return { version: version.replace(/ Copyright.*/, ''), kinds: kinds.map(([kind]) => kind as OutputName) };
  } catch {
    return null;
  }
}

/**
 * Makes frames into one file: under a temporary name, flushed, then renamed.
 * @param told how many frames are in it so far
 * @param silenceMs after so long without a word it counts as stuck
 * @throws Error with the reason in words
 */
export async function encodeOutside(order: MezzanineOrder, told: (frames: number) => void, silenceMs = SILENCE_MS): Promise<void> {
  const { label } = outputNamed(order.kind);
  const temporary = path.join(path.dirname(order.to), `.${path.basename(order.to)}.part`);
  try {
    const { code, trouble } = await ran(ffmpegArguments({ ...order, to: temporary }), silenceMs, (text) => {
      const frames = [...text.matchAll(/^frame=(\d+)$/gm)].at(-1)?.[1];
      if (frames) told(Number(frames));
    }).catch((error: NodeJS.ErrnoException) => {
      throw error.code === 'ENOENT' ? new Error(`No ffmpeg was found on this machine, which ${label} is written by.`) : error;
    });
    if (code !== 0) throw new Error(`ffmpeg could not write ${label}: ${lastLine(trouble) || `it ended with ${code ?? 'a signal'}`}.`);
    if ((await stat(temporary)).size === 0) throw new Error(`ffmpeg wrote nothing.`);
    const handle = await open(temporary, 'r+');
    await handle.sync();
    await handle.close();
    await rename(temporary, order.to);
  } finally {
    await rm(temporary, { force: true });
  }
}

const lastLine = (text: string): string => text.trim().split('\n').at(-1)?.replace(/\.$/, '') ?? '';
