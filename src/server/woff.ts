import 'server-only';
import { inflateSync } from 'node:zlib';
import { FontError } from '@/core/outline/typeface';

const HEADER = 44;
const ENTRY = 20;
const MAX_TABLES = 200;

/**
 * Unpacks a WOFF file of version 1 (W3C WOFF File Format 1.0, sections 3 to 5) to the font file it was made from.
 * @param limit largest size that is unpacked to, bytes
 * @throws FontError for a file that is not what the format says
 */
export function unpackWoff(bytes: Uint8Array, limit: number): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const broken = () => new FontError('It is damaged, or only part of it arrived.');
  if (bytes.length < HEADER) throw broken();
  const flavour = view.getUint32(4);
  const count = view.getUint16(12);
  if (count === 0 || count > MAX_TABLES || HEADER + count * ENTRY > bytes.length) throw broken();
  const tables = Array.from({ length: count }, (_, i) => {
    const at = HEADER + i * ENTRY;
    return {
      tag: view.getUint32(at),
      offset: view.getUint32(at + 4),
      packed: view.getUint32(at + 8),
      length: view.getUint32(at + 12),
      checksum: view.getUint32(at + 16),
    };
  });
  const padded = (length: number) => (length + 3) & ~3;
  const total = 12 + 16 * count + tables.reduce((sum, { length }) => sum + padded(length), 0);
  if (total > limit) throw new FontError(`It unpacks to more than ${limit / 1e6} MB.`);
  const out = new Uint8Array(total);
  const to = new DataView(out.buffer);
  const power = 2 ** Math.floor(Math.log2(count));
  to.setUint32(0, flavour);
  to.setUint16(4, count);
  to.setUint16(6, power * 16);
  to.setUint16(8, Math.log2(power));
  to.setUint16(10, count * 16 - power * 16);
  let place = 12 + 16 * count;
  tables.forEach(({ tag, offset, packed, length, checksum }, i) => {
    if (offset + packed > bytes.length || packed > length) throw broken();
    const stored = bytes.subarray(offset, offset + packed);
    let table: Uint8Array = stored;
    if (packed < length) {
      try {
        table = inflateSync(stored, { maxOutputLength: length });
      } catch {
        throw broken();
      }
    }
    if (table.length !== length) throw broken();
    [tag, checksum, place, length].forEach((value, k) => to.setUint32(12 + 16 * i + 4 * k, value));
    out.set(table, place);
    place += padded(length);
  });
  return out;
}
