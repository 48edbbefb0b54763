import { z } from 'zod';
import { markListField } from '../mark-list';

/** What of the picture an effect takes: all, what is seen of marks, or of those that are listed alone. */
export const TAKES = ['all', 'marks', 'only'] as const;

export interface OnMarks {
  takes: (typeof TAKES)[number];
  marks: readonly { markId: string | null }[];
}

/** An effect of the whole picture that can be one of marks alone. */
export const TAKES_ALL = { takes: z.enum(TAKES).default('all'), marks: markListField };
/** An effect that goes by the outlines of marks. */
export const TAKES_MARKS = { takes: z.enum(TAKES).exclude(['all']).default('marks'), marks: markListField };

/** Whether what has such settings can be one of the whole picture too. */
export const canTakeAll = (settings: z.ZodObject): boolean => settings.safeParse({ takes: TAKES[0] }).success;
