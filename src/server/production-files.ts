import 'server-only';
import { inArray } from 'drizzle-orm';
import type { ProductionSummary } from '@/core/production/listing';
import {
  FILE_ENDING,
  fontsUsed,
  packProduction,
  ProductionFileError,
  soundsUsed,
  unpackProduction,
  type PackedFont,
  type PackedSound,
  type ProductionFile,
} from '@/core/interchange/production-file';
import { ProductionError } from '@/core/production/migrate';
import type { Production } from '@/core/production/production';
import { checkDocument } from './checked-document';
import { database } from './database';
import { UserError } from './errors';
import { addFont, uploadedFont } from './fonts';
import { importProduction, rawProduction } from './productions';
import { fonts } from './schema';
import { addSound, soundBytes } from './sounds';

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

async function packedSounds(document: Production): Promise<PackedSound[]> {
  const packed = await Promise.all(
    [...soundsUsed(document)].map(async (hash) => ({ hash, name: document.sound?.name ?? '', bytes: (await soundBytes(hash))?.bytes })),
  );
  return packed.flatMap(({ bytes, ...sound }) => (bytes ? [{ ...sound, bytes }] : []));
}

/** A production as a file, with the fonts and sounds it uses. One that cannot be read goes out as the bare document. */
export async function fileOfProduction(id: string): Promise<{ name: string; type: string; bytes: Uint8Array }> {
  const { name, document } = await rawProduction(id);
  let read: Production;
  try {
    read = checkDocument(document);
  } catch (error) {
    if (!(error instanceof ProductionError)) throw error;
    return { name: `${fileName(name)}.json`, type: 'application/json', bytes: new TextEncoder().encode(JSON.stringify(document)) };
  }
  const bytes = packProduction({ document: read, fonts: await packedFonts(read), sounds: await packedSounds(read) });
  return { name: `${fileName(name)}${FILE_ENDING}`, type: 'application/zip', bytes };
}

/**
 * Takes in a production file as a new production, with its fonts and sounds.
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
  for (const { hash, name, bytes: sound } of file.sounds) {
    const taken = await addSound(name, sound);
    if (taken.hash !== hash) throw new UserError(422, `The sound “${name}” in this file is damaged.`);
  }
  return importProduction(document);
}
