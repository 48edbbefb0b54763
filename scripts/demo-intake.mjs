#!/usr/bin/env node
// Renders demo productions whole, as ProRes 422 HQ in few sub-frames, delivers each to the channel's own station, and keeps what that
// says in docs/intake-reports. Names of productions, or parts of them, choose some. It takes minutes each.
import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { eachDemo } from './demo-renders.mjs';
import { ROOT } from './lib.mjs';

const TO = path.join(ROOT, 'docs/intake-reports');
const STATION = 'merrow-nine';

mkdirSync(TO, { recursive: true });
await eachDemo(async ({ id, name, slug, ask, render }) => {
  render('--files', 'prores-422-hq', '--samples', '2', '--light', 'plain');
  const { renders } = await ask(`/productions/${id}/renders`);
  const report = await ask(`/renders/${renders[0].id}/deliver`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify({ station: STATION, kind: 'prores-422-hq' }),
  });
  if (report.error) throw new Error(report.error);
  console.log(`${name}: ${report.verdict}`);
  writeFileSync(path.join(TO, `${slug}.json`), `${JSON.stringify(report, null, 2)}\n`);
});
