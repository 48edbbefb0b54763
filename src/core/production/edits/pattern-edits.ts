import { allAt } from '../../motion/channel';
import { anyOf } from '../../schema/owner-kind';
import { MAX_PATTERNS } from '../owners/patterns/pattern-fields';
import { PATTERN_STARTS, PATTERNS, type PatternKindName } from '../owners/patterns/patterns';
import type { Surface, SurfacePattern } from '../surface';
import { freshId } from './fresh-id';

const patternSchema = anyOf(PATTERNS);

/** Lays a pattern over those that a surface has; returns its id, or null where there are as many as there can be. */
export function addPattern(surface: Pick<Surface, 'patterns'>, kind: PatternKindName): string | null {
  if (surface.patterns.length >= MAX_PATTERNS) return null;
  const id = freshId(surface.patterns, 'pattern');
  surface.patterns.push(patternSchema.parse({ id, kind, channels: allAt({ ...PATTERN_STARTS[kind] }) }) as SurfacePattern);
  return id;
}

export function removePattern(surface: Pick<Surface, 'patterns'>, id: string): void {
  surface.patterns = surface.patterns.filter((pattern) => pattern.id !== id);
}
