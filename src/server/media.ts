import 'server-only';
import { createHash, randomBytes } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { rename, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { hashField, MEDIA, tooLarge, type MediaKind } from '@/core/production/media';
import { dataPath } from './data-folder';
import { UserError } from './errors';
import { readIfThere, writeWhole } from './files';
import { beginsWith, chunksOf, MP4, PNG, WEBM, type FirstBytes } from './streams';

const ascii = (at: number, text: string): FirstBytes => ({ at, bytes: [...text].map((letter) => letter.charCodeAt(0)) });

/** What files of each kind begin with, and what they then are. Their content is judged by whoever shows or plays them. */
const TYPES: { readonly [K in MediaKind]: readonly { type: string; first: readonly FirstBytes[] }[] } = {
  // RIFF, Ogg, FLAC and ID3 specifications; a frame of MPEG audio begins with eleven bits that are set.
  sound: [
    { type: 'audio/wav', first: [ascii(0, 'RIFF'), ascii(8, 'WAVE')] },
    { type: 'audio/ogg', first: [ascii(0, 'OggS')] },
    { type: 'audio/flac', first: [ascii(0, 'fLaC')] },
    { type: 'audio/mpeg', first: [ascii(0, 'ID3')] },
    ...Array.from({ length: 32 }, (_, i) => ({ type: 'audio/mpeg', first: [{ at: 0, bytes: [0xff, 0xe0 + i] }] })),
  ],
  // PNG, JPEG (ITU-T T.81), WebP, Radiance, OpenEXR, ISO base media, EBML, zip (APPNOTE 6.3).
  picture: [
    { type: 'image/png', first: PNG },
    { type: 'image/jpeg', first: [{ at: 0, bytes: [0xff, 0xd8, 0xff] }] },
    { type: 'image/webp', first: [ascii(0, 'RIFF'), ascii(8, 'WEBP')] },
    { type: 'image/vnd.radiance', first: [ascii(0, '#?')] },
    { type: 'image/x-exr', first: [{ at: 0, bytes: [0x76, 0x2f, 0x31, 0x01] }] },
    { type: 'video/mp4', first: MP4 },
    { type: 'video/webm', first: WEBM },
    { type: 'application/zip', first: [ascii(0, 'PK\u0003\u0004')] },
  ],
  // glTF 2.0, 4.4.
  model: [{ type: 'model/gltf-binary', first: [ascii(0, 'glTF')] }],
};

const HEAD = 16;

const typeOf = (kind: MediaKind, head: Uint8Array): string | null => TYPES[kind].find(({ first }) => beginsWith(head, first))?.type ?? null;

export const isMediaKind = (kind: string): kind is MediaKind => Object.hasOwn(MEDIA, kind);

export const mediaFile = (kind: MediaKind, hash: string): string => path.join(dataPath(MEDIA[kind].folder), `${hash}${MEDIA[kind].ending}`);

/**
 * Takes in a file as it comes; the same file twice is one.
 * @throws UserError when it is none of its kind, or too large
 */
async function take(kind: MediaKind, fileName: string, chunks: AsyncIterable<Uint8Array>): Promise<{ hash: string }> {
  const digest = createHash('sha256');
  const arrived = path.join(dataPath(MEDIA[kind].folder), `.${randomBytes(8).toString('hex')}.arrived.part`);
  try {
    await writeWhole(arrived, async (handle) => {
      let head = new Uint8Array(0);
      const check = () => {
        if (!typeOf(kind, head))
          throw new UserError(415, `“${fileName}” is not ${MEDIA[kind].what.toLowerCase()}. Choose ${MEDIA[kind].files}.`);
      };
      for await (const chunk of chunks) {
        const isFirst = head.length < HEAD;
        if (isFirst) head = Uint8Array.from([...head, ...chunk.subarray(0, HEAD - head.length)]);
        if (isFirst && head.length >= HEAD) check();
        digest.update(chunk);
        await handle.write(chunk);
      }
      check();
    });
    const hash = digest.digest('hex');
    await rename(arrived, mediaFile(kind, hash));
    return { hash };
  } finally {
    await rm(arrived, { force: true });
  }
}

/** Takes in the body of a request. */
export const takeMedia = (kind: MediaKind, fileName: string, request: Request): Promise<{ hash: string }> =>
  take(kind, fileName, chunksOf(request, MEDIA[kind].maxBytes, MEDIA[kind].what));

/** Takes in bytes that are at hand. */
export async function addMedia(kind: MediaKind, fileName: string, bytes: Uint8Array): Promise<{ hash: string }> {
  if (bytes.length > MEDIA[kind].maxBytes) throw new UserError(413, tooLarge(MEDIA[kind]));
  return take(kind, fileName, Readable.from([bytes]));
}

const isHash = (hash: string) => hashField.safeParse(hash).success;

/** The bytes of a file that is kept; null when there is none. */
export const mediaBytes = async (kind: MediaKind, hash: string): Promise<Uint8Array | null> =>
  isHash(hash) ? readIfThere(mediaFile(kind, hash)) : null;

/** The same as a stream. */
export async function mediaStream(kind: MediaKind, hash: string): Promise<{ type: string; bytes: number; stream: ReadableStream } | null> {
  const found = isHash(hash) ? await stat(mediaFile(kind, hash)).catch(() => null) : null;
  if (!found) return null;
  const head = await firstBytes(mediaFile(kind, hash));
  return {
    type: typeOf(kind, head) ?? 'application/octet-stream',
    bytes: found.size,
    stream: Readable.toWeb(createReadStream(mediaFile(kind, hash))) as ReadableStream,
  };
}

async function firstBytes(file: string): Promise<Uint8Array> {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(file, { end: HEAD - 1 })) chunks.push(chunk as Buffer);
  return Buffer.concat(chunks);
}
