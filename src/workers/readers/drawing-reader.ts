import { outlineLayout } from '@/core/outline/drawing';
import { DrawingError } from '@/core/outline/path-data';
import { MAX_SVG_BYTES, readSvg, type ReadDrawing } from '@/core/outline/svg/read-svg';
import { Reading } from '@/core/outline/svg/reading';

/** Share of the reading that is done once the file is read, and its shapes are still to be united. */
const READ = 0.5;

/** Reads the shapes of an SVG file. */
export async function readDrawingFile([file]: readonly File[], tell: (share: number) => void): Promise<ReadDrawing> {
  if (!file) throw new DrawingError('There is no file.');
  if (file.size > MAX_SVG_BYTES) throw new DrawingError(`“${file.name}” is larger than ${MAX_SVG_BYTES / 1e6} MB.`);
  const text = await file.text();
  const reading = new Reading((share) => tell(share * READ));
  const drawing = readSvg(text, reading);
  tell(READ);
  // Its shapes are united here once, so that a drawing that is taken is one that can be built.
  outlineLayout({ paths: drawing.parts.map(({ d, evenOdd, colour, opacity }) => ({ d, evenOdd, look: `${colour} ${opacity}` })), size: 1 });
  reading.check();
  return drawing;
}
