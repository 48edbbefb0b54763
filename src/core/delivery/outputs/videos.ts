import { z } from 'zod';
import { outputKind } from '../output-kind';

/** ISO/IEC 14496-12: a file type box comes first. */
const FILE_TYPE_BOX = [{ at: 4, bytes: [0x66, 0x74, 0x79, 0x70] }];
/** EBML (RFC 8794), which WebM and Matroska are written in. */
const EBML = [{ at: 0, bytes: [0x1a, 0x45, 0xdf, 0xa3] }];

/** For everywhere: 8 bit, with sound, never transparent. */
export const mp4 = outputKind({
  kind: 'mp4',
  label: 'MP4',
  of: 'video',
  extension: 'mp4',
  mediaType: 'video/mp4',
  firstBytes: FILE_TYPE_BOX,
  by: 'browser',
  holdsAlpha: false,
  holdsSound: true,
  settings: z.object({}),
  bits: () => 8,
  bytesAPixel: () => 0.3,
});

/** For the web: transparent where it is wanted, and 10 bit where the browser has that. */
export const webm = outputKind({
  kind: 'webm',
  label: 'WebM',
  of: 'video',
  extension: 'webm',
  mediaType: 'video/webm',
  firstBytes: EBML,
  by: 'browser',
  holdsAlpha: true,
  holdsSound: true,
  settings: z.object({}),
  bits: () => 8,
  bytesAPixel: () => 0.3,
});

/** The same in 10 bit: gradients without bands. */
export const webm10 = outputKind({ ...webm, kind: 'webm-10', label: 'WebM, 10 bit', holdsAlpha: false, bits: () => 10 });

/** For editing: every frame by itself, 10 bit, little loss. */
export const prores422Hq = outputKind({
  kind: 'prores-422-hq',
  label: 'ProRes 422 HQ',
  of: 'video',
  extension: 'mov',
  mediaType: 'video/quicktime',
  firstBytes: FILE_TYPE_BOX,
  by: 'ffmpeg',
  holdsAlpha: false,
  holdsSound: true,
  settings: z.object({}),
  bits: () => 10,
  bytesAPixel: () => 0.7,
});

/** The same with all of its colours, and transparent where that is wanted. */
export const prores4444 = outputKind({
  ...prores422Hq,
  kind: 'prores-4444',
  label: 'ProRes 4444',
  holdsAlpha: true,
  bytesAPixel: (_, alpha) => (alpha ? 1.5 : 1),
});

/** For editing (SMPTE ST 2019-1): 10 bit. */
export const dnxhrHqx = outputKind({ ...prores422Hq, kind: 'dnxhr-hqx', label: 'DNxHR HQX' });

/** For keeping (RFC 9043): without loss, transparent where that is wanted. */
export const ffv1 = outputKind({
  ...prores422Hq,
  kind: 'ffv1',
  label: 'FFV1',
  extension: 'mkv',
  mediaType: 'video/x-matroska',
  firstBytes: EBML,
  holdsAlpha: true,
  bits: () => 16,
  bytesAPixel: (_, alpha) => (alpha ? 8 : 6),
});
