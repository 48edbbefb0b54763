import 'server-only';
import { vacuum } from './vacuum';

/** Told after each write of a document: after so many, once nobody writes any more, the database is given its room back. */
const WRITES = 20;
const IDLE_MS = 20_000;

let writes = 0;
let timer: ReturnType<typeof setTimeout> | null = null;

/** Says that a document was written over: its old self still takes room in the database. */
export function wroteDocument(): void {
  writes++;
  if (timer) clearTimeout(timer);
  if (writes < WRITES) return;
  timer = setTimeout(() => {
    writes = 0;
    timer = null;
    vacuum(false).catch((error) => console.error(error));
  }, IDLE_MS);
  timer.unref();
}

/** Forgets what was written: nobody waits for the housekeeping after it any more. */
export function forgetWrites(): void {
  if (timer) clearTimeout(timer);
  [writes, timer] = [0, null];
}
