import type { IntakeReport } from './intake';
import type { OutputName } from './outputs/outputs';
import type { RenderSettings } from './render-settings';

/** Where a render stands: in the queue, held back, left, whole, or given up after some tries. */
export const RENDER_STATUSES = ['open', 'paused', 'cancelled', 'done', 'failed'] as const;
export type RenderStatus = (typeof RENDER_STATUSES)[number];

/** What is told of a render without opening it. */
export interface RenderSummary {
  id: string;
  productionId: string;
  /** What its production is called. */
  productionName: string;
  /** Revision of the production that it shows. */
  revision: number;
  settings: RenderSettings;
  status: RenderStatus;
  /** Why it was given up, in words. */
  reason: string | null;
  /** Its place in the queue: the least is drawn first. */
  position: number;
  total: number;
  /** Frames that are whole on disk, in each way that was ordered. */
  done: number;
  /** Names of the videos that are finished. */
  videos: string[];
  /** A video that the server makes of them at the moment: how many frames are in it. */
  encoding: { kind: OutputName; done: number } | null;
  /** What is being worked on by anyone at the moment: jobs that were taken. */
  working: number;
  /** Where the files lie on the server's disk. */
  folder: string;
  /** What stations said of it that it was delivered to. */
  reports: IntakeReport[];
  /** ISO 8601. */
  createdAt: string;
}
