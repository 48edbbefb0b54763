import type { MarkSolids, PlacedSolid } from '@/core/frame/solids/mark-solids';
import type { Letter } from '@/core/outline/text-layout';
import type { FontAxis } from '@/core/outline/typeface';
import type { Mark } from '@/core/production/mark';
import type { Words } from '@/core/production/words';
import type { SolidMesh } from '@/core/solid/mesh';

/** To the worker that builds solids: build a mark (a newer request for it makes this void), only set some words, or say outlines. */
export type BuildRequest =
  { kind: 'build'; mark: Mark; key: string } | { kind: 'letters'; id: number; words: Words } | { kind: 'outline'; id: number; mark: Mark };

/** What a font can do, and whether its maker lets it be used. */
export interface FontFacts {
  axes: FontAxis[];
  restricted: boolean;
}

/** Solids without their meshes, which travel only once. */
export type SentSolids = Omit<MarkSolids, 'pieces'> & { pieces: Omit<PlacedSolid, 'mesh'>[] };

/** From it, for a mark and the key it was built from; or where letters would stand, or outlines run. */
export type BuildReply =
  | { kind: 'progress'; markId: string; key: string; done: number; of: number }
  /** Meshes are those that the mark did not have when it was built last, by the keys of their pieces. */
  | { kind: 'built'; markId: string; key: string; solids: SentSolids; meshes: Map<string, SolidMesh>; font: FontFacts | null }
  | { kind: 'failed'; markId: string; key: string; reason: string }
  | { kind: 'letters'; id: number; letters: Letter[] | null }
  /** The outlines of a mark as path data; null when they cannot be had. */
  | { kind: 'outline'; id: number; d: string | null };
