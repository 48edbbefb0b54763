import { z } from 'zod';

/** Values of a variable font's axes by their four-letter tags. */
export const axesSchema = z
  .record(z.string().regex(/^[\x20-\x7e]{4}$/), z.number().min(-100_000).max(100_000))
  .refine((axes) => Object.keys(axes).length <= 32, 'A font has at most 32 axes here.');

/** Which font, and how it is set up. */
export const fontRefSchema = z.object({
  source: z.enum(['shipped', 'uploaded']),
  /** Name of a shipped font, or content hash of an uploaded one. */
  id: z.string().regex(/^[a-z0-9-]{1,80}$/),
  axes: axesSchema.optional(),
});
export type FontRef = z.infer<typeof fontRefSchema>;

/** Equal texts mean the same font set up in the same way. */
export function fontKey({ source, id, axes }: FontRef): string {
  const set = Object.entries(axes ?? {}).sort(([a], [b]) => (a < b ? -1 : 1));
  return [source, id, ...set.map(([tag, value]) => `${tag}=${value}`)].join('/');
}
