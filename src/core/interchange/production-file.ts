import { strFromU8, strToU8, unzipSync, zipSync, type Unzipped, type Zippable } from 'fflate';
import { z } from 'zod';
import { fontRefSchema } from '../outline/font-ref';
import { fontsOfWords } from '../production/fonts-of-words';
import { hashField, MEDIA, MEDIA_KINDS, type MediaKind } from '../production/media';
import type { Production } from '../production/production';
import { textField } from '../schema/text';

/** A production with all it uses as one file: a zip archive. docs/production-file.md tells its contents. */

const FILE_FORMAT = 'ironsky-production';
const FILE_VERSION = 1;
export const FILE_ENDING = '.ironsky';
/** Largest file that is opened, bytes, and how much it may unpack to. */
export const MAX_FILE_BYTES = 400_000_000;
const MAX_UNPACKED_BYTES = 800_000_000;
const MAX_ENTRIES = 400;

const MANIFEST = 'production.json';

const mediaList = z
  .array(z.object({ hash: hashField, name: textField(120) }))
  .max(MAX_ENTRIES)
  .default([]);

const manifestSchema = z.object({
  format: z.literal(FILE_FORMAT, 'This is not a production file.'),
  version: z.int().min(1).max(FILE_VERSION, 'This file was made with a newer Ironsky. Update Ironsky to open it.'),
  document: z.unknown(),
  fonts: z.array(z.object({ id: hashField, name: textField(80) })).max(MAX_ENTRIES),
  sounds: mediaList,
  pictures: mediaList,
  models: mediaList,
});

export interface PackedFont {
  id: string;
  name: string;
  bytes: Uint8Array;
}
export interface PackedMedia {
  kind: MediaKind;
  hash: string;
  name: string;
  bytes: Uint8Array;
}

/** What a production file holds. The document is as it was written: it is checked by whoever takes it in. */
export interface ProductionFile {
  document: unknown;
  fonts: PackedFont[];
  media: PackedMedia[];
}

/** Thrown when a file is no production file; the message says why, in words. */
export class ProductionFileError extends Error {}

const FOLDERS = ['fonts', ...MEDIA_KINDS.map((kind) => MEDIA[kind].folder)];
const fontName = (id: string) => `fonts/${id}.font`;
const mediaName = (kind: MediaKind, id: string) => `${MEDIA[kind].folder}/${id}${MEDIA[kind].ending}`;

/** Fonts of a person's own that a production uses, by their ids. */
export function fontsUsed(production: Production): Set<string> {
  const all = [...fontsOfWords(production), ...production.kits.flatMap(({ layout }) => layout?.font ?? [])];
  return new Set(all.flatMap((ref) => (ref.source === fontRefSchema.shape.source.enum.uploaded ? [ref.id] : [])));
}

/**
 * Writes a production file.
 * @throws ProductionFileError where it would be larger than one that can be opened
 */
export function packProduction({ document, fonts, media }: ProductionFile): Uint8Array {
  const manifest = {
    format: FILE_FORMAT,
    version: FILE_VERSION,
    document,
    fonts: fonts.map(({ id, name }) => ({ id, name })),
    ...Object.fromEntries(
      MEDIA_KINDS.map((kind) => [MEDIA[kind].folder, media.filter((file) => file.kind === kind).map(({ hash, name }) => ({ hash, name }))]),
    ),
  };
  const size = [...fonts, ...media].reduce((sum, { bytes }) => sum + bytes.length, 0);
  if (size > MAX_FILE_BYTES) throw new ProductionFileError(`This production and all it uses are larger than ${MAX_FILE_BYTES / 1e6} MB.`);
  // Sounds and pictures are mostly compressed already; text and outlines are not.
  const entries: Zippable = { [MANIFEST]: [strToU8(JSON.stringify(manifest)), { level: 6 }] };
  for (const { id, bytes } of fonts) entries[fontName(id)] = [bytes, { level: 6 }];
  for (const { kind, hash, bytes } of media) entries[mediaName(kind, hash)] = [bytes, { level: kind === 'model' ? 6 : 0 }];
  // The same production gives the same file.
  return zipSync(entries, { mtime: '1980-01-01' });
}

/** Takes an archive apart, within bounds. */
function unpacked(bytes: Uint8Array): Unzipped {
  if (bytes.length > MAX_FILE_BYTES) throw new ProductionFileError(`A production file can be at most ${MAX_FILE_BYTES / 1e6} MB.`);
  let [count, size] = [0, 0];
  try {
    return unzipSync(bytes, {
      filter: ({ name, originalSize }) => {
        count++;
        size += originalSize;
        if (count > MAX_ENTRIES * 2 || size > MAX_UNPACKED_BYTES)
          throw new ProductionFileError('This file unpacks to more than a production can be.');
        return name === MANIFEST || FOLDERS.some((folder) => name.startsWith(`${folder}/`));
      },
    });
  } catch (error) {
    if (error instanceof ProductionFileError) throw error;
    throw new ProductionFileError('This is not a production file, or only part of it arrived.');
  }
}

function manifestOf(entries: Unzipped): z.output<typeof manifestSchema> {
  const text = entries[MANIFEST];
  if (!text) throw new ProductionFileError('This is not a production file: it has no production in it.');
  let given: unknown;
  try {
    given = JSON.parse(strFromU8(text));
  } catch {
    throw new ProductionFileError('This production file is damaged.');
  }
  const read = manifestSchema.safeParse(given);
  if (!read.success) throw new ProductionFileError(read.error.issues[0]?.message ?? 'This is not a production file.');
  return read.data;
}

/**
 * Reads a production file.
 * @throws ProductionFileError in plain words when it is none, is damaged, or is too large
 */
export function unpackProduction(bytes: Uint8Array): ProductionFile {
  const entries = unpacked(bytes);
  const { document, fonts, ...lists } = manifestOf(entries);
  const bytesOf = (name: string): Uint8Array => {
    const found = entries[name];
    if (!found) throw new ProductionFileError('This production file is damaged: something that it uses is missing from it.');
    return found;
  };
  return {
    document,
    fonts: fonts.map((font) => ({ ...font, bytes: bytesOf(fontName(font.id)) })),
    media: MEDIA_KINDS.flatMap((kind) =>
      lists[MEDIA[kind].folder].map((file) => ({ kind, ...file, bytes: bytesOf(mediaName(kind, file.hash)) })),
    ),
  };
}
