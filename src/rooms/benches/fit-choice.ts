import { FIT_RULES, type FitRule } from '@/core/outline/fit-width';
import type { Fit, Words } from '@/core/production/words';
import type { MarkFacts } from '@/workers/picture-messages';

/** What words do that are wider than they may be. */
const FIT_WORDS: Readonly<Record<FitRule, string>> = {
  none: 'may be as wide as they are',
  shrink: 'become smaller',
  tighten: 'stand closer',
  wrap: 'go on in the next line',
  widen: 'have the shot widened',
};

export const FIT_OPTIONS = FIT_RULES.map((id) => ({ id, label: FIT_WORDS[id] }));

/** Words that keep to their width by a rule: to the one that they have now, where they kept to none. */
export const fitBy = (rule: FitRule, words: Pick<Words, 'fit' | 'size' | 'text'>, facts: MarkFacts | undefined): Fit => ({
  rule,
  width: rule === 'none' ? words.fit.width : widthAsItIs(words, facts),
});

/** The width that words have as they stand, metres: to the hundredth above, so that they have room as they are. */
function widthAsItIs({ fit, size, text }: Pick<Words, 'fit' | 'size' | 'text'>, facts: MarkFacts | undefined): number {
  if (fit.rule !== 'none') return fit.width;
  const { bounds, letters } = facts ?? {};
  const ends = (letters ?? []).map(({ x, width }) => [x, x + width] as const);
  const set = ends.length > 0 ? Math.max(...ends.map(([, to]) => to)) - Math.min(...ends.map(([from]) => from)) : 0;
  const built = bounds ? bounds.max[0] - bounds.min[0] : 0;
  return Math.ceil(100 * (Math.max(set, built) || size * text.length)) / 100;
}
