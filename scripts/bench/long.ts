import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { produce } from 'immer';
import type { Production } from '@/core/production/production';
import { splitShot } from '@/core/production/edits/shot-edits';
import { keys } from '@/demo/keys';
import { launchBrowser } from '../browser.mjs';
import { ensureBuild, freePort, startServer } from '../lib.mjs';
import { dragCost } from './drag-cost';
import { withMarks } from './edits';

/** A production of so many marks, seconds and shots, each seen by a camera of its own that goes round. */
function made(marks: number, seconds: number, shots: number): Production {
  return produce(withMarks(marks), (draft) => {
    draft.format.length = seconds * 25;
    const each = Math.floor(draft.format.length / shots);
    const first = JSON.stringify(draft.cameras[0]);
    for (let i = 0; i < shots; i++) {
      if (i > 0) {
        draft.cameras.push({ ...(JSON.parse(first) as Production['cameras'][number]), id: `camera-${i + 1}`, name: `Camera ${i + 1}` });
        splitShot(draft, i * each, `camera-${i + 1}`);
      }
      const orbit = draft.cameras[i]?.carriers[0];
      if (orbit?.kind !== 'orbit') continue;
      orbit.channels.azimuth.keys = keys([
        [i * each, -20],
        [i * each + 20, 0],
        [(i + 1) * each - 1, 20],
      ]);
    }
  });
}

/** What a step of a drag of a key in the timeline costs the page, in a small production and in a long one. */
export async function long(): Promise<void> {
  ensureBuild();
  const data = mkdtempSync(path.join(tmpdir(), 'ironsky-bench-'));
  const server = await startServer({ port: await freePort(), env: { IRONSKY_DATA: data }, quiet: true });
  const browser = await launchBrowser();
  try {
    console.log('A step of a drag of a key in the timeline');
    const costs: number[] = [];
    for (const [name, production] of [
      ['4 s, 1 shot, 3 marks', made(3, 4, 1)],
      ['60 s, 12 shots, 40 marks', made(40, 60, 12)],
    ] as const) {
      const answer = await fetch(`${server.url}/api/productions`, { method: 'POST', body: JSON.stringify({ document: production }) });
      const { id } = (await answer.json()) as { id: string };
      const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
      await page.goto(`${server.url}/production/${id}/choreograph`);
      const marks = page.getByTestId('plan-above').getByRole('button', { name: /^Select WORD/ });
      await marks.nth(production.marks.length - 1).waitFor({ state: 'attached', timeout: 240_000 });
      const keyAt = (frame: number) => page.getByRole('button', { name: new RegExp(`^Orbit, Camera 1: key at frame ${frame}\\b`) });
      const [first, box] = [await keyAt(0).boundingBox(), await keyAt(20).boundingBox()];
      if (!first || !box) throw new Error('The timeline shows no key');
      // What refines at rest is at rest.
      await page.waitForTimeout(12_000);
      // A frame a step in both: the same count of edits.
      const [all, scripts] = await dragCost(page, [box.x + box.width / 2, box.y + box.height / 2], (box.x - first.x) / 20);
      costs.push(all);
      console.log(`  ${name}: ${all.toFixed(1)} ms of the page's thread a step, ${scripts.toFixed(1)} of them scripts`);
      await page.close();
    }
    console.log(`  the long one over the small one: ${((costs[1] ?? NaN) / (costs[0] ?? NaN)).toFixed(2)}`);
  } finally {
    await browser.close();
    server.child.kill();
    rmSync(data, { recursive: true, force: true });
  }
}
