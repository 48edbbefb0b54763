import { z } from 'zod';
import { choiceField, choicesField } from '../../schema/choice';
import { LAYER_BYTES, LAYER_WORDS } from '../layers';
import { outputKind } from '../output-kind';

/** OpenEXR: scene light in half floats, with as many layers as are wanted. */
export const exr = outputKind({
  kind: 'exr',
  label: 'OpenEXR',
  of: 'frames',
  extension: 'exr',
  mediaType: 'image/x-exr',
  firstBytes: [{ at: 0, bytes: [0x76, 0x2f, 0x31, 0x01] }],
  by: 'browser',
  holdsAlpha: true,
  holdsSound: false,
  settings: z.object({
    layers: choicesField('Layers', LAYER_WORDS),
    compression: choiceField('Compression', { zip: 'ZIP, without loss', none: 'none' }, 'zip'),
  }),
  bits: () => 16,
  bytesAPixel: ({ layers }) => 8 + layers.reduce((sum, layer) => sum + LAYER_BYTES[layer], 0),
});
