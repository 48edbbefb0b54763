import { execFileSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** Files read back by programs that know nothing of us. */

/** Runs a program on a file and gives what it says. */
export function said(program: string, args: readonly string[], bytes: Buffer, extension: string): Buffer {
  const folder = mkdtempSync(path.join(tmpdir(), 'read-back-'));
  const file = path.join(folder, `file.${extension}`);
  try {
    writeFileSync(file, bytes);
    return execFileSync(
      program,
      args.map((arg) => (arg === 'FILE' ? file : arg)),
      { maxBuffer: 2 ** 28, stdio: ['ignore', 'pipe', 'pipe'] },
    );
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
}

/** Numbers of some pixel format of ffmpeg, as it decodes a picture. @param layer of an OpenEXR file; empty for the first */
export function decoded(bytes: Buffer, extension: string, format: string, layer = ''): Buffer {
  const args = ['-v', 'error', ...(layer ? ['-layer', layer] : []), '-i', 'FILE', '-f', 'rawvideo', '-pix_fmt', format, '-'];
  return said('ffmpeg', args, bytes, extension);
}

/** Red, green, blue and opacity (0 where a layer has none) of a layer of an OpenEXR file, a plane each, as ffmpeg decodes it. */
export function exrLayer(bytes: Buffer, layer = '', hasOpacity = true) {
  const planes = decoded(bytes, 'exr', hasOpacity ? 'gbrapf32le' : 'gbrpf32le', layer);
  const numbers = new Float32Array(planes.buffer.slice(planes.byteOffset, planes.byteOffset + planes.length));
  const count = numbers.length / (hasOpacity ? 4 : 3);
  const plane = (i: number) => numbers.subarray(i * count, (i + 1) * count);
  return { G: plane(0), B: plane(1), R: plane(2), A: hasOpacity ? plane(3) : new Float32Array(count) };
}

/** Names of the channels of an OpenEXR file, as its own tools tell them. */
export const exrChannels = (bytes: Buffer): string[] =>
  [
    ...said('exrheader', ['FILE'], bytes, 'exr')
      .toString()
      .matchAll(/^ {4}([^\s,]+), (16|32)-bit/gm),
  ].map((match) => match[1] as string);

/**
 * All channels of an uncompressed OpenEXR file of one part in scan lines, by their names: a reader of the tests' own, after the published
 * file layout.
 */
export function exrRaw(bytes: Buffer): Map<string, Float32Array> {
  let at = 8;
  const text = () => {
    const end = bytes.indexOf(0, at);
    const read = bytes.toString('latin1', at, end);
    at = end + 1;
    return read;
  };
  const channels: { name: string; size: number }[] = [];
  let [width, height] = [0, 0];
  for (let name = text(); name !== ''; name = text()) {
    text();
    const size = bytes.readInt32LE(at);
    const end = at + 4 + size;
    at += 4;
    if (name === 'dataWindow') [width, height] = [bytes.readInt32LE(at + 8) + 1, bytes.readInt32LE(at + 12) + 1];
    if (name === 'channels')
      for (let own = text(); own !== ''; own = text()) {
        channels.push({ name: own, size: bytes.readInt32LE(at) === 1 ? 2 : 4 });
        at += 16;
      }
    at = end;
  }
  const out = new Map(channels.map(({ name }) => [name, new Float32Array(width * height)]));
  for (let row = 0; row < height; row++) {
    let from = Number(bytes.readBigUInt64LE(at + 8 * row));
    const y = bytes.readInt32LE(from);
    from += 8;
    for (const { name, size } of channels)
      for (let x = 0; x < width; x++, from += size)
        (out.get(name) as Float32Array)[y * width + x] = size === 4 ? bytes.readFloatLE(from) : halfAt(bytes.readUInt16LE(from));
  }
  return out;
}

/** IEEE 754, binary16. */
export function halfAt(word: number): number {
  const [exponent, mantissa] = [(word >> 10) & 31, word & 1023];
  const size = exponent === 0 ? mantissa * 2 ** -24 : (1 + mantissa / 1024) * 2 ** (exponent - 15);
  return word & 0x8000 ? -size : size;
}
