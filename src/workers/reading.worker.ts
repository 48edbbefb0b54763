import { CubeLutError } from '@/core/finish/cube-lut';
import { CameraFileError } from '@/core/interchange/camera-file';
import { PoseSamplesError } from '@/core/interchange/pose-samples';
import { ModelFileError } from '@/core/interchange/model-file';
import { TableError } from '@/core/versions/table-csv';
import { DrawingError } from '@/core/outline/path-data';
import { readFlight } from './readers/camera-reader';
import { readDrawingFile } from './readers/drawing-reader';
import { PictureFileError } from './pictures/opened';
import { readModelFile } from './readers/model-reader';
import { readPictureFiles } from './readers/picture-reader';
import { readRows } from './readers/rows-reader';
import { readTable } from './readers/table-reader';
import type { FromReading, ReadingOrder, ReadKind, ReadOf } from './reading-messages';
import { sayReady } from './worker-port';

const scope = self as unknown as DedicatedWorkerGlobalScope;
const say = (message: FromReading) => scope.postMessage(message);

/** Messages are far dearer than steps. */
const TELL_EVERY_MS = 50;

/** How a file of each kind is read. A new kind is one file in readers, and one line here. */
const READERS: { readonly [K in ReadKind]: (files: readonly File[], tell: (share: number) => void) => Promise<ReadOf[K]> } = {
  drawing: readDrawingFile,
  model: readModelFile,
  picture: readPictureFiles,
  flight: readFlight,
  table: readTable,
  rows: readRows,
};

/** Errors whose words are for the person. */
const PLAIN = [DrawingError, ModelFileError, PictureFileError, CameraFileError, PoseSamplesError, CubeLutError, TableError];

let told = 0;
function tell(share: number): void {
  if (Date.now() - told < TELL_EVERY_MS) return;
  told = Date.now();
  say({ kind: 'reading', share });
}

scope.onmessage = ({ data: { kind, files } }: MessageEvent<ReadingOrder>) => {
  say({ kind: 'reading', share: 0 });
  READERS[kind](files, tell).then(
    (read) => say({ kind: 'read', read }),
    (error) =>
      say({
        kind: 'refused',
        reason: PLAIN.some((plain) => error instanceof plain) ? (error as Error).message : 'This file could not be read.',
      }),
  );
};
sayReady(scope);
