import type { MarkState } from '@/core/frame/frame-state';
import { MAX_MATTES } from './matte-writer';
import type { Mattes } from './standing-mark';

/** The bit of the stencil that each mark has by which others are cut; more than there are bits cut nothing. */
export function matteBits(marks: readonly Pick<MarkState, 'matte'>[]): Map<string, number> {
  const ids = [...new Set(marks.flatMap(({ matte }) => (matte ? [matte.markId] : [])))];
  return new Map(ids.slice(0, MAX_MATTES).map((id, i) => [id, 1 << i]));
}

/** What a mark is cut by and cuts. Where what it is cut by is not there, it is seen whole outside of that, and nowhere within. */
export function mattesOf({ id, matte }: Pick<MarkState, 'id' | 'matte'>, bits: ReadonlyMap<string, number>): Mattes {
  const bit = matte ? bits.get(matte.markId) : undefined;
  return { cutBy: matte && bit ? { bit, isOutside: matte.isOutside } : null, writes: bits.get(id) ?? null };
}
