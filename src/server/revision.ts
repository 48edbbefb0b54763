import { z } from 'zod';

/** A revision of a production, as the database counts them. */
export const revisionSchema = z
  .int()
  .min(1)
  .max(2 ** 31 - 1);
