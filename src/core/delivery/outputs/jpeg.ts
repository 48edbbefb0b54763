import { z } from 'zod';
import { intField } from '../../schema/fields';
import { outputKind } from '../output-kind';

/** JPEG (ISO/IEC 10918): small pictures, with loss, for looking at. */
export const jpeg = outputKind({
  kind: 'jpeg',
  label: 'JPEG',
  of: 'frames',
  extension: 'jpg',
  mediaType: 'image/jpeg',
  firstBytes: [{ at: 0, bytes: [0xff, 0xd8, 0xff] }],
  by: 'browser',
  holdsAlpha: false,
  holdsSound: false,
  settings: z.object({ quality: intField({ label: 'Quality', unit: '%', min: 1, max: 100, rest: 92 }) }),
  bits: () => 8,
  bytesAPixel: () => 0.8,
});
