import { CubeLutError, readCube } from '@/core/finish/cube-lut';
import { packTable } from '@/core/finish/packed-table';
import type { PackedTable } from '@/core/production/owners/effects/colour-table';

/** A table of 65 points each way takes about 8 MB as text. */
const MAX_BYTES = 30_000_000;

/** Reads a table of colours from a .cube file. */
export async function readTable([file]: readonly File[]): Promise<PackedTable> {
  if (!file) throw new CubeLutError('There is no file.');
  if (file.size > MAX_BYTES) throw new CubeLutError('A file of a table can be at most 30 MB.');
  return packTable(readCube(await file.text()), file.name.slice(0, 120));
}
