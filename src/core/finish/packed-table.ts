import { packBytes, unpackBytes } from '../keep/packed-bytes';
import { MOST_KEPT_3D, type PackedTable } from '../production/owners/effects/colour-table';
import { CubeLutError, type CubeLut } from './cube-lut';

/** A table for a document. @throws CubeLutError when it is larger than one keeps */
export function packTable({ title, size, is3d, min, max, table }: CubeLut, fileName: string): PackedTable {
  if (is3d && size > MOST_KEPT_3D)
    throw new CubeLutError(`The table has ${size} points each way; at most ${MOST_KEPT_3D} are kept. Save it with fewer.`);
  const bytes = new Uint8Array(table.buffer, table.byteOffset, table.byteLength);
  return { name: title || fileName, size, is3d, min: [...min], max: [...max], points: packBytes(bytes) };
}

/** The table of a document. @throws when its points are not those that it says */
export function unpackTable({ name, size, is3d, min, max, points }: PackedTable): CubeLut {
  const count = 3 * (is3d ? size ** 3 : size);
  const bytes = unpackBytes(points, 4 * count);
  if (bytes.length !== 4 * count) throw new RangeError('A table has other points than its size says.');
  return { title: name, size, is3d, min, max, table: new Float32Array(bytes.buffer.slice(0, 4 * count)) };
}
