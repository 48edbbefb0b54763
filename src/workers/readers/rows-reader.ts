import { MAX_TABLE_BYTES, readTable, TableError, type ReadTable } from '@/core/versions/table-csv';

/** Text of a file as spreadsheets write it: Unicode, or else the code page of Western Windows. */
function decoded(bytes: ArrayBuffer): string {
  const [first, second] = new Uint8Array(bytes);
  if (first === 0xff && second === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}

/** Reads a table of rows from a file of comma-separated values. */
export async function readRows([file]: readonly File[]): Promise<ReadTable> {
  if (!file) throw new TableError('There is no file.');
  if (file.size > MAX_TABLE_BYTES) throw new TableError('A table can be at most 2 MB.');
  return readTable(decoded(await file.arrayBuffer()));
}
