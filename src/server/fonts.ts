import 'server-only';
import { createHash } from 'node:crypto';
import path from 'node:path';
import { asc } from 'drizzle-orm';
import { Recent } from '@/core/keep/recent';
import { FontError, Typeface } from '@/core/outline/typeface';
import type { UploadedFont } from '@/core/production/listing';
import { MAX_FONT_BYTES, SHIPPED_FONTS } from '@/core/outline/shipped-fonts';
import { cutText } from '@/core/schema/text';
import { dataPath } from './data-folder';
import { database } from './database';
import { UserError } from './errors';
import { readIfThere, writeBytes } from './files';
import { fonts } from './schema';
import { unpackWoff } from './woff';

const decoded = new Recent<Promise<Uint8Array>>(24);

async function decompressWoff2(bytes: Uint8Array): Promise<Uint8Array> {
  const { default: decompress } = await import('woff2-encoder/decompress');
  return decompress(bytes);
}

/** One file of a shipped family (latin, then extended latin) as an uncompressed font; null past the last. */
export async function shippedFont(id: string, part: number): Promise<Uint8Array | null> {
  const font = SHIPPED_FONTS.find((f) => f.id === id);
  const subset = ['latin', 'latin-ext'][part];
  if (!font || !subset) return null;
  const file = path.join(process.cwd(), 'node_modules', font.files.replace('*', subset));
  const known = decoded.get(file);
  if (known) return known;
  const compressed = await readIfThere(file);
  return compressed && decoded.ensure(file, () => decompressWoff2(compressed));
}

const fontFile = (id: string) => path.join(dataPath('fonts'), `${id}.font`);

export async function uploadedFont(id: string): Promise<Uint8Array | null> {
  return /^[0-9a-f]{64}$/.test(id) ? readIfThere(fontFile(id)) : null;
}

export async function listUploadedFonts(): Promise<UploadedFont[]> {
  const db = await database();
  return db.select({ id: fonts.id, name: fonts.name }).from(fonts).orderBy(asc(fonts.name));
}

/** Kinds of font file by their first four bytes (OpenType and WOFF specifications). */
function kindOf(bytes: Uint8Array): 'sfnt' | 'woff2' | 'woff' | null {
  const tag = new TextDecoder('latin1').decode(bytes.subarray(0, 4));
  if (tag === 'OTTO' || tag === 'true' || tag === '\0\x01\0\0') return 'sfnt';
  return tag === 'wOF2' ? 'woff2' : tag === 'wOFF' ? 'woff' : null;
}

/**
 * Takes in a font file after trying it. The same file twice is one font.
 * @throws UserError in plain words when it cannot be used
 */
export async function addFont(fileName: string, bytes: Uint8Array): Promise<UploadedFont> {
  const kind = kindOf(bytes);
  if (!kind) throw new UserError(415, `“${fileName}” is not a font file. Choose a TTF, OTF, WOFF or WOFF2 file.`);
  let sfnt = bytes;
  try {
    if (kind === 'woff2') {
      // What it says it unpacks to (WOFF2 specification, totalSfntSize): a small file must not fill the memory.
      if (new DataView(bytes.buffer, bytes.byteOffset).getUint32(16) > 3 * MAX_FONT_BYTES)
        throw new FontError('It unpacks to more than 60 MB.');
      sfnt = await decompressWoff2(bytes);
    }
    if (kind === 'woff') sfnt = unpackWoff(bytes, 3 * MAX_FONT_BYTES);
    const face = new Typeface(sfnt.slice());
    if (face.shape('Hn').every(({ glyph }) => face.outline(glyph).length === 0)) throw new FontError('Its letters have no outlines.');
  } catch (error) {
    const why = error instanceof FontError ? error.message : 'It is damaged, or only part of it arrived.';
    throw new UserError(422, `“${fileName}” cannot be used. ${why}`);
  }
  const id = createHash('sha256').update(sfnt).digest('hex');
  await writeBytes(fontFile(id), sfnt);
  const name = cutText(fileName.replace(/\.[a-z0-9]+$/i, ''), 80) || 'Font';
  const db = await database();
  await db.insert(fonts).values({ id, name, bytes: sfnt.length }).onConflictDoNothing();
  return { id, name };
}
