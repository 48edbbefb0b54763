import type { EffectState } from '../frame/frame-state';
import type { OnMarks } from '../production/owners/effects/on-marks';
import { actingEffects } from './reach';

/** Marks whose outlines an effect goes by: a name that is the same for the same marks, and which they are (null for all). */
export interface Cover {
  key: string;
  marks: ReadonlySet<string> | null;
}

const ALL_MARKS: Cover = { key: '*', marks: null };

/** Whether an effect can be one of marks alone, by its settings. */
export const goesByMarks = (settings: object): settings is OnMarks => 'takes' in settings && 'marks' in settings;

/** What an effect goes by; null for one of the whole picture. */
export function coverOf({ settings }: EffectState): Cover | null {
  if (!goesByMarks(settings) || settings.takes === 'all') return null;
  if (settings.takes === 'marks') return ALL_MARKS;
  const marks = new Set(settings.marks.flatMap(({ markId }) => markId ?? []));
  return { key: [...marks].sort().join(' '), marks };
}

/** What the acting effects of a state go by, each once. */
export function coversIn(finish: readonly EffectState[]): Cover[] {
  const found = new Map<string, Cover>();
  for (const { effect } of actingEffects(finish)) {
    const cover = coverOf(effect);
    if (cover) found.set(cover.key, cover);
  }
  return [...found.values()];
}
