import { z } from 'zod';
import { choiceField } from '../../schema/choice';
import { outputKind } from '../output-kind';

/** Portable Network Graphics (ISO/IEC 15948): a picture a frame, without loss. */
export const png = outputKind({
  kind: 'png',
  label: 'PNG',
  of: 'frames',
  extension: 'png',
  mediaType: 'image/png',
  firstBytes: [{ at: 0, bytes: [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a] }],
  by: 'browser',
  holdsAlpha: true,
  holdsSound: false,
  settings: z.object({
    depth: choiceField('Depth', { '8': '8 bit', '16': '16 bit' }, '8'),
    transfer: choiceField('Light', { srgb: 'sRGB', linear: 'linear' }, 'srgb'),
    alpha: choiceField('Transparency', { straight: 'straight', premultiplied: 'premultiplied' }, 'straight'),
  }),
  bits: ({ depth }) => Number(depth),
  bytesAPixel: ({ depth }, alpha) => ((alpha ? 4 : 3) * Number(depth)) / 8,
});
