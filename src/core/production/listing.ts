import type { MediaKind } from './media';
import type { FrameFormat } from './production';

/** What is told of things without opening them. */

export interface ProductionSummary {
  id: string;
  name: string;
  /** Null where it cannot be read. */
  format: FrameFormat | null;
  /** Why it cannot be opened, in words; null where it can. */
  trouble: string | null;
  revision: number;
  /** Revision that the still shows, 0 for a small one that was drawn first; null when there is none. */
  stillRevision: number | null;
  /** Revision that its strip of stills shows; null when there is none. */
  stripRevision: number | null;
  /** Folder of the desk that it lies in; empty for none. */
  folder: string;
  /** ISO 8601. */
  updatedAt: string;
}

export interface UploadedFont {
  id: string;
  name: string;
}

/** A font or a sound that nothing uses any more. */
export interface UnusedFile {
  kind: 'font' | MediaKind;
  id: string;
  name: string;
  bytes: number;
}

/** A package that ships with the application. */
export interface Licence {
  name: string;
  version: string;
  /** As the package says it, most often by its SPDX name. */
  licence: string;
  text: string;
}

/** A production in the bin. */
export interface DeletedProduction {
  id: string;
  name: string;
  /** ISO 8601. */
  deletedAt: string;
  /** Days until it is gone for good. */
  daysLeft: number;
}

/** What a production was at some time. */
export interface VersionSummary {
  id: string;
  /** Empty for one that was kept by itself. */
  name: string;
  revision: number;
  /** Whether there is a still of it. */
  hasStill: boolean;
  /** ISO 8601. */
  createdAt: string;
}
