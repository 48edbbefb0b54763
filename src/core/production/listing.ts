import type { FrameFormat } from './production';
import type { RenderSettings } from './render-settings';

/** What is told of things without opening them. */

export interface ProductionSummary {
  id: string;
  name: string;
  format: FrameFormat;
  revision: number;
  /** Revision that the still shows; null when there is none. */
  stillRevision: number | null;
  /** ISO 8601. */
  updatedAt: string;
}

export interface UploadedFont {
  id: string;
  name: string;
}

export type RenderStatus = 'open' | 'done' | 'cancelled';

export interface RenderSummary {
  id: string;
  productionId: string;
  /** Revision of the production that it shows. */
  revision: number;
  settings: RenderSettings;
  status: RenderStatus;
  total: number;
  /** Frames that are whole on disk. */
  done: number;
  /** Name of the finished video, if there is one. */
  video: string | null;
  /** Where the frames lie on the server's disk. */
  folder: string;
  /** ISO 8601. */
  createdAt: string;
}
