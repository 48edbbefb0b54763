// Solves the fall of the demo's sign anew, into src/demo/broken-sign-fall.json: it ships with the application, so no start waits for it.
// Usage: npx tsx scripts/demo-fall.ts
import Rapier from '@dimforge/rapier3d-compat';
import { writeFileSync } from 'node:fs';
import { standingSign } from '@/demo/broken-sign';
import { solvedFall } from '../tests/support/solved-fall';

await Rapier.init();
const solved = solvedFall(Rapier, standingSign(null));
writeFileSync(new URL('../src/demo/broken-sign-fall.json', import.meta.url), `${JSON.stringify(solved, null, 2)}\n`);
