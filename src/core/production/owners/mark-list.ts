import { z } from 'zod';
import { referenceTo } from '../../schema/owner-kind';

export const MAX_LISTED = 200;

/** Some marks of the production. One that is gone stands for nothing. */
export const markListField = z
  .array(z.object({ markId: referenceTo('marks') }))
  .max(MAX_LISTED)
  .default([]);
