import { z } from 'zod';
import { textField } from '../schema/text';

/** Files of a person's own that productions use. The application keeps each under the hash of its bytes. A new kind is one entry here. */
export const MEDIA = {
  sound: { what: 'A sound file', files: 'a WAV, MP3, OGG or FLAC file', maxBytes: 100_000_000, folder: 'sounds', ending: '.sound' },
  picture: {
    what: 'A picture',
    files: 'a PNG, JPEG, WebP, Radiance or OpenEXR picture, an MP4 or WebM video, or a zip of frames',
    maxBytes: 500_000_000,
    folder: 'pictures',
    ending: '.picture',
  },
  model: { what: 'A model', files: 'a binary glTF file (.glb)', maxBytes: 60_000_000, folder: 'models', ending: '.model' },
} as const satisfies Record<string, { what: string; files: string; maxBytes: number; folder: string; ending: string }>;

export type MediaKind = keyof typeof MEDIA;
export const MEDIA_KINDS = Object.keys(MEDIA) as [MediaKind, ...MediaKind[]];

export const hashField = z.string().regex(/^[0-9a-f]{64}$/, 'A file is named by its hash.');

/** A file that is used: its hash, and what it was called when it was taken in. */
export const mediaRefSchema = z.object({ hash: hashField, name: textField(120) });
export type MediaRef = z.infer<typeof mediaRefSchema>;

/** Why a file is refused for its size. */
export const tooLarge = ({ what, maxBytes }: { what: string; maxBytes: number }): string =>
  `${what} can be at most ${Math.round(maxBytes / 1e6)} MB.`;

/** The name without the ending that says what kind of file it was. */
export const bareName = (fileName: string): string => fileName.replace(/\.[a-z0-9]{1,5}$/i, '') || fileName;
