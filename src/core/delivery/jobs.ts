import type { VideoOutput } from './outputs/outputs';

/** Frames that are drawn by one worker at a time: few enough that little is lost with it, enough that it is worth beginning. */
export const CHUNK = 8;
/** A job that nobody has told of for so long is given to another, seconds. */
export const LEASE_SECONDS = 90;
/** Times that a job is tried again after it failed. */
export const RETRIES = 2;

/** What is to be done for a render: frames drawn and written in all ways that were ordered, or one video made of them. */
export type JobWork = { kind: 'frames'; frames: number[] } | { kind: 'video'; output: VideoOutput['kind'] };

/** A job that was taken; whoever has it says so from time to time, and how it ended. */
export interface Job {
  id: string;
  renderId: string;
  work: JobWork;
}

/** How a job ended: done; failed, to be tried again; refused, as it would be again; or given back as it was. */
export const JOB_ENDS = ['done', 'failed', 'refused', 'given-back'] as const;
export type JobEnd = (typeof JOB_ENDS)[number];
