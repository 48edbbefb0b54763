import { fromByteArray, toByteArray } from 'base64-js';
import { deflateSync, Inflate } from 'fflate';

/** Bytes as a short text, for a document. */
export const packBytes = (bytes: Uint8Array): string => fromByteArray(deflateSync(bytes, { level: 9 }));

const CHUNK = 65_536;

/**
 * Bytes from such a text.
 * @param limit bytes at most: what is more is given up before it is there
 * @throws where it is none, or is more
 */
export function unpackBytes(packed: string, limit: number): Uint8Array {
  const deflated = toByteArray(packed);
  const chunks: Uint8Array[] = [];
  let length = 0;
  const stream = new Inflate((chunk) => {
    length += chunk.length;
    if (length > limit) throw new RangeError('It is too long.');
    chunks.push(chunk);
  });
  for (let i = 0; i < deflated.length; i += CHUNK) stream.push(deflated.subarray(i, i + CHUNK), i + CHUNK >= deflated.length);
  const whole = new Uint8Array(length);
  let at = 0;
  for (const chunk of chunks) {
    whole.set(chunk, at);
    at += chunk.length;
  }
  return whole;
}
