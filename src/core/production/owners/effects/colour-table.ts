import { z } from 'zod';
import { channelField } from '../../../schema/fields';
import { textField } from '../../../schema/text';
import { SHARE } from '../units';
import { effect, ON } from './effect';

/** Most points each way that a document keeps of a table by three colours. */
export const MOST_KEPT_3D = 65;

/** Longest text that the points of a table are packed to: 65 points each way are 3.3 MB before. */
export const MAX_PACKED_TABLE = 5_000_000;

const corner = z.tuple([z.number(), z.number(), z.number()]);

/** A table of colours as the document keeps it: what its file said, its points packed. */
export const packedTableSchema = z
  .object({
    name: textField(120),
    size: z.int().min(2).max(65_536),
    is3d: z.boolean(),
    min: corner,
    max: corner,
    points: z.string().max(MAX_PACKED_TABLE),
  })
  .refine(({ is3d, size }) => !is3d || size <= MOST_KEPT_3D, 'A table by three colours has too many points.');
export type PackedTable = z.infer<typeof packedTableSchema>;

/** A table of colours from a .cube file: what the display shows is looked up in it. */
export const colourTable = effect({
  kind: 'colour-table',
  label: 'Table of colours',
  space: 'display',
  channels: z.object({ ...ON, amount: channelField({ label: 'Amount', ...SHARE, rest: 1 }) }),
  settings: z.object({ table: packedTableSchema.nullable().default(null) }),
  isNeutral: ({ amount }, { table }) => amount === 0 || table === null,
});
