import type { Mark } from '@/core/production/mark';
import type { MarkSolids } from '@/core/frame/mark-solids';

/** To the worker that builds solids: build this mark; a newer request for the same mark makes it void. */
export interface BuildRequest {
  mark: Mark;
  key: string;
}

/** From it, for a mark and the key it was built from. */
export type BuildReply =
  | { kind: 'progress'; markId: string; key: string; done: number; of: number }
  | { kind: 'built'; markId: string; key: string; solids: MarkSolids }
  | { kind: 'failed'; markId: string; key: string; reason: string };
