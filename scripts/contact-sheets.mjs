#!/usr/bin/env node
// Draws a contact sheet of each demo production into docs/contact-sheets: nine frames from its first to its last, as they are rendered.
// Names of productions, or parts of them, choose some.
import { execFileSync } from 'node:child_process';
import { mkdirSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { eachDemo } from './demo-renders.mjs';
import { ROOT } from './lib.mjs';

const TO = path.join(ROOT, 'docs/contact-sheets');
const [ACROSS, DOWN] = [3, 3];
const TILE = `tile=${ACROSS}x${DOWN}:padding=8:margin=8:color=0x161616`;

mkdirSync(TO, { recursive: true });
await eachDemo(async ({ name, slug, format, out, render }) => {
  const every = Math.floor((format.length - 1) / (ACROSS * DOWN - 1));
  const range = ['--frames', `0-${every * (ACROSS * DOWN - 1)}`, '--every', String(every)];
  // Plain: where light is traced in software, a frame takes minutes.
  await render(...range, '--light', 'plain', '--scale', '0.25', '--samples', '24', '--silent');
  const frames = readdirSync(out).filter((file) => file.endsWith('.png'));
  if (frames.length !== ACROSS * DOWN) throw new Error(`${name} has ${frames.length} frames.`);
  const from = ['-pattern_type', 'glob', '-i', path.join(out, '*.png')];
  execFileSync('ffmpeg', ['-v', 'error', '-y', ...from, '-vf', TILE, '-q:v', '4', path.join(TO, `${slug}.jpg`)]);
});
