import 'server-only';
import { inArray } from 'drizzle-orm';
import type { ProductionSummary } from '@/core/production/listing';
import {
  FILE_ENDING,
  fontsUsed,
  packProduction,
  ProductionFileError,
  unpackProduction,
  type PackedFont,
  type PackedMedia,
  type ProductionFile,
} from '@/core/interchange/production-file';
import { mediaUsed } from '@/core/production/media-used';
import { ProductionError } from '@/core/production/migrate';
import type { Production } from '@/core/production/production';
import { checkDocument } from './checked-document';
import { database } from './database';
import { UserError } from './errors';
import { addFont, uploadedFont } from './fonts';
import { importProduction, rawProduction } from './productions';
import { fonts } from './schema';
import { addMedia, mediaBytes } from './media';

/** A name that any file system takes. */
const fileName = (name: string): string =>
  name
    .replace(/[\\/:*?"<>|\u0000-\u001f]+/g, ' ')
    .replace(/\s+/g, ' ')
    .trim() || 'production';

async function packedFonts(document: Production): Promise<PackedFont[]> {
  const ids = [...fontsUsed(document)];
  if (ids.length === 0) return [];
  const db = await database();
  const rows = await db.select({ id: fonts.id, name: fonts.name }).from(fonts).where(inArray(fonts.id, ids));
  const packed = await Promise.all(rows.map(async (row) => ({ ...row, bytes: await uploadedFont(row.id) })));
  return packed.flatMap(({ bytes, ...row }) => (bytes ? [{ ...row, bytes }] : []));
}

async function packedMedia(document: Production): Promise<PackedMedia[]> {
  const packed = await Promise.all(mediaUsed(document).map(async (file) => ({ ...file, bytes: await mediaBytes(file.kind, file.hash) })));
  return packed.flatMap(({ bytes, ...file }) => (bytes ? [{ ...file, bytes }] : []));
}

/** A production as a file, with the fonts and files it uses. One that cannot be read goes out as the bare document. */
export async function fileOfProduction(id: string): Promise<{ name: string; type: string; bytes: Uint8Array }> {
  const { name, document } = await rawProduction(id);
  let read: Production;
  try {
    read = checkDocument(document);
  } catch (error) {
    if (!(error instanceof ProductionError)) throw error;
    return { name: `${fileName(name)}.json`, type: 'application/json', bytes: new TextEncoder().encode(JSON.stringify(document)) };
  }
  let bytes: Uint8Array;
  try {
    bytes = packProduction({ document: read, fonts: await packedFonts(read), media: await packedMedia(read) });
  } catch (error) {
    if (error instanceof ProductionFileError) throw new UserError(413, error.message);
    throw error;
  }
  return { name: `${fileName(name)}${FILE_ENDING}`, type: 'application/zip', bytes };
}

/**
 * Takes in a production file as a new production, with its fonts and files.
 * @throws UserError in plain words when it cannot be read
 */
export async function openProductionFile(bytes: Uint8Array): Promise<ProductionSummary> {
  let file: ProductionFile;
  try {
    file = unpackProduction(bytes);
  } catch (error) {
    if (error instanceof ProductionFileError) throw new UserError(415, error.message);
    throw error;
  }
  // Before anything is written: a document that cannot be read brings nothing in.
  const document = checkDocument(file.document);
  for (const { id, name, bytes: font } of file.fonts) {
    const taken = await addFont(`${name}.font`, font);
    if (taken.id !== id) throw new UserError(422, `The font “${name}” in this file is damaged.`);
  }
  for (const { kind, hash, name, bytes: media } of file.media) {
    const taken = await addMedia(kind, name, media);
    if (taken.hash !== hash) throw new UserError(422, `The ${kind} “${name}” in this file is damaged.`);
  }
  return importProduction(document);
}
