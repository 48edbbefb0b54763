import { z } from 'zod';

/** A revision of a production, as the database counts them. */
export const revisionSchema = z
  .int()
  .min(1)
  .max(2 ** 31 - 1);

/** The revision that a picture of a production shows; 0 for a small one that was drawn first. */
export const shownRevisionSchema = z.union([z.literal(0), revisionSchema]);
