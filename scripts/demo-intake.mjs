#!/usr/bin/env node
// Renders demo productions whole, delivers each to a station that takes its like, and keeps what that says in docs/intake-reports. Names of
// productions, or parts of them, choose some. One sub-frame each: stations look at levels, flashes, lengths and tags, not at how smooth it
// is, and where pictures are drawn in software a production takes half an hour.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eachDemo } from './demo-renders.mjs';
import { ROOT } from './lib.mjs';

const TO = path.join(ROOT, 'docs/intake-reports');
/** Those with a sound go to the channel itself; what is silent to screens that have none, where 1280x720 is as welcome. */
const PLAYOUT = { station: 'merrow-nine', kind: 'prores-422-hq', scale: 1 };
const SCREENS = { station: 'quayside', kind: 'mp4', scale: 2 / 3 };

mkdirSync(TO, { recursive: true });
await eachDemo(async ({ id, name, slug, ask, render }) => {
  const { document } = await ask(`/productions/${id}`);
  const { station, kind, scale } = document.sound ? PLAYOUT : SCREENS;
  await render('--files', kind, '--samples', '1', '--light', 'plain', '--scale', String(scale));
  const { renders } = await ask(`/productions/${id}/renders`);
  const report = await ask(`/renders/${renders[0].id}/deliver`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ station, kind }),
  });
  if (report.error) throw new Error(report.error);
  console.log(`${name}, ${report.station.name}: ${report.verdict}`);
  writeFileSync(path.join(TO, `${slug}.json`), `${JSON.stringify(report, null, 2)}\n`);
});
