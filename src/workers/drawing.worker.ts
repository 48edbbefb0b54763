import { outlineLayout } from '@/core/outline/drawing';
import { DrawingError } from '@/core/outline/path-data';
import { MAX_SVG_BYTES, readSvg, type ReadDrawing } from '@/core/outline/svg/read-svg';
import { Reading } from '@/core/outline/svg/reading';
import type { DrawingOrder, FromDrawing } from './drawing-messages';
import { sayReady } from './worker-port';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const say = (message: FromDrawing) => scope.postMessage(message);

/** Share of the reading that is done once the file is read, and its shapes are still to be united. */
const READ = 0.5;
/** Messages are far dearer than steps. */
const TELL_EVERY_MS = 50;

async function read(file: File): Promise<ReadDrawing> {
  if (file.size > MAX_SVG_BYTES) throw new DrawingError(`“${file.name}” is larger than ${MAX_SVG_BYTES / 1e6} MB.`);
  const text = await file.text();
  let told = 0;
  const reading = new Reading((share) => {
    if (Date.now() - told < TELL_EVERY_MS) return;
    told = Date.now();
    say({ kind: 'reading', share: share * READ });
  });
  const drawing = readSvg(text, reading);
  say({ kind: 'reading', share: READ });
  // Its shapes are united here once, so that a drawing that is taken is one that can be built.
  outlineLayout({ paths: drawing.parts.map(({ d, evenOdd, colour, opacity }) => ({ d, evenOdd, look: `${colour} ${opacity}` })), size: 1 });
  reading.check();
  return drawing;
}

scope.onmessage = ({ data }: MessageEvent<DrawingOrder>) => {
  say({ kind: 'reading', share: 0 });
  read(data.file).then(
    (drawing) => say({ kind: 'read', drawing }),
    (error) => say({ kind: 'refused', reason: error instanceof DrawingError ? error.message : 'This file could not be read.' }),
  );
};
sayReady(scope);
